import { eachOf } from '#core/upgrade'
import { HOUSE_LIMITS, type Limit } from './limits'

type Fields = Record<string, unknown>
const fields = (value: unknown): Fields => (typeof value === 'object' && value !== null ? (value as Fields) : {})

/** Our limits of version 1, which knew one speed of a hand and one of a foot. */
const WERE = {
  hand: { easy: 1 / 5, hard: 1 / 8 },
  foot: { easy: 1 / 4, hard: 1 / 6.5 },
  double: { easy: 0.09, hard: 0.06 },
}

/** What a player had made their own of version 1 is kept, a speed as that of a run; what they had left as it was goes by ours of today. */
function limitsFrom1(old: Fields): Fields {
  const own = (key: keyof typeof WERE, ours: Limit): unknown => {
    const was = fields(old[key])
    return old[key] === undefined || (was.easy === WERE[key].easy && was.hard === WERE[key].hard) ? ours : old[key]
  }
  return {
    ...HOUSE_LIMITS,
    run: { hand: own('hand', HOUSE_LIMITS.run.hand), foot: own('foot', HOUSE_LIMITS.run.foot) },
    double: own('double', HOUSE_LIMITS.double),
    travel: old.travel ?? HOUSE_LIMITS.travel,
    control: old.control ?? HOUSE_LIMITS.control,
  }
}

/** A kit of version 1 as one of version 2, whose strokes may say which set of sounds they use, and have sounds of the player's own. */
export const kitFrom1 = (old: Fields): Fields => old

/** A kit of version 2 as one of version 3, whose pedals may have two beaters: it has one on each. */
export const kitFrom2 = (old: Fields): Fields => old

const pick = (from: Fields, keys: readonly string[]): Fields =>
  Object.fromEntries(keys.filter(key => from[key] !== undefined).map(key => [key, from[key]]))

/** Strokes of hats that version 4 has beside open and closed ones, and the one whose MIDI note they share. */
const DEGREES_OF_4 = [
  ['half open', 'open'],
  ['loose', 'open'],
  ['tight', 'hit'],
] as const

/** A kit of version 3 as one of version 4, whose hats can be half open, loose and tight wherever they can be open; and may have a clutch. */
export const kitFrom3 = (old: Fields): Fields => ({
  ...old,
  pieces: eachOf(old.pieces, piece => {
    const strokes = Array.isArray(piece.strokes) ? piece.strokes.map(fields) : []
    const byHand = (kind: string) => strokes.find(stroke => stroke.kind === kind && stroke.by === 'hand')
    if (piece.kind !== 'hi-hat' || !byHand('open')) return piece
    const at = strokes.findIndex(stroke => stroke === byHand('open')) + 1
    const more = DEGREES_OF_4.flatMap(([kind, like]) => {
      const known = byHand(like)
      return known && !byHand(kind)
        ? [{ kind, by: 'hand', note: known.note, ...pick(known, ['sound', 'set', 'staff']) }]
        : []
    })
    return { ...piece, strokes: strokes.toSpliced(at, 0, ...more) }
  }),
})

/** A kit of version 4 as one of version 5, whose pieces may be trimmed: as they were. */
export const kitFrom4 = (old: Fields): Fields => old

/** A player of version 1 as one of version 2. */
export const playerFrom1 = (old: Fields): Fields =>
  old.limits === undefined ? old : { ...old, limits: limitsFrom1(fields(old.limits)) }

/** A player of version 2 as one of version 3, which says how they practise: as it ships. */
export const playerFrom2 = (old: Fields): Fields => old

/** A player of version 3 as one of version 4, which says what they like: nothing yet. */
export const playerFrom3 = (old: Fields): Fields => old

/** A player of version 4 as one of version 5, which says how loud each thing is and from where it is heard: as it ships. */
export const playerFrom4 = (old: Fields): Fields => old

/** A player of version 5 as one of version 6, which has the sound of the click, a room and a lamp: as they ship. */
export const playerFrom5 = (old: Fields): Fields => old
