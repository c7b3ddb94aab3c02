import { type Result, ok, refuse } from '#core/result'

/** Who strikes at one place of a sticking: a hand, or the foot on the bass drum. */
export type Hand = 'R' | 'L'
export type Letter = Hand | 'F'

/** What a hand may add to its stroke. Grace notes are written as carets, one for each. */
type StickingOrnament = 'flam' | 'drag' | 'ruff' | 'double' | 'buzz'

/** What strikes at one place of a sticking: a hand or the foot, or a hand with the foot under it. */
export interface StickingStroke {
  who: Letter
  accent: boolean
  ornament?: StickingOrnament
  /** The foot that strikes with a hand. */ foot?: { accent: boolean }
}

/** Strokes and rests (`null`) on equal places, one after another. */
export type Sticking = readonly (StickingStroke | null)[]

export const STICKING_LIMITS = { places: 128 } as const

const MARKS: Record<string, StickingOrnament> = { '^': 'flam', '^^': 'drag', '^^^': 'ruff', '=': 'double', '~': 'buzz' }
const WRITTEN = Object.fromEntries(Object.entries(MARKS).map(([mark, ornament]) => [ornament, mark])) as Record<
  StickingOrnament,
  string
>
const PLACE = /(>?)(\^{1,3}|[=~]?)(>?)([a-zA-Z.\-_])/
const BOTH = /^\(([^()]*)\)/

/** Whether capitals are accents here, and the place that is read, from 1. */
interface Reading {
  capitals: boolean
  place: number
}

/** The first place of a text, and how many characters it took. */
function readOne(text: string, { capitals, place }: Reading): Result<{ place: StickingStroke | null; length: number }> {
  const match = new RegExp(PLACE, 'y').exec(text)
  if (!match)
    return refuse(
      `“${text.slice(0, 4)}” after place ${place - 1} cannot be read; write r, l, f, - for a rest, > for an accent, (rf) for a hand and the foot at once.`,
    )
  const [whole, before, mark, after, sign] = match as unknown as [string, string, string, string, string]
  if (/[.\-_]/.test(sign))
    return before || mark || after
      ? refuse(`A rest is not accented or ornamented: “${whole}” in place ${place}.`)
      : ok({ place: null, length: whole.length })
  const who = sign.toUpperCase()
  if (who !== 'R' && who !== 'L' && who !== 'F')
    return refuse(`“${sign}” in place ${place} is none of them; write r or l for a hand, f for the foot, - for a rest.`)
  if (who === 'F' && mark && mark !== '=')
    return refuse(`A foot has no grace notes and no buzz: “${whole}” in place ${place}.`)
  const accent = before !== '' || after !== '' || (capitals && sign === who)
  return ok({ place: { who, accent, ...(mark ? { ornament: MARKS[mark]! } : {}) }, length: whole.length })
}

/** A hand and the foot at one place, written in either order. */
function readBoth(text: string, read: Reading): Result<{ place: StickingStroke; length: number }> {
  const strokes: StickingStroke[] = []
  for (let rest = text; rest;) {
    const one = readOne(rest, read)
    if (!one.ok) return one
    if (one.value.place) strokes.push(one.value.place)
    rest = rest.slice(one.value.length)
  }
  const hand = strokes.find(stroke => stroke.who !== 'F')
  const foot = strokes.find(stroke => stroke.who === 'F')
  if (!hand || !foot || strokes.length !== 2)
    return refuse(`“(${text})” in place ${read.place} is not a hand and the foot; write (rf) or (lf).`)
  if (foot.ornament) return refuse(`The foot under a hand strikes once: “(${text})” in place ${read.place}.`)
  return ok({ place: { ...hand, foot: { accent: foot.accent } }, length: text.length + 2 })
}

