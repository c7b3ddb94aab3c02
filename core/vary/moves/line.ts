import { type GuideNote, type Groove, type Part, type Role, type Stroke, guideOf, isLong, sayCount } from '#core/groove'
import { type Kit, type Level, type Limb, type PieceKind, isHand, piecesFor } from '#core/kit'
import { present } from '#core/present'
import { refuse } from '#core/result'
import { type Move, word } from '../move'
import {
  addStrokes,
  atLevel,
  backbeatAt,
  bassFoot,
  eachStroke,
  freeHand,
  gridOf,
  hatFoot,
  inOrder,
  isLead,
  leadHand,
  made,
  onPiece,
} from '../work'

/** What a reading is made from: the notes of the line, whose limbs do what, and the ticks of the slots between the notes. */
interface Ground {
  groove: Groove
  kit: Kit
  notes: readonly GuideNote[]
  lead: Limb
  free: Limb
  bass: Limb
  hat: Limb
  between: readonly number[]
}

/** One way of playing a line: a drummer’s name for it, and what limbs that leave their own parts play instead. */
interface LineReading {
  id: string
  name: string
  make(ground: Ground): Groove
}

/** Where the notes begin. */
const starts = (notes: readonly GuideNote[]): number[] => notes.map(note => note.at)

/** The groove without what some limbs play; parts that are kept, and locked ones, stay. */
const without = (groove: Groove, limbs: readonly Limb[], kept: (part: Part) => boolean = () => false): Groove =>
  eachStroke(
    groove,
    part => limbs.includes(part.limb) && !kept(part),
    () => undefined,
  )

/** A limb leaves out what it plays at these ticks. */
const silentAt = (groove: Groove, limb: Limb, ats: readonly number[]): Groove =>
  eachStroke(
    groove,
    part => part.limb === limb,
    stroke => (ats.includes(stroke.at) ? undefined : stroke),
  )

/** The first piece of these kinds, in their order, that a limb can strike; where the kit has none of them, any it can strike. */
function pieceBy({ kit }: Ground, limb: Limb, kinds: readonly PieceKind[]): string {
  const pieces = piecesFor(kit, limb)
  return (kinds.map(kind => pieces.find(piece => piece.kind === kind)).find(Boolean) ?? pieces[0])?.id ?? kinds[0]!
}

/** Strokes of a limb at ticks, each at its level, on the first of these kinds that it can strike. */
function play(
  ground: Ground,
  groove: Groove,
  limb: Limb,
  role: Role,
  name: string,
  kinds: readonly PieceKind[],
  at: readonly { at: number; level: Level }[],
): Groove {
  const piece = pieceBy(ground, limb, kinds)
  const strokes = at.flatMap((one): Stroke[] => {
    const stroke = onPiece(
      groove,
      ground.kit,
      limb,
      { at: one.at, piece: isHand(limb) ? 'snare' : 'bass drum', stroke: 'hit', level: one.level },
      piece,
    )
    return stroke ? [stroke] : []
  })
  return addStrokes(groove, limb, role, name, inOrder(strokes))
}

const SNARE: readonly PieceKind[] = ['snare', 'pad']
const BASS: readonly PieceKind[] = ['bass drum']
const CRASH: readonly PieceKind[] = ['crash', 'china', 'splash', 'ride', 'hi-hat']

const snare = (ground: Ground, groove: Groove, at: readonly GuideNote[], limb = ground.free): Groove =>
  play(ground, groove, limb, 'comping', 'The line', SNARE, at)
const bass = (ground: Ground, groove: Groove, at: readonly { at: number; level: Level }[]): Groove =>
  play(ground, groove, ground.bass, 'bass drum', 'Bass drum', BASS, at)
/** A crash of the lead hand in place of what it would play there. */
const crash = (ground: Ground, groove: Groove, at: readonly GuideNote[]): Groove =>
  play(ground, silentAt(groove, ground.lead, starts(at)), ground.lead, 'other', 'Crash', CRASH, at)

const at = (ticks: readonly number[], level: Level) => ticks.map(tick => ({ at: tick, level }))
/** The notes taken in turn by two hands, the lead first. */
const byTurns = <T>(list: readonly T[]): [T[], T[]] => [
  list.filter((_, i) => i % 2 === 0),
  list.filter((_, i) => i % 2 === 1),
]
/** A note is set up where nothing of the line begins less than a quarter before it. */
const FREE_BEFORE = 5040
/** A stroke that sets a note up comes an eighth before it. */
const SET_UP = 2520

/** The tick of the first slot after a note that is none itself; undefined where the next note follows at once. */
function answerTo({ groove, notes }: Ground, note: GuideNote): number | undefined {
  const { slots, total } = gridOf(groove)
  const next = slots.find(slot => slot.at > note.at)?.at ?? 0
  return starts(notes).includes(next % total) ? undefined : next % total
}

