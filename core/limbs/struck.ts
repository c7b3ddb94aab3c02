import type { Level, StrokeKind } from '#core/kit'

/** Something struck, of which nobody has said by whom: its place in ticks and in seconds, on which piece, how, how hard, and whether it begins a felt beat. */
export interface Struck {
  at: number
  seconds: number
  piece: string
  stroke: StrokeKind
  level: Level
  beat?: boolean
}

/** What is struck at one instant: indices into the list of everything struck. */
export interface Instant {
  at: number
  seconds: number
  struck: number[]
}

/** The instants of what is struck, in order of time: `instantsOf([{ at: 0 }, { at: 0 }, { at: 1260 }]).length // => 2` */
export function instantsOf(all: readonly Struck[], which: readonly number[] = all.map((_, i) => i)): Instant[] {
  const found = new Map<number, Instant>()
  for (const i of which) {
    const { at, seconds } = all[i]!
    const known = found.get(at)
    if (known) known.struck.push(i)
    else found.set(at, { at, seconds, struck: [i] })
  }
  return [...found.values()].sort((a, b) => a.at - b.at)
}
