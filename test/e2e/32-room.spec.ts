import { join } from 'node:path'
import { build } from 'esbuild'
import type { Groove } from '#core/groove'
import { DEFAULT_KIT, type Listening, USUAL_PLAYER } from '#core/kit'
import { type Performance, humanOf, makePassage } from '#core/perform'
import type { Page } from '@playwright/test'
import { expect, test } from './app'

declare const graphAgainstCore: (performance: Performance, listening: Listening) => Promise<number[]>

/** The page's own graph, bundled for a page of ours. */
async function withGraph(page: Page) {
  const made = await build({
    entryPoints: [join(import.meta.dirname, 'graph-in-page.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    alias: { '#core': join(import.meta.dirname, '../../core') },
  })
  await page.evaluate(made.outputFiles[0]!.text)
}

test('what the page plays is what is rendered, within −60 dB before the limiter: mix, sides, room, click and spread', async ({
  bench,
}) => {
  const { page, app } = bench
  await withGraph(page)
  const { grooves } = (await (await fetch(`${app.url}/api/grooves`)).json()) as {
    grooves: { summary: { id: string } }[]
  }
  const asked = grooves.slice(0, 40).map(async ({ summary }) => {
    const answer = await fetch(`${app.url}/api/grooves/${summary.id}`)
    return ((await answer.json()) as { document: Groove }).document
  })
  const all = await Promise.all(asked)
  const hats = all.find(groove => groove.parts.some(part => part.strokes.some(one => one.stroke === 'open')))!
  const lined = all.find(groove => groove.guides.length) ?? hats
  const { mix, room, click } = USUAL_PLAYER
  const cases: [Groove, Partial<Listening>, Partial<Performance>][] = [
    [hats, {}, {}],
    [
      lined,
      {
        hearing: 'click left, kit right',
        mix: { ...mix, RH: { gain: -7, muted: false }, click: { gain: 3, muted: false } },
      },
      {},
    ],
    [
      hats,
      {
        hearing: 'from the front',
        room: { ...room, size: 'small', amount: -6 },
        click: { ...click, sound: 'sticks', warns: true },
      },
      {},
    ],
    [lined, { hearing: 'in the middle', room: { size: 'large', amount: -12 } }, { human: humanOf(10) }],
  ]
  for (const [groove, heard, more] of cases) {
    const performance: Performance = {
      passages: [
        makePassage({
          groove,
          kit: DEFAULT_KIT,
          times: 2,
          click: { program: 'eighths' },
          guides: groove.guides.map(one => one.id),
          leadsOn: true,
        }),
      ],
      countIn: 1,
      ...more,
    }
    const apart = await page.evaluate(([one, other]) => graphAgainstCore(one, other), [
      performance,
      { mix, room, click, hearing: 'as I sit', ...heard },
    ] as const)
    for (const ear of apart) expect(ear, `${groove.title} ${JSON.stringify(heard)}`).toBeLessThan(-60)
  }
})