/** The ways in which a line is commonly read. Feet and hands that a reading does not name go on as they were. */
export const LINE_READINGS: readonly LineReading[] = [
  {
    id: 'accents',
    name: 'accents in single strokes',
    make(ground) {
      const { groove, notes, between, lead, free } = ground
      const loud = new Set(starts(notes))
      const [first, second] = byTurns(
        [...starts(notes), ...between]
          .sort((a, b) => a - b)
          .map(tick => ({ at: tick, level: (loud.has(tick) ? 5 : 1) as Level })),
      )
      const cleared = without(groove, [lead, free])
      return play(
        ground,
        play(ground, cleared, lead, 'lead', 'Single strokes', SNARE, first),
        free,
        'other',
        'Single strokes, other hand',
        SNARE,
        second,
      )
    },
  },
  {
    id: 'crash',
    name: 'short on the snare, long on the bass drum with a crash',
    make(ground) {
      const { groove, notes, free, bass: foot } = ground
      const long = notes.filter(isLong)
      return crash(
        ground,
        bass(
          ground,
          snare(
            ground,
            without(groove, [free, foot]),
            notes.filter(note => !isLong(note)),
          ),
          long,
        ),
        long,
      )
    },
  },
  {
    id: 'comping',
    name: 'snare, under the lead',
    make: ground => snare(ground, without(ground.groove, [ground.free]), ground.notes),
  },
  {
    id: 'comping-both',
    name: 'short on the snare, long on the bass drum, under the lead',
    make: ground =>
      bass(
        ground,
        snare(
          ground,
          without(ground.groove, [ground.free, ground.bass]),
          ground.notes.filter(note => !isLong(note)),
        ),
        ground.notes.filter(isLong),
      ),
  },
  {
    id: 'bass',
    name: 'bass drum with the line',
    make: ground => bass(ground, without(ground.groove, [ground.bass]), ground.notes),
  },
  {
    id: 'bass-beside',
    name: 'bass drum with the line, but for the backbeat',
    make(ground) {
      const back = backbeatAt(ground.groove)
      return bass(
        ground,
        without(ground.groove, [ground.bass]),
        ground.notes.filter(note => !back.includes(note.at)),
      )
    },
  },
  {
    id: 'fill-hand',
    name: 'lead hand on the line, the other hand fills in',
    make(ground) {
      const { groove, notes, between, lead, free } = ground
      return play(
        ground,
        play(ground, without(groove, [lead, free]), lead, 'lead', 'The line', SNARE, notes),
        free,
        'ghosts',
        'Filled in',
        SNARE,
        at(between, 1),
      )
    },
  },
  {
    id: 'fill-bass',
    name: 'hands on the line, the bass drum fills in',
    make(ground) {
      const { groove, notes, between, lead, free, bass: foot } = ground
      const [first, second] = byTurns(notes)
      const hands = snare(ground, snare(ground, without(groove, [lead, free, foot]), first, lead), second, free)
      return bass(ground, hands, at(between, 3))
    },
  },
  {
    id: 'fill-hands',
    name: 'bass drum on the line, the hands fill in',
    make(ground) {
      const { groove, notes, between, lead, free, bass: foot } = ground
      const [first, second] = byTurns(between)
      const cleared = without(groove, [lead, free, foot])
      return bass(
        ground,
        play(
          ground,
          play(ground, cleared, lead, 'ghosts', 'Filled in', SNARE, at(first, 2)),
          free,
          'ghosts',
          'Filled in, other hand',
          SNARE,
          at(second, 2),
        ),
        notes,
      )
    },
  },
  {
    id: 'set-up',
    name: 'set up by the snare, then hit',
    make(ground) {
      const { groove, notes, free, bass: foot } = ground
      const { total, slotAt } = gridOf(groove)
      const begins = starts(notes)
      const hits = notes.filter(
        ({ at: tick }) => !begins.some(other => other !== tick && (tick - other + total) % total < FREE_BEFORE),
      )
      const before = hits
        .map(hit => (hit.at - SET_UP + total) % total)
        .filter(tick => slotAt.has(tick) && !begins.includes(tick))
      const rest = notes.filter(note => !hits.includes(note))
      const kept = without(groove, [free, foot])
      return crash(
        ground,
        bass(
          ground,
          snare(ground, kept, [...rest, ...before.map(tick => ({ at: tick, length: SET_UP, level: 4 as Level }))]),
          hits,
        ),
        hits,
      )
    },
  },
  {
    id: 'together',
    name: 'all together, and nothing else',
    make: ground =>
      crash(
        ground,
        bass(
          ground,
          snare(ground, without(ground.groove, [ground.lead, ground.free, ground.bass]), ground.notes),
          ground.notes,
        ),
        ground.notes,
      ),
  },
  {
    id: 'lead-accents',
    name: 'accents of the lead',
    make({ groove, notes }) {
      const lead = isLead(groove)
      const loud = new Set(starts(notes))
      return eachStroke(
        groove,
        part => lead(part) && isHand(part.limb),
        stroke => atLevel(stroke, loud.has(stroke.at) ? 5 : Math.min(stroke.level, 2)),
      )
    },
  },
  {
    id: 'openings',
    name: 'hats open on the long notes',
    make({ groove, notes, kit, lead }) {
      const long = new Map(notes.filter(isLong).map(note => [note.at, note]))
      return eachStroke(
        groove,
        part => part.limb === lead,
        stroke => {
          const note = long.get(stroke.at)
          const hats = note && kit.pieces.find(piece => piece.id === stroke.piece)?.kind === 'hi-hat'
          if (!hats) return stroke
          const next = groove.parts
            .filter(part => part.limb === lead)
            .flatMap(part => part.strokes)
            .map(other => other.at)
            .filter(tick => tick > stroke.at && tick < stroke.at + note.length)
          return {
            ...stroke,
            stroke: 'open',
            level: note.level,
            openFor: Math.min(note.length, ...next.map(tick => tick - stroke.at)),
          }
        },
      )
    },
  },
  {
    id: 'drums',
    name: 'round the drums, under the lead',
    make(ground) {
      const { groove, notes, kit, free } = ground
      const drums = [
        pieceBy(ground, free, SNARE),
        ...piecesFor(kit, free)
          .filter(piece => piece.kind === 'tom')
          .map(piece => piece.id),
        ...piecesFor(kit, free)
          .filter(piece => piece.kind === 'floor tom')
          .map(piece => piece.id),
      ]
      const strokes = notes.flatMap((note, i): Stroke[] => {
        const stroke = onPiece(
          groove,
          kit,
          free,
          { at: note.at, piece: 'snare', stroke: 'hit', level: note.level },
          drums[i % drums.length]!,
        )
        return stroke ? [stroke] : []
      })
      return addStrokes(without(groove, [free]), free, 'comping', 'The line', strokes)
    },
  },
  {
    id: 'hat-foot',
    name: 'hat foot with the line, long ones splashed',
    make: ({ groove, notes, hat }) =>
      addStrokes(
        without(groove, [hat]),
        hat,
        'hat foot',
        'Hat foot',
        notes.map(note => ({ at: note.at, piece: 'hi-hat', stroke: isLong(note) ? 'splash' : 'chick', level: 3 })),
      ),
  },
  {
    id: 'answer',
    name: 'snare on the line, answered by the bass drum',
    make(ground) {
      const { groove, notes, free, bass: foot } = ground
      const answers = notes.flatMap(note => answerTo(ground, note) ?? [])
      return bass(
        ground,
        snare(ground, without(groove, [free, foot]), notes),
        at(
          [...new Set(answers)].sort((a, b) => a - b),
          4,
        ),
      )
    },
  },
]

