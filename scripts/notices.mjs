// Lists what others made that Bazzet runs on, with its licence, in docs/third-party.md: from package-lock.json, which names both.
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './lib/setup.mjs'

/** Licences that a lock file leaves out or only points at, read in the packages themselves. */
const READ = {
  apexcharts: 'its own: free below two million dollars of revenue a year, otherwise bought',
  'vue3-apexcharts': 'its own: as apexcharts',
  'vaul-vue': 'none stated in the package',
}

const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'))
const direct = lock.packages[''].dependencies
const found = new Map()
for (const [path, one] of Object.entries(lock.packages)) {
  if (!path || one.dev || one.devOptional) continue
  const name = path.replace(/.*node_modules\//, '')
  const licence = READ[name] ?? one.license ?? 'unknown'
  found.set(licence, (found.get(licence) ?? new Map()).set(`${name} ${one.version}`, name in direct))
}
const unknown = [...(found.get('unknown')?.keys() ?? [])]
if (unknown.length)
  throw new Error(
    `No licence is known of ${unknown.join(', ')}: read it in the package, and write it down in scripts/notices.mjs.`,
  )

const byMany = [...found].sort(([a, x], [b, y]) => y.size - x.size || a.localeCompare(b))
const lines = [
  '# What others made',
  '',
  'Made by `npm run notices` from package-lock.json: every package that is installed to run Bazzet, by its licence; packages used only in building',
  'or testing it are left out where npm tells them apart. Those that we name ourselves are **bold**. The texts of the licences come with the',
  'packages, in `node_modules/NAME/`. Bazzet itself has no licence yet (`UNLICENSED` in package.json): whoever gives it one has these to heed.',
  '',
  '- **ApexCharts** is free of charge only for those with less than two million dollars of revenue a year; others buy it.',
  '- The two faces, Bricolage Grotesque and Instrument Sans, and the music face in VexFlow are under the SIL Open Font License: they may be shipped,',
  '  not sold by themselves. Screens, sheets and pictures of a staff carry them.',
  '- The recorded drums (`app/assets/drums/`): thirteen in the public domain, CC0, of which nothing is asked; the others cut out of the SoundFont Fluid (R3) GM',
  '  by Frank Wen, MIT: its notice, `LICENSE-fluid` beside them, goes with every copy.',
  '- The spoken count (`app/assets/count/`) was made once by Flite (BSD-4-Clause, which asks to be named in advertising that mentions it).',
  '- lightningcss (MPL-2.0) is used in building and changed in nothing.',
  '',
  ...byMany.flatMap(([licence, names]) => [
    `## ${licence} (${names.size})`,
    '',
    [...names]
      .sort(([a], [b]) => a.localeCompare(b))
      .map(([name, ours]) => (ours ? `**${name}**` : name))
      .join(', '),
    '',
  ]),
]
writeFileSync(join(ROOT, 'docs', 'third-party.md'), lines.join('\n'))
