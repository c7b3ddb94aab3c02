import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import { homesOf, reachedBy } from './body'
import { NEIGHBOURS, metresApart } from './bounds'
import { notesOfKind, silentNote } from './gm'
import { pieceOf } from './kit'
import { type Kit, type Piece, type PieceStroke, type Place, readKit } from './schema'
import type { PieceKind } from './kinds'
import { KITS } from './presets'
import type { SoundSet } from './sounds'

/** How wide a piece is across, in metres: for drawing it, and for finding a free place. */
export const WIDTHS: Record<PieceKind, number> = {
  snare: 0.36,
  'hi-hat': 0.36,
  ride: 0.5,
  crash: 0.42,
  china: 0.42,
  splash: 0.26,
  tom: 0.28,
  'floor tom': 0.38,
  'bass drum': 0.3,
  timbale: 0.33,
  cowbell: 0.14,
  block: 0.14,
  tambourine: 0.2,
  pad: 0.3,
}

/** What ends of limbs strike a piece. */
export type By = PieceStroke['by']

/**
 * The strokes a new piece of a kind begins with: those of the first shipped piece of that kind, by hand or by foot where one is
 * asked for. A kind that no shipped piece has by foot gets a plain stroke for the pedal.
 */
function usualStrokes(kind: PieceKind, by: By | undefined): PieceStroke[] {
  const strokes = present(
    KITS.flatMap(kit => kit.pieces).find(piece => piece.kind === kind),
    'piece',
  ).strokes.map(({ kind, by, note }) => ({ kind, by, note }))
  if (!by) return strokes
  const own = strokes.filter(stroke => stroke.by === by)
  return own.length ? own : [{ kind: 'hit', by, note: strokes[0]!.note }]
}

/**
 * Whether a piece can be played by hand or only by foot: a bass drum has no stroke for a stick.
 * @example [canBe('bass drum', 'hand'), canBe('cowbell', 'foot')] // => [false, true]
 */
export const canBe = (kind: PieceKind, by: By): boolean => by === 'foot' || kind !== 'bass drum'

/** Two pedals beside one another need so much, in metres. */
const PEDAL = 0.14

/** A place on the plan where nothing stands yet and a limb reaches: for a hand spiralling out from before the player, for a foot along the row of pedals. */
function freePlace(kit: Kit, kind: PieceKind, strokes: readonly PieceStroke[]): Place {
  const reached = (stands: Place) =>
    reachedBy({ id: '', name: '', kind, pitch: 1, stands, strokes: [...strokes] }).length > 0
  if (strokes.every(stroke => stroke.by === 'foot')) {
    const pedals = kit.pieces.filter(piece => piece.strokes.some(stroke => stroke.by === 'foot'))
    const home = homesOf(kit).LF
    for (let step = 0; step < 200; step++) {
      const place = { x: round(home.x - step * 0.02), y: round(home.y + 0.04 * (step % 2)) }
      if (!reached(place)) break
      if (pedals.every(piece => metresApart(piece, { stands: place }) >= PEDAL)) return place
    }
    for (let step = 0; step < 200; step++) {
      const place = { x: round(-0.5 + (step % 50) * 0.02), y: round(0.4 + Math.floor(step / 50) * PEDAL) }
      if (reached(place) && pedals.every(piece => metresApart(piece, { stands: place }) >= PEDAL)) return place
    }
    return home
  }
  for (let step = 0; step < 400; step++) {
    const radius = 0.3 + step * 0.002
    const angle = step * 0.7
    const place = { x: round(radius * Math.sin(angle)), y: round(0.5 + radius * Math.abs(Math.cos(angle)) * 0.6) }
    if (
      reached(place) &&
      kit.pieces.every(piece => metresApart(piece, { stands: place }) > (WIDTHS[piece.kind] + WIDTHS[kind]) / 2)
    )
      return place
  }
  // Where all is taken, over what is there: within reach before out of it.
  return { x: 0, y: 0.9 }
}

const round = (metres: number): number => Math.round(metres * 100) / 100

/** A name not yet taken: `freeName(['tom'], 'tom') // => 'tom 2'`. */
export function freeName(taken: readonly string[], wanted: string): string {
  if (!taken.includes(wanted)) return wanted
  for (let n = 2; ; n++) if (!taken.includes(`${wanted} ${n}`)) return `${wanted} ${n}`
}

/**
 * A kit with one more piece of a kind, by hand or by foot: its usual strokes on MIDI notes that sound as its kind, within reach, where nothing stands yet.
 * @example withPiece(kit, 'cowbell').value.id // => 'cowbell'
 */
