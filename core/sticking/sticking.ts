import { type Result, ok, refuse } from '#core/result'

/** Who strikes at one place of a sticking: a hand, or the foot on the bass drum. */
export type Hand = 'R' | 'L'
export type Letter = Hand | 'F'

/** What a hand may add to its stroke. Grace notes are written as carets, one for each. */
export type StickingOrnament = 'flam' | 'drag' | 'ruff' | 'double' | 'buzz'

/** One stroke of a sticking. */
export interface StickingStroke { who: Letter, accent: boolean, ornament?: StickingOrnament }

/** Strokes and rests (`null`) on equal places, one after another. */
export type Sticking = readonly (StickingStroke | null)[]

export const STICKING_LIMITS = { places: 128 } as const

const MARKS: Record<string, StickingOrnament> = { '^': 'flam', '^^': 'drag', '^^^': 'ruff', '=': 'double', '~': 'buzz' }
const WRITTEN = Object.fromEntries(Object.entries(MARKS).map(([mark, ornament]) => [ornament, mark])) as Record<StickingOrnament, string>
const PLACE = /(>?)(\^{1,3}|[=~]?)(>?)([a-zA-Z.\-_])/g

/**
 * Reads a sticking as a player types it: `r` and `l` for the hands, `f` for the foot, `-` or `.` for a rest, spaces
 * for the eye. `>` before a letter is an accent; without any such mark, capitals among small letters are accents:
 * `readSticking('Rlrr Lrll')` has two, `readSticking('RLRR LRLL')` none. Carets are grace notes (`^r` flam, `^^r`
 * drag, `^^^r` ruff), `=r` is a double stroke, `~r` a buzz.
 * @example readSticking('>r l').value // => [{ who: 'R', accent: true }, { who: 'L', accent: false }]
 */
export function readSticking(text: string): Result<Sticking> {
  const plain = text.replaceAll(/[\s|]/g, '')
  if (!plain) return refuse('Write a sticking first: r and l for the hands, f for the foot, - for a rest.')
  const letters = plain.replaceAll(/[^a-zA-Z]/g, '')
  const marked = plain.includes('>')
  const capitals = !marked && /[a-z]/.test(letters) && /[A-Z]/.test(letters)
  const places: (StickingStroke | null)[] = []
  let read = 0
  for (const match of plain.matchAll(PLACE)) {
    if (match.index !== read) break
    read += match[0].length
    const [, before, mark, after, sign] = match as unknown as [string, string, string, string, string]
    if (/[.\-_]/.test(sign)) {
      if (before || mark || after) return refuse(`A rest is not accented or ornamented: “${match[0]}” in place ${places.length + 1}.`)
      places.push(null)
      continue
    }
    const who = sign.toUpperCase()
    if (who !== 'R' && who !== 'L' && who !== 'F') return refuse(`“${sign}” in place ${places.length + 1} is none of them; write r or l for a hand, f for the foot, - for a rest.`)
    if (who === 'F' && mark && mark !== '=') return refuse(`A foot has no grace notes and no buzz: “${match[0]}” in place ${places.length + 1}.`)
    places.push({ who, accent: before !== '' || after !== '' || (capitals && sign === who), ...(mark ? { ornament: MARKS[mark]! } : {}) })
  }
  if (read !== plain.length) return refuse(`“${plain.slice(read, read + 4)}” after place ${places.length} cannot be read; write r, l, f, - for a rest, > for an accent.`)
  if (places.length > STICKING_LIMITS.places) return refuse(`A sticking has at most ${STICKING_LIMITS.places} places; this has ${places.length}.`)
  if (places.every(place => place === null)) return refuse('There are only rests here; write at least one stroke.')
  return ok(places)
}

/**
 * A sticking as text that reads back as itself, with a space after every `every` places.
 * @example writeSticking(readSticking('rlrrlrll').value, 4) // => 'rlrr lrll'
 */
export function writeSticking(sticking: Sticking, every = 0): string {
  return sticking.map((place, i) => {
    const space = every && i && i % every === 0 ? ' ' : ''
    if (!place) return `${space}-`
    return `${space}${place.accent ? '>' : ''}${place.ornament ? WRITTEN[place.ornament] : ''}${place.who.toLowerCase()}`
  }).join('')
}

const OTHER: Record<Letter, Letter> = { R: 'L', L: 'R', F: 'F' }

/**
 * The same with the hands changed over: `rlf` is `lrf`.
 * @example writeSticking(handsChanged(readSticking('rlf').value)) // => 'lrf'
 */
export const handsChanged = (sticking: Sticking): Sticking => sticking.map(place => place && { ...place, who: OTHER[place.who] })

/** The sticking begun at another of its places: `rotated(rlrr, 1)` is `lrrr`. @internal */
export const rotated = (sticking: Sticking, by: number): Sticking => [...sticking.slice(by), ...sticking.slice(0, by)]

/**
 * The stroke at a place accented, or no longer so; a rest stays one: `accentTurned(rlrr, 0)` is `>rlrr`.
 * @example writeSticking(accentTurned(readSticking('rlrr').value, 0)) // => '>rlrr'
 */
export const accentTurned = (sticking: Sticking, place: number): Sticking =>
  sticking.map((stroke, i) => (stroke && i === place ? { ...stroke, accent: !stroke.accent } : stroke))

/** True where both would be played alike. @internal */
export const sameSticking = (a: Sticking, b: Sticking): boolean => writeSticking(a) === writeSticking(b)

export const LETTER_NAMES: Record<Letter, string> = { R: 'right hand', L: 'left hand', F: 'bass drum foot' }
