import { type Sticking, readSticking, writeSticking } from './sticking'

/** A rudiment by its traditional name: its sticking as text (see `readSticking`) on a subdivision of the quarter, and its family. */
interface Rudiment {
  id: string
  name: string
  family: 'rolls' | 'paradiddles' | 'flams' | 'drags'
  text: string
  /** Slots in a quarter as it is usually first written. */
  slots: 2 | 3 | 4 | 6 | 8
  /** Not one of the forty. */
  extra?: true
}

/**
 * The forty standard rudiments by their traditional names, and a few extra ones of our choosing; both statements are written
 * out where the hands change over, so that each goes round as it is now. Doubles of the measured rolls are written as two
 * places; buzzed and graced strokes, and the double inside a place, by their marks.
 */
export const RUDIMENTS: readonly Rudiment[] = [
  { id: 'single-roll', name: 'Single stroke roll', family: 'rolls', text: 'rlrl rlrl', slots: 4 },
  { id: 'single-four', name: 'Single stroke four', family: 'rolls', text: 'rlr l-- rlr l--', slots: 3 },
  { id: 'single-seven', name: 'Single stroke seven', family: 'rolls', text: 'rlrlrl r----- lrlrlr l-----', slots: 6 },
  { id: 'buzz-roll', name: 'Multiple bounce (buzz) roll', family: 'rolls', text: '~r~l~r~l', slots: 2 },
  { id: 'triple-roll', name: 'Triple stroke roll', family: 'rolls', text: 'rrr lll', slots: 3 },
  { id: 'double-roll', name: 'Double stroke roll', family: 'rolls', text: 'rrll rrll', slots: 4 },
  { id: 'five-roll', name: 'Five-stroke roll', family: 'rolls', text: 'rrll >r--- llrr >l---', slots: 8 },
  { id: 'six-roll', name: 'Six-stroke roll', family: 'rolls', text: '>rllrr>l', slots: 6 },
  { id: 'seven-roll', name: 'Seven-stroke roll', family: 'rolls', text: 'rrllrr >l-----', slots: 6 },
  {
    id: 'nine-roll',
    name: 'Nine-stroke roll',
    family: 'rolls',
    text: 'rrll rrll >r--- ---- llrr llrr >l--- ----',
    slots: 8,
  },
  { id: 'ten-roll', name: 'Ten-stroke roll', family: 'rolls', text: 'rrll rrll >r--- >l---', slots: 8 },
  { id: 'eleven-roll', name: 'Eleven-stroke roll', family: 'rolls', text: 'rrll rrll rr>l- ----', slots: 8 },
  {
    id: 'thirteen-roll',
    name: 'Thirteen-stroke roll',
    family: 'rolls',
    text: 'rrll rrll rrll >r--- llrr llrr llrr >l---',
    slots: 8,
  },
  { id: 'fifteen-roll', name: 'Fifteen-stroke roll', family: 'rolls', text: 'rrll rrll rrll rr>l-', slots: 8 },
  {
    id: 'seventeen-roll',
    name: 'Seventeen-stroke roll',
    family: 'rolls',
    text: 'rrll rrll rrll rrll >r--- ---- llrr llrr llrr llrr >l--- ----',
    slots: 8,
  },
  { id: 'paradiddle', name: 'Single paradiddle', family: 'paradiddles', text: '>rlrr >lrll', slots: 4 },
  { id: 'double-paradiddle', name: 'Double paradiddle', family: 'paradiddles', text: '>rlrlrr >lrlrll', slots: 6 },
  { id: 'triple-paradiddle', name: 'Triple paradiddle', family: 'paradiddles', text: '>rlrlrlrr >lrlrlrll', slots: 4 },
  { id: 'paradiddle-diddle', name: 'Single paradiddle-diddle', family: 'paradiddles', text: '>rlrrll', slots: 6 },
  {
    id: 'paradiddle-2',
    name: 'Paradiddle from its second note',
    family: 'paradiddles',
    text: '>lrrl >rllr',
    slots: 4,
    extra: true,
  },
  {
    id: 'paradiddle-3',
    name: 'Paradiddle from its third note',
    family: 'paradiddles',
    text: '>rrlr >llrl',
    slots: 4,
    extra: true,
  },
  {
    id: 'paradiddle-4',
    name: 'Paradiddle from its fourth note',
    family: 'paradiddles',
    text: '>rlrl >lrlr',
    slots: 4,
    extra: true,
  },
  { id: 'flam', name: 'Flam', family: 'flams', text: '^r^l', slots: 2 },
  { id: 'flam-accent', name: 'Flam accent', family: 'flams', text: '>^rlr >^lrl', slots: 3 },
  { id: 'flam-tap', name: 'Flam tap', family: 'flams', text: '>^rr >^ll', slots: 4 },
  { id: 'flamacue', name: 'Flamacue', family: 'flams', text: '^r>lrl ^r--- ^l>rlr ^l---', slots: 4 },
  { id: 'flam-paradiddle', name: 'Flam paradiddle', family: 'flams', text: '>^rlrr >^lrll', slots: 4 },
  { id: 'flammed-mill', name: 'Single flammed mill', family: 'flams', text: '>^rrlr >^llrl', slots: 4 },
  {
    id: 'flam-paradiddle-diddle',
    name: 'Flam paradiddle-diddle',
    family: 'flams',
    text: '>^rlrrll >^lrllrr',
    slots: 6,
  },
  { id: 'pataflafla', name: 'Pataflafla', family: 'flams', text: '>^rlr>^l >^rlr>^l', slots: 4 },
  { id: 'swiss-triplet', name: 'Swiss army triplet', family: 'flams', text: '>^rrl >^rrl', slots: 3 },
  { id: 'inverted-flam-tap', name: 'Inverted flam tap', family: 'flams', text: '>^rl >^lr', slots: 4 },
  { id: 'flam-drag', name: 'Flam drag', family: 'flams', text: '>^r=lr >^l=rl', slots: 3 },
  { id: 'drag', name: 'Drag', family: 'drags', text: '^^r^^l', slots: 2 },
  { id: 'single-drag-tap', name: 'Single drag tap', family: 'drags', text: '^^r>l ^^l>r', slots: 2 },
  { id: 'double-drag-tap', name: 'Double drag tap', family: 'drags', text: '^^r^^r>l ^^l^^l>r', slots: 3 },
  { id: 'lesson-25', name: 'Lesson twenty-five', family: 'drags', text: '^^rl>r- ^^rl>r-', slots: 4 },
  { id: 'dragadiddle', name: 'Single dragadiddle', family: 'drags', text: '>=rlrr >=lrll', slots: 4 },
  { id: 'drag-paradiddle-1', name: 'Drag paradiddle no. 1', family: 'drags', text: '>r-^^rlrr >l-^^lrll', slots: 6 },
  {
    id: 'drag-paradiddle-2',
    name: 'Drag paradiddle no. 2',
    family: 'drags',
    text: '>r-^^r- ^^rlrr >l-^^l- ^^lrll',
    slots: 4,
  },
  { id: 'ratamacue', name: 'Single ratamacue', family: 'drags', text: '^^rlr >l-- ^^lrl >r--', slots: 3 },
  {
    id: 'double-ratamacue',
    name: 'Double ratamacue',
    family: 'drags',
    text: '^^r-- ^^rlr >l-- ^^l-- ^^lrl >r--',
    slots: 3,
  },
  {
    id: 'triple-ratamacue',
    name: 'Triple ratamacue',
    family: 'drags',
    text: '^^r-- ^^r-- ^^rlr >l-- ^^l-- ^^l-- ^^lrl >r--',
    slots: 3,
  },
]

/**
 * The rudiment that a sticking is, mark for mark, if it is one.
 * @example rudimentOf(rudimentSticking(RUDIMENTS[0])).text // => 'rlrl rlrl'
 */
export const rudimentOf = (sticking: Sticking): Rudiment | undefined =>
  RUDIMENTS.find(one => one.text.replaceAll(' ', '') === writeSticking(sticking))

/**
 * A rudiment's sticking, read.
 * @example rudimentSticking(RUDIMENTS[0]).length // => 8
 */
export function rudimentSticking({ text }: Rudiment): Sticking {
  const read = readSticking(text)
  if (!read.ok) throw new Error(`a rudiment that does not read: ${text}`)
  return read.value
}
