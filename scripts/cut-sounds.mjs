// Cuts the recordings of app/assets/drums/ that come from a SoundFont out of it: node scripts/cut-sounds.mjs <FluidR3_GM.sf2>
// Done once, by hand; it needs Debian's packages fluid-soundfont-gm and flac. What it writes is committed.
import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import soundfont from 'soundfont2'

const RATE = 44100
/** Our name, the sample's without its side, and seconds that are left of it. */
const CUTS = [
  ['ride', 'Ride1', 2.5],
  ['ride_bell', 'BellRide', 2.6],
  ['crash_low', 'Crsh 1', 3.2],
  ['crash_high', 'Crsh 2', 2.8],
  ['china', 'China Crash', 2.2],
  ['splash', 'Splash', 1.3],
  ['hat_half', 'Hi-Hat Half-Open', 1.6],
  ['cross_stick', 'Rim Tap', 0.4],
  ['brush_tap', 'Brush Snr 1', 0.34],
  ['brush_sweep', 'Brush Swirl', 0.6],
  ['timbale', 'High Timbale', 0.9],
  ['tambourine', 'Tambourine', 0.5],
  ['wood_block', 'High Woodblock', 0.3],
  ['claves', 'Clave', 0.1],
  ['shaker', 'Small Shaker ', 0.25],
  ['hand_clap', 'Clap', 0.38],
]

const font = new soundfont.SoundFont2(new Uint8Array(readFileSync(process.argv[2])))
const sides = name => font.samples.filter(one => [name, `${name}(L)`, `${name}(R)`].includes(one.header.name))

for (const [file, name, seconds] of CUTS) {
  const found = sides(name)
  if (!found.length) throw new Error(`No sample is called “${name}”.`)
  const many = Math.max(...found.map(one => one.data.length))
  const mono = Float64Array.from(
    { length: many },
    (_, i) => found.reduce((sum, one) => sum + (one.data[i] ?? 0), 0) / found.length,
  )
  const peak = mono.reduce((most, one) => Math.max(most, Math.abs(one)), 0)
  // It begins with its blow: half a millisecond before it first comes up to a thirtieth of its peak.
  const from = Math.max(0, mono.findIndex(one => Math.abs(one) > peak / 30) - Math.round(0.0005 * RATE))
  const length = Math.min(many - from, Math.round(seconds * RATE))
  const fade = Math.round(length * 0.25)
  const out = Buffer.alloc(length * 2)
  for (let i = 0; i < length; i++) {
    const ends = Math.min(1, (length - i) / fade) ** 2
    out.writeInt16LE(Math.round((mono[from + i] / peak) * 0.95 * 32767 * ends), i * 2)
  }
  const target = join(import.meta.dirname, '../app/assets/drums', `${file}.flac`)
  execFileSync(
    'flac',
    [
      '--best',
      '--silent',
      '--force',
      '--force-raw-format',
      '--endian=little',
      '--sign=signed',
      '--channels=1',
      '--bps=16',
      `--sample-rate=${RATE}`,
      '-o',
      target,
      '-',
    ],
    { input: out },
  )
}