/** The groove without parts that had strokes and have none left: what a reading does not use goes. */
const tidied = (before: Groove, after: Groove): Groove => ({
  ...after,
  parts: after.parts.filter(
    part => part.strokes.length || !before.parts.find(one => one.id === part.id)?.strokes.length,
  ),
})

/** The line above given to the limbs, one way or another. */
export const readLine: Move = {
  id: 'read-line',
  traits: ['displaces', 'lead to the snare'],
  name: 'Play the line above',
  group: 'line above',
  keeps: [],
  about: 'Gives the rhythm above the lanes to limbs, in one of the ways in which such lines are read.',
  params: [
    { id: 'line', name: 'Line', kind: 'guide' },
    {
      id: 'how',
      name: 'How',
      kind: 'choice',
      of: LINE_READINGS.map(reading => reading.name),
      usual: LINE_READINGS[1]!.name,
    },
  ],
  make(groove, params, kit) {
    const guide = guideOf(groove, word(params, 'line'))
    if (!guide?.notes.length)
      return refuse(guide ? `“${guide.name}” has no notes yet.` : 'There is no line above the lanes.')
    const reading = present(
      LINE_READINGS.find(one => one.name === word(params, 'how')),
      'line reading',
    )
    const begins = new Set(starts(guide.notes))
    const between = gridOf(groove)
      .slots.map(slot => slot.at)
      .filter(tick => !begins.has(tick))
    const after = reading.make({
      groove,
      kit,
      notes: guide.notes,
      lead: leadHand(groove),
      free: freeHand(groove),
      bass: bassFoot(groove),
      hat: hatFoot(groove),
      between,
    })
    return made(
      groove,
      after === groove ? groove : tidied(groove, after),
      () => `“${guide.name}” as ${reading.name}: ${sayCount(guide.notes.length, 'note')}.`,
      'It is played so already, or no limb is free for it.',
    )
  },
}

export const LINE_MOVES: readonly Move[] = [readLine]
