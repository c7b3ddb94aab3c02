import { type Sticking, readSticking, writeSticking } from './sticking'

/** A rudiment by its traditional name: its sticking as text (see `readSticking`) on a subdivision of the quarter, and its family. */
export interface Rudiment {
  id: string
  name: string
  family: 'rolls' | 'paradiddles' | 'flams' | 'drags'
  text: string
  /** Slots in a quarter as it is usually first written. */
  slots: 2 | 3 | 4 | 6 | 8
}

/**
 * The traditional rudiments, both statements written out where the hands change over, so that each goes round as it
 * stands. Doubles of the measured rolls are written as two places; buzzed and graced strokes by their marks.
 */
export const RUDIMENTS: readonly Rudiment[] = [
  { id: 'single-roll', name: 'Single stroke roll', family: 'rolls', text: 'rlrl rlrl', slots: 4 },
  { id: 'double-roll', name: 'Double stroke roll', family: 'rolls', text: 'rrll rrll', slots: 4 },
  { id: 'triple-roll', name: 'Triple stroke roll', family: 'rolls', text: 'rrr lll', slots: 3 },
  { id: 'five-roll', name: 'Five-stroke roll', family: 'rolls', text: 'rrll >r--- llrr >l---', slots: 8 },
  { id: 'six-roll', name: 'Six-stroke roll', family: 'rolls', text: '>rllrr>l', slots: 6 },
  { id: 'seven-roll', name: 'Seven-stroke roll', family: 'rolls', text: 'rrllrr >l-----', slots: 6 },
  { id: 'nine-roll', name: 'Nine-stroke roll', family: 'rolls', text: 'rrll rrll >r--- ---- llrr llrr >l--- ----', slots: 8 },
  { id: 'buzz-roll', name: 'Buzz roll', family: 'rolls', text: '~r~l~r~l', slots: 2 },
  { id: 'paradiddle', name: 'Paradiddle', family: 'paradiddles', text: '>rlrr >lrll', slots: 4 },
  { id: 'paradiddle-2', name: 'Paradiddle from its second note', family: 'paradiddles', text: '>lrrl >rllr', slots: 4 },
  { id: 'paradiddle-3', name: 'Paradiddle from its third note', family: 'paradiddles', text: '>rrlr >llrl', slots: 4 },
  { id: 'paradiddle-4', name: 'Paradiddle from its fourth note', family: 'paradiddles', text: '>rlrl >lrlr', slots: 4 },
  { id: 'double-paradiddle', name: 'Double paradiddle', family: 'paradiddles', text: '>rlrlrr >lrlrll', slots: 6 },
  { id: 'triple-paradiddle', name: 'Triple paradiddle', family: 'paradiddles', text: '>rlrlrlrr >lrlrlrll', slots: 4 },
  { id: 'paradiddle-diddle', name: 'Paradiddle-diddle', family: 'paradiddles', text: '>rlrrll', slots: 6 },
  { id: 'flam', name: 'Flam', family: 'flams', text: '^r^l', slots: 2 },
  { id: 'flam-accent', name: 'Flam accent', family: 'flams', text: '>^rlr >^lrl', slots: 3 },
  { id: 'flam-tap', name: 'Flam tap', family: 'flams', text: '^rr ^ll', slots: 4 },
  { id: 'flamacue', name: 'Flamacue', family: 'flams', text: '^r>lrl ^r--- ^l>rlr ^l---', slots: 4 },
  { id: 'flam-paradiddle', name: 'Flam paradiddle', family: 'flams', text: '>^rlrr >^lrll', slots: 4 },
  { id: 'drag', name: 'Drag', family: 'drags', text: '^^r^^l', slots: 2 },
  { id: 'single-drag-tap', name: 'Single drag tap', family: 'drags', text: '^^r>l ^^l>r', slots: 2 },
  { id: 'ratamacue', name: 'Single ratamacue', family: 'drags', text: '^^rlr >l-- ^^lrl >r--', slots: 3 },
  { id: 'lesson-25', name: 'Lesson twenty-five', family: 'drags', text: '^^rl>r- ^^rl>r-', slots: 4 },
]

/** The rudiment that a sticking is, mark for mark, if it is one. */
export const rudimentOf = (sticking: Sticking): Rudiment | undefined =>
  RUDIMENTS.find(one => one.text.replaceAll(' ', '') === writeSticking(sticking))

/** A rudiment's sticking, read. */
export function rudimentSticking({ text }: Rudiment): Sticking {
  const read = readSticking(text)
  if (!read.ok) throw new Error(`a rudiment that does not read: ${text}`)
  return read.value
}
