import { z } from 'zod'
import { oneOf } from '#core/fields'
import { type Result, readAs } from '#core/result'
import { upgraded } from '#core/upgrade'
import { KIT_LIMITS, NEIGHBOURS, metresApart } from './bounds'
import { HEADS, STAFF_RANGE } from './heads'
import { PIECE_KINDS } from './kinds'
import type { Limits } from './limits'
import { KIT_SHAPE } from './shapes'
import { SOUND_SETS, SOUNDS } from './sounds'
import { STROKE_KINDS } from './strokes'

const number = (what: string, least: number, most: number) => {
  const error = `${what} is a number from ${least} to ${most}.`
  return z.number({ error }).min(least, { error }).max(most, { error })
}
const name = (what: string) =>
  z
    .string({ error: `${what} is text.` })
    .trim()
    .min(1, { error: `${what} is empty; give it one.` })
    .max(60, { error: `${what} is at most 60 characters.` })

/** A sound of the player's own: the file it is kept as, by its hash, what it was called, and how hard a stroke it is of. */
const ownSoundSchema = z.strictObject({
  asset: z
    .string({ error: 'A sound of your own is named by its hash.' })
    .regex(/^[0-9a-f]{64}$/, {
      error: 'A sound of your own is named by the SHA-256 of its file, 64 hexadecimal digits.',
    }),
  name: z
    .string({ error: 'The name of a sound is text.' })
    .trim()
    .min(1, { error: 'The name of a sound is empty; give it one.' })
    .max(80, { error: 'The name of a sound is at most 80 characters.' }),
  level: z.literal([1, 2, 3, 4, 5], { error: 'A level is a whole number from 1 to 5.' }),
})

const noteError = 'A MIDI note is a whole number from 0 to 127.'
const pieceStrokeSchema = z.strictObject({
  kind: oneOf(STROKE_KINDS, 'kind of stroke'),
  by: oneOf(['hand', 'foot'], 'end of a limb'),
  note: z.int({ error: noteError }).min(0, { error: noteError }).max(127, { error: noteError }),
  /** The sound it uses, where it is not the usual one of its piece. */
  sound: oneOf(SOUNDS, 'sound').optional(),
  /** Whether that sound is the recorded or the synthesised one; recorded where nothing is said and there is a recording. */
  set: oneOf(SOUND_SETS, 'set of sounds').optional(),
  /** The player's own sounds in its place: several of one level are taken in turn. */
  own: z
    .array(ownSoundSchema)
    .max(KIT_LIMITS.ownSounds, { error: `A stroke has at most ${KIT_LIMITS.ownSounds} sounds of your own.` })
    .optional(),
  staff: z
    .strictObject({
      place: number('A place on the staff', STAFF_RANGE.lowest, STAFF_RANGE.highest).int({
        error: 'A place on the staff is a whole number of steps.',
      }),
      head: oneOf(HEADS, 'note head'),
    })
    .optional(),
})

/** Where a piece is struck, seen from above in metres: x to the player's right, y away from the player, the stool at (0, 0). */
const placeSchema = z.strictObject({
  x: number('x, in metres,', -KIT_LIMITS.metres, KIT_LIMITS.metres),
  y: number('y, in metres,', -KIT_LIMITS.metres, KIT_LIMITS.metres),
})

const pieceSchema = z
  .strictObject({
    id: name('The id of a piece'),
    name: name('The name of a piece'),
    kind: oneOf(PIECE_KINDS, 'kind of piece'),
    /** Sets pieces of a kind apart: 1 for the kind's usual size, 1.3 a smaller one. */
    pitch: number('A pitch', KIT_LIMITS.pitch.least, KIT_LIMITS.pitch.most),
    /** How much louder or softer than usual it is heard, in dB; 0 where nothing is said. */
    trim: number('A trim, in dB,', KIT_LIMITS.trim.least, KIT_LIMITS.trim.most).optional(),
    stands: placeSchema,
    /** How many beaters a pedal has: one where nothing is said; with two, both feet play the one drum. */
    beaters: z.literal([1, 2], { error: 'A pedal has 1 beater or 2.' }).optional(),
    /** Hats that a clutch can hold shut, so that their foot is free. */
    clutch: z.boolean({ error: 'A clutch is there or not: true or false.' }).optional(),
    strokes: z.array(pieceStrokeSchema).min(1, { error: 'A piece has at least one stroke.' }),
  })
  .superRefine((piece, ctx) => {
    const seen = new Set<string>()
    if (piece.beaters && !piece.strokes.some(({ by }) => by === 'foot'))
      ctx.addIssue({
        code: 'custom',
        path: ['beaters'],
        message: `“${piece.name}” is struck by no foot; beaters are a pedal’s.`,
      })
    if (piece.clutch && piece.kind !== 'hi-hat')
      ctx.addIssue({ code: 'custom', path: ['clutch'], message: `“${piece.name}” is no hi-hat; a clutch is one’s.` })
    piece.strokes.forEach(({ kind, by }, s) => {
      if (seen.has(kind + by))
        ctx.addIssue({
          code: 'custom',
          path: ['strokes', s, 'kind'],
          message: `“${piece.name}” has the stroke “${kind}” by ${by} twice; once is enough.`,
        })
      seen.add(kind + by)
    })
  })

