const NOTES: Record<number, string> = {
  20160: 'whole note',
  15120: 'dotted half',
  10080: 'half note',
  7560: 'dotted quarter',
  5040: 'quarter',
  3780: 'dotted eighth',
  2520: 'eighth',
  1260: 'sixteenth',
  630: 'thirty-second',
  3360: 'quarter triplet',
  1680: 'eighth triplet',
  840: 'sixteenth triplet',
  420: 'thirty-second triplet',
}

/** A length in ticks as a note value: `noteName(1260) // => 'sixteenth'`; undefined where there is no plain name for it. */
export const noteName = (ticks: number): string | undefined => NOTES[ticks]

/** The same with its article: `aNote(2520) // => 'an eighth'`. */
export function aNote(ticks: number): string | undefined {
  const name = noteName(ticks)
  return name && `${name.startsWith('e') ? 'an' : 'a'} ${name}`
}