/**
 * Reads a sticking as a player types it: `r` and `l` for the hands, `f` for the foot, `-` or `.` for a rest, spaces
 * for the eye. `>` before a letter is an accent; without any such mark, capitals among small letters are accents:
 * `readSticking('Rlrr Lrll')` has two, `readSticking('RLRR LRLL')` none. Carets are grace notes (`^r` flam, `^^r`
 * drag, `^^^r` ruff), `=r` is a double stroke, `~r` a buzz. `(rf)` is a hand and the foot at once.
 * @example readSticking('>r l').value // => [{ who: 'R', accent: true }, { who: 'L', accent: false }]
 */
export function readSticking(text: string): Result<Sticking> {
  const plain = text.replaceAll(/[\s|]/g, '')
  if (!plain) return refuse('Write a sticking first: r and l for the hands, f for the foot, - for a rest.')
  const letters = plain.replaceAll(/[^a-zA-Z]/g, '')
  const marked = plain.includes('>')
  const capitals = !marked && /[a-z]/.test(letters) && /[A-Z]/.test(letters)
  const places: (StickingStroke | null)[] = []
  const read: Reading = { capitals, place: 1 }
  let rest = plain
  while (rest) {
    read.place = places.length + 1
    const both = BOTH.exec(rest)
    const one = both ? readBoth(both[1]!, read) : readOne(rest, read)
    if (!one.ok) return one
    places.push(one.value.place)
    rest = rest.slice(both ? both[0].length : one.value.length)
  }
  if (places.length > STICKING_LIMITS.places)
    return refuse(`A sticking has at most ${STICKING_LIMITS.places} places; this has ${places.length}.`)
  if (places.every(place => place === null)) return refuse('There are only rests here; write at least one stroke.')
  return ok(places)
}

/**
 * A sticking as text that reads back as itself, with a space after every `every` places.
 * @example writeSticking(readSticking('rlrrlrll').value, 4) // => 'rlrr lrll'
 */
export function writeSticking(sticking: Sticking, every = 0): string {
  return sticking
    .map((place, i) => {
      const space = every && i && i % every === 0 ? ' ' : ''
      if (!place) return `${space}-`
      const own = `${place.accent ? '>' : ''}${place.ornament ? WRITTEN[place.ornament] : ''}${place.who.toLowerCase()}`
      return space + (place.foot ? `(${own}${place.foot.accent ? '>' : ''}f)` : own)
    })
    .join('')
}

const OTHER: Record<Letter, Letter> = { R: 'L', L: 'R', F: 'F' }

/**
 * The same with the hands changed over: `rlf` is `lrf`.
 * @example writeSticking(handsChanged(readSticking('rlf').value)) // => 'lrf'
 */
export const handsChanged = (sticking: Sticking): Sticking =>
  sticking.map(place => place && { ...place, who: OTHER[place.who] })

/** The sticking begun at another of its places: `rotated(rlrr, 1)` is `lrrr`. @internal */
export const rotated = (sticking: Sticking, by: number): Sticking => [...sticking.slice(by), ...sticking.slice(0, by)]

/**
 * The stroke at a place accented, or no longer so; a rest stays one: `accentTurned(rlrr, 0)` is `>rlrr`.
 * @example writeSticking(accentTurned(readSticking('rlrr').value, 0)) // => '>rlrr'
 */
export const accentTurned = (sticking: Sticking, place: number): Sticking =>
  sticking.map((stroke, i) => (stroke && i === place ? { ...stroke, accent: !stroke.accent } : stroke))

/**
 * True where a limb strikes at a place of a sticking, be it with another.
 * @example [strikes(readSticking('(rf)').value[0], 'F'), strikes(readSticking('(rf)').value[0], 'L')] // => [true, false]
 */
export const strikes = (place: StickingStroke | null | undefined, who: Letter): boolean =>
  place?.who === who || (who === 'F' && place?.foot !== undefined)

/** True where both would be played alike. @internal */
export const sameSticking = (a: Sticking, b: Sticking): boolean => writeSticking(a) === writeSticking(b)

export const LETTER_NAMES: Record<Letter, string> = { R: 'right hand', L: 'left hand', F: 'bass drum foot' }