const kitSchema = z
  .strictObject({
    format: z.literal(KIT_SHAPE.format, {
      error: `format is "${KIT_SHAPE.format}"; this is some other kind of document.`,
    }),
    version: z.literal(KIT_SHAPE.version, {
      error: issue =>
        `version is ${KIT_SHAPE.version}; this kit says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
    }),
    id: z
      .string({ error: 'An id is text.' })
      .regex(/^[A-Za-z0-9_-]{1,64}$/, { error: 'An id is 1 to 64 letters, digits, hyphens or underscores.' }),
    name: name('The name of a kit'),
    /** How the hands lie: crossed, the lead hand over to the hats, or open-handed, each to its own side. */
    hands: oneOf(['crossed', 'open'], 'way to hold the hands').default('crossed'),
    pieces: z
      .array(pieceSchema)
      .min(1, { error: 'A kit has at least one piece.' })
      .max(KIT_LIMITS.pieces, { error: `A kit has at most ${KIT_LIMITS.pieces} pieces.` }),
    /** Neighbouring pieces that this player can strike with one limb at once. */
    pairs: z.array(z.strictObject({ a: z.string(), b: z.string() })).default([]),
  })
  .superRefine((kit, ctx) => {
    const ids = new Set<string>()
    const noteOwners = new Map<number, (typeof kit.pieces)[number]>()
    kit.pieces.forEach((piece, p) => {
      if (ids.has(piece.id))
        ctx.addIssue({
          code: 'custom',
          path: ['pieces', p, 'id'],
          message: `Two pieces have the id “${piece.id}”; each needs its own.`,
        })
      ids.add(piece.id)
      piece.strokes.forEach(({ note }, s) => {
        const owner = noteOwners.get(note)
        if (owner !== undefined && owner.kind !== piece.kind) {
          ctx.addIssue({
            code: 'custom',
            path: ['pieces', p, 'strokes', s, 'note'],
            message: `MIDI note ${note} is already that of “${owner.name}”. Strokes of one piece, and pieces of one kind, may share a note; others may not, or a file could not be read back.`,
          })
        } else noteOwners.set(note, piece)
      })
    })
    kit.pairs.forEach(({ a, b }, i) => {
      const [one, other] = [a, b].map(id => kit.pieces.find(piece => piece.id === id))
      const path = ['pairs', i]
      if (!one || !other || a === b)
        return ctx.addIssue({ code: 'custom', path, message: 'A pair is two different pieces of this kit.' })
      const apart = metresApart(one, other)
      if (apart > NEIGHBOURS)
        ctx.addIssue({
          code: 'custom',
          path,
          message: `“${one.name}” and “${other.name}” stand ${apart.toFixed(2)} m apart; one limb can span ${NEIGHBOURS} m. Move them together or take the pair out.`,
        })
    })
  })

/** One stroke a piece knows, the limbs' end it is for, its MIDI note, and its sound and staff place where they are not the usual. */
export type PieceStroke = z.infer<typeof pieceStrokeSchema>
export type OwnSound = z.infer<typeof ownSoundSchema>
export type Place = z.infer<typeof placeSchema>
/** One thing on the kit. */
export type Piece = z.infer<typeof pieceSchema>
/**
 * A kit: pieces by the names that grooves refer to them by, where they are, and how this player plays them. `limits` are
 * those of the player who sits at it, put there by whoever knows the player; they are no part of the document.
 */
export type Kit = z.infer<typeof kitSchema> & { limits?: Limits }

/**
 * A kit from unknown data; defaults are filled in, anything wrong is named.
 * @example readKit({ ...kit, pieces: [] }).reason // => 'This is not a valid kit. pieces: A kit has at least one piece.'
 */
export function readKit(input: unknown): Result<Kit> {
  const document = upgraded(input, KIT_SHAPE)
  return document.ok ? readAs(kitSchema, document.value, 'kit') : document
}