export function withPiece(kit: Kit, kind: PieceKind, by?: By): Result<{ kit: Kit; id: string }> {
  if (by && !canBe(kind, by)) return refuse('A bass drum has no stroke for a hand; add it by foot.')
  const id = freeName(
    kit.pieces.map(piece => piece.id),
    by === 'foot' && kind !== 'bass drum' && kind !== 'hi-hat' ? `foot ${kind}` : kind,
  )
  const others = kit.pieces.flatMap(piece => piece.strokes.map(stroke => ({ note: stroke.note, kind: piece.kind })))
  const taken = new Set(others.map(({ note }) => note))
  const own = new Map<number, number>()
  const strokes = usualStrokes(kind, by).map((stroke): PieceStroke => {
    // Strokes that share a note on the shipped piece share one here too.
    let note = own.get(stroke.note)
    if (note === undefined) {
      // What other programs sound as this kind: a note of its own, else one shared with its kind; silence rather than some other drum.
      const usual = [stroke.note, ...notesOfKind(kind, stroke.kind)]
      note =
        usual.find(one => !taken.has(one)) ??
        usual.find(one => others.every(other => other.note !== one || other.kind === kind)) ??
        silentNote(taken) ??
        stroke.note
      own.set(stroke.note, note)
      taken.add(note)
    }
    return { ...stroke, note }
  })
  const name = id.charAt(0).toUpperCase() + id.slice(1)
  const read = readKit({
    ...kit,
    pieces: [...kit.pieces, { id, name, kind, pitch: 1, stands: freePlace(kit, kind, strokes), strokes }],
  })
  return read.ok ? ok({ kit: read.value, id }) : read
}

/**
 * A kit without a piece, and without the pairs it was in. The last piece stays.
 * @example withoutPiece(kit, 'snare').value.pieces.some(piece => piece.id === 'snare') // => false
 */
export function withoutPiece(kit: Kit, id: string): Result<Kit> {
  if (kit.pieces.length === 1) return refuse('A kit has at least one piece; add another before you take this one out.')
  return readKit({
    ...kit,
    pieces: kit.pieces.filter(piece => piece.id !== id),
    pairs: kit.pairs.filter(pair => pair.a !== id && pair.b !== id),
  })
}

/**
 * A kit with facts of one piece changed. Its id, by which grooves ask for it, stays as it is, whatever it is called.
 * @example pieceOf(withFacts(kit, 'snare', { name: 'Side drum' }).value, 'snare').name // => 'Side drum'
 */
export function withFacts(kit: Kit, id: string, facts: Partial<Omit<Piece, 'id'>>): Result<Kit> {
  return readKit({ ...kit, pieces: kit.pieces.map(piece => (piece.id === id ? { ...piece, ...facts } : piece)) })
}

/**
 * A kit with a piece at another place, to the centimetre. A pair that this takes too far apart is a pair no longer.
 * @example pieceOf(moved(kit, 'ride', { x: 0.5, y: 0.6 }).value, 'ride').stands // => { x: 0.5, y: 0.6 }
 */
export function moved(kit: Kit, id: string, to: Place): Result<Kit> {
  const pieces = kit.pieces.map(piece =>
    piece.id === id ? { ...piece, stands: { x: round(to.x), y: round(to.y) } } : piece,
  )
  const stands = { ...kit, pieces }
  const pairs = kit.pairs.filter(
    ({ a, b }) => metresApart(present(pieceOf(stands, a), 'piece'), present(pieceOf(stands, b), 'piece')) <= NEIGHBOURS,
  )
  return readKit({ ...stands, pairs })
}

/**
 * A kit with one stroke of a piece changed.
 * @example noteOf(pieceOf(withStroke(kit, 'snare', 0, { note: 40 }).value, 'snare'), 'hit') // => 40
 */
export function withStroke(kit: Kit, id: string, index: number, change: Partial<PieceStroke>): Result<Kit> {
  const piece = pieceOf(kit, id)
  if (!piece?.strokes[index]) return refuse('There is no such stroke.')
  return withFacts(kit, id, { strokes: piece.strokes.with(index, { ...piece.strokes[index], ...change }) })
}

/**
 * A kit all of whose strokes use one set of sounds.
 * @example pieceOf(withSet(kit, 'synthesised'), 'snare').strokes[0].set // => 'synthesised'
 */
export const withSet = (kit: Kit, set: SoundSet): Kit => ({
  ...kit,
  pieces: kit.pieces.map(piece => ({ ...piece, strokes: piece.strokes.map(stroke => ({ ...stroke, set })) })),
})

/** The set of sounds that all strokes of a kit use; undefined where they differ. `setOf(DEFAULT_KIT) // => 'recorded'` */
export function setOf(kit: Pick<Kit, 'pieces'>): SoundSet | undefined {
  const sets = new Set(kit.pieces.flatMap(piece => piece.strokes.map(stroke => stroke.set ?? 'recorded')))
  return sets.size === 1 ? [...sets][0] : undefined
}

/**
 * A kit where two neighbours may be struck by one limb at once, or no longer.
 * @example withPair(kit, 'snare', 'ride', true).reason // => 'This is not a valid kit. pairs.0: “Snare” and “Ride” stand 0.63 m apart; one limb can span 0.42 m. Move them together or take the pair out.'
 */
export function withPair(kit: Kit, a: string, b: string, on: boolean): Result<Kit> {
  const others = kit.pairs.filter(pair => !(pair.a === a && pair.b === b) && !(pair.a === b && pair.b === a))
  return readKit({ ...kit, pairs: on ? [...others, { a, b }] : others })
}

/**
 * The pieces near enough to one that a limb could span both, and that the same end of a limb strikes.
 * @example neighboursOf(kit, 'snare').map(piece => piece.id) // => ['high tom', 'mid tom']
 */
export function neighboursOf(kit: Kit, id: string): Piece[] {
  const own = pieceOf(kit, id)
  if (!own) return []
  return kit.pieces.filter(
    piece =>
      piece.id !== id &&
      metresApart(piece, own) <= NEIGHBOURS &&
      piece.strokes.some(stroke => own.strokes.some(other => other.by === stroke.by)),
  )
}
