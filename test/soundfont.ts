/** One sound of a SoundFont that is made for a test: the notes and velocities it answers, and its samples at 44.1 kHz. */
export interface FontZone {
  name: string
  keys: [number, number]
  velocities: [number, number]
  root: number
  samples: Int16Array
}

const text = (letters: string, length: number): number[] => Array.from({ length }, (_, i) => letters.charCodeAt(i) || 0)
const u16 = (...values: number[]) => values.flatMap(value => [value & 0xff, (value >> 8) & 0xff])
const u32 = (...values: number[]) =>
  values.flatMap(value => [value & 0xff, (value >>> 8) & 0xff, (value >>> 16) & 0xff, (value >>> 24) & 0xff])
const chunk = (id: string, data: number[]): number[] => [
  ...text(id, 4),
  ...u32(data.length),
  ...data,
  ...(data.length % 2 ? [0] : []),
]
const list = (kind: string, chunks: number[][]): number[] => chunk('LIST', [...text(kind, 4), ...chunks.flat()])

/** A SoundFont 2 file of one drum kit in bank 128, written from the standard’s tables (SoundFont technical specification 2.01). */
export function writeSoundFont(name: string, zones: readonly FontZone[], bank = 128): Uint8Array {
  const gap = 46
  const starts: number[] = []
  const samples: number[] = []
  for (const zone of zones) {
    starts.push(samples.length)
    samples.push(...zone.samples, ...Array.from({ length: gap }, () => 0))
  }
  // Generators: 43 key range, 44 velocity range, 58 root, 53 sample; of the preset 41 the instrument.
  const generators = zones.flatMap((zone, i) => [
    ...u16(43),
    zone.keys[0],
    zone.keys[1],
    ...u16(44),
    zone.velocities[0],
    zone.velocities[1],
    ...u16(58, zone.root),
    ...u16(53, i),
  ])
  const bags = [...zones.flatMap((_, i) => u16(i * 4, 0)), ...u16(zones.length * 4, 0)]
  const headers = zones.flatMap((zone, i) => [
    ...text(zone.name, 20),
    ...u32(starts[i]!, starts[i]! + zone.samples.length, starts[i]!, starts[i]! + zone.samples.length, 44100),
    zone.root,
    0,
    ...u16(0, 1),
  ])
  return Uint8Array.from(
    chunk('RIFF', [
      ...text('sfbk', 4),
      ...list('INFO', [
        chunk('ifil', u16(2, 1)),
        chunk('isng', text('EMU8000', 8)),
        chunk('INAM', text(name, name.length + 1 + ((name.length + 1) % 2))),
      ]),
      ...list('sdta', [
        chunk(
          'smpl',
          samples.flatMap(one => u16(one & 0xffff)),
        ),
      ]),
      ...list('pdta', [
        chunk('phdr', [
          ...text(name, 20),
          ...u16(0, bank, 0),
          ...u32(0, 0, 0),
          ...text('EOP', 20),
          ...u16(0, 0, 1),
          ...u32(0, 0, 0),
        ]),
        chunk('pbag', u16(0, 0, 1, 0)),
        chunk(
          'pmod',
          Array.from({ length: 10 }, () => 0),
        ),
        chunk('pgen', u16(41, 0, 0, 0)),
        chunk('inst', [...text(name, 20), ...u16(0), ...text('EOI', 20), ...u16(zones.length)]),
        chunk('ibag', bags),
        chunk(
          'imod',
          Array.from({ length: 10 }, () => 0),
        ),
        chunk('igen', [...generators, ...u16(0, 0)]),
        chunk('shdr', [...headers, ...text('EOS', 20), ...u32(0, 0, 0, 0, 0), 0, 0, ...u16(0, 0)]),
      ]),
    ]),
  )
}

/** A tone that dies away, as 16-bit samples. */
export const tone = (hz: number, seconds = 0.2, loud = 20000): Int16Array =>
  Int16Array.from({ length: Math.round(44100 * seconds) }, (_, i) =>
    Math.round(loud * Math.sin((2 * Math.PI * hz * i) / 44100) * Math.exp((-i / 44100 / seconds) * 5)),
  )
