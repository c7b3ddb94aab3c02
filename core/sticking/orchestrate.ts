import { together } from '#core/edit'
import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import { type Kit, type Limb, STROKE_KINDS, type StrokeKind, limbsInOrder, pieceOf, strokesFor } from '#core/kit'
import {
  type Groove,
  type Laid as PutIn,
  type Part,
  type Role,
  type Span,
  type Stroke,
  apply,
  asKind,
  backbeatTicks,
  cleared,
  inSpan,
  laid,
  makeGroove,
  makePart,
  sayCount,
  sayList,
} from '#core/groove'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import { MAX_COUNT, barStarts, beatsOf, slotsOf } from '#core/time'
import { FOOT_RULES, footTicks } from './foot'
import { type Ground, type LaidSticking, groundBars, layOn, layOver } from './lay'
import { type Hand, LETTER_NAMES, type Sticking, strikes, writeSticking } from './sticking'

/** What the bass drum does beside the foot strokes that are written: nothing, or go with a hand, with the accents, or into the gaps. */
export const BASS_RULES = [
  'as written',
  'on 1',
  'with the right hand',
  'with the left hand',
  'with the accents',
  'in the gaps',
] as const
const pieceName = words('The piece of a hand', 1, 60)
/** What a hand strikes, its accents (null: the same), and pieces it runs over stroke by stroke (empty: none). A stroke that is not given is plain. */
const handSchema = z.strictObject({
  piece: pieceName,
  stroke: oneOf(STROKE_KINDS, 'kind of stroke').optional(),
  accents: pieceName.nullable(),
  accentStroke: oneOf(STROKE_KINDS, 'kind of stroke').optional(),
  run: z.array(pieceName).max(32, { error: 'A hand runs over at most 32 pieces.' }),
})

/** How a sticking is put on the kit. */
export const orchestrationSchema = z.strictObject({
  view: oneOf(['pad', 'kit'], 'place to play a sticking on'),
  hands: z.strictObject({ R: handSchema, L: handSchema }),
  bass: oneOf(BASS_RULES, 'rule for the bass drum'),
  hatFoot: oneOf(FOOT_RULES, 'rule for the hat foot'),
  /** Felt beats, from 1, on which whichever hand falls there goes across to the snare, loud. */
  backbeat: z
    .array(whole('A beat of the backbeat', 1, MAX_COUNT))
    .max(MAX_COUNT, { error: `A backbeat has at most ${MAX_COUNT} beats.` }),
  /** Everything unaccented of the hands is a ghost; of the hand that is spared it is not. */
  ghosted: z.boolean({ error: 'ghosted is true or false.' }),
  spared: oneOf(['R', 'L'], 'hand').nullish(),
})
export type Orchestration = z.infer<typeof orchestrationSchema>

export const USUAL_ORCHESTRATION: Orchestration = {
  view: 'kit',
  hands: { R: { piece: 'hi-hat', accents: null, run: [] }, L: { piece: 'snare', accents: null, run: [] } },
  bass: 'as written',
  hatFoot: 'none',
  backbeat: [2, 4],
  ghosted: false,
}

/** What the groove to be is called, how fast, on which kit, and who leads. */
interface Target {
  id: string
  title: string
  bars: number
  bpm: number
  kit: Kit
  lead: Groove['lead']
}

const LIMB: Record<Hand, Limb> = { R: 'RH', L: 'LH' }

interface Struck {
  limb: Limb
  role: Role
  name: string
  stroke: Stroke
}

/** The nearest stroke a piece knows: a plain hit where it is known. */
const kindOn = (kit: Kit, pieceId: string, limb: Limb, wanted: StrokeKind = 'hit'): StrokeKind | undefined => {
  const kinds = pieceOf(kit, pieceId) ? strokesFor(present(pieceOf(kit, pieceId), 'piece'), limb) : []
  return kinds.includes(wanted) ? wanted : kinds[0]
}

/** One hand stroke on its piece: where its accent, its run or the backbeat sends it. */
function handStroke(
  laid: LaidSticking,
  nth: number,
  beat: number | undefined,
  { hands, backbeat, spared, view, ...how }: Orchestration,
  kit: Kit,
): Struck | string {
  const who = laid.who as Hand
  const ghosted = how.ghosted && spared !== who
  const limb = LIMB[who]
  const own = hands[who]
  const across = view === 'kit' && beat !== undefined && backbeat.includes(beat)
  const accent = laid.accent || across
  const plain = own.run.length ? own.run[nth % own.run.length]! : own.piece
  const piece = view === 'pad' ? kit.pieces[0]!.id : across ? 'snare' : laid.accent && own.accents ? own.accents : plain
  const asked = laid.accent && own.accents ? own.accentStroke : piece === own.piece ? own.stroke : undefined
  const kind = kindOn(kit, piece, limb, laid.ornament === 'buzz' ? 'buzz' : across || !asked ? 'hit' : asked)
  if (!kind)
    return `The ${LETTER_NAMES[who]} has no stroke on the ${pieceOf(kit, piece)?.name.toLowerCase() ?? piece} of this kit; choose another piece.`
  const ornament = laid.ornament && laid.ornament !== 'buzz' ? { ornament: laid.ornament } : {}
  const stroke: Stroke = { at: laid.at, piece, stroke: kind, level: accent ? 5 : ghosted ? 1 : 3, ...ornament }
  const hand = LETTER_NAMES[who]
  if (across) return { limb, role: 'backbeat', name: `Backbeat, ${hand}`, stroke }
  if (laid.accent) return { limb, role: 'comping', name: `Accents, ${hand}`, stroke }
  const cymbal = ['hi-hat', 'ride', 'crash'].includes(pieceOf(kit, piece)?.kind ?? '')
  return {
    limb,
    role: cymbal ? 'lead' : ghosted ? 'ghosts' : 'comping',
    name: `${ghosted && !cymbal ? 'Ghosts' : 'Sticking'}, ${hand}`,
    stroke,
  }
}

/**
 * What of an orchestration comes to nothing with this sticking, a sentence each: feet on a pad, a bass drum that follows what is not there.
 * @example sayUnplayed(readSticking('rl').value, { ...USUAL_ORCHESTRATION, bass: 'with the accents' }) // => ['This sticking has no accents: the bass drum goes with the backbeat.']
 */
export function sayUnplayed(sticking: Sticking, { view, bass, hatFoot, backbeat }: Orchestration): string[] {
  if (view === 'pad') {
    const feet = [
      ...(sticking.some(place => strikes(place, 'F')) || bass !== 'as written' ? ['the foot'] : []),
      ...(hatFoot !== 'none' ? ['the hat foot'] : []),
    ]
    return feet.length ? [`A pad has no pedal: ${sayList(feet)} ${feet.length > 1 ? 'are' : 'is'} left out.`] : []
  }
  const follows: Partial<Record<Orchestration['bass'], [boolean, string]>> = {
    'with the accents': [sticking.some(place => place?.accent && place.who !== 'F'), 'accents'],
    'with the right hand': [sticking.some(place => place?.who === 'R'), 'right hand'],
    'with the left hand': [sticking.some(place => place?.who === 'L'), 'left hand'],
  }
  const [there, what] = follows[bass] ?? [true, '']
  if (!there && bass === 'with the accents' && backbeat.length)
    return ['This sticking has no accents: the bass drum goes with the backbeat.']
  return there ? [] : [`This sticking has no ${what}: the bass drum goes with nothing.`]
}

/** The ticks at which the bass drum joins in by its rule; with accents that are not there it goes with the backbeat. */
function bassTicks(
  laid: readonly LaidSticking[],
  { bars, places }: Pick<Floor, 'bars' | 'places'>,
  { bass, backbeat }: Pick<Orchestration, 'bass' | 'backbeat'>,
): number[] {
  const byHand = (who: Hand) => laid.filter(stroke => stroke.who === who).map(stroke => stroke.at)
  switch (bass) {
    case 'as written':
      return []
    case 'on 1':
      return barStarts(bars).filter(at => places.includes(at))
    case 'with the right hand':
      return byHand('R')
    case 'with the left hand':
      return byHand('L')
    case 'with the accents': {
      const accents = laid.filter(stroke => stroke.accent && stroke.who !== 'F').map(stroke => stroke.at)
      const beats = new Set(beatsOf(bars).flatMap(({ at, beat }) => (backbeat.includes(beat + 1) ? [at] : [])))
      return accents.length ? accents : laid.map(stroke => stroke.at).filter(at => beats.has(at))
    }
    case 'in the gaps': {
      const taken = new Set(laid.map(stroke => stroke.at))
      return places.filter(at => !taken.has(at))
    }
  }
}

/** Where no backbeat was asked for, accents of a hand that make one by themselves are called one. */
function asBackbeat(bars: Groove['bars'], part: Part): Part {
  const own = backbeatTicks({ bars, parts: [{ ...part, role: 'backbeat' }] })
  return own.length === part.strokes.length && part.strokes.every(stroke => stroke.level === 5)
    ? { ...part, role: 'backbeat', name: part.name.replace('Accents', 'Backbeat') }
    : part
}

/** A hand’s accents on what it plays anyway are one line with the rest, so that they can be shifted along it. */
const inOneLine = (parts: readonly Part[]): Part[] =>
  parts.flatMap(part => {
    const lineOf = (one: Part, name: string) =>
      parts.find(other => other.limb === one.limb && other.name.startsWith(name))
    const along = (one: Part | undefined, line: Part | undefined): boolean =>
      !!one && !!line && one.strokes.every(({ piece }) => line.strokes.some(other => other.piece === piece))
    if (part.name.startsWith('Accents')) return along(part, lineOf(part, 'Sticking')) ? [] : [part]
    const accents = part.name.startsWith('Sticking') ? lineOf(part, 'Accents') : undefined
    return accents && along(accents, part)
      ? [{ ...part, strokes: [...part.strokes, ...accents.strokes].sort((a, b) => a.at - b.at) }]
      : [part]
  })

/** Where strokes are laid and by whom: the bars, the places in ticks that letters and gaps may have, and whose kit and lead it is. */
interface Floor {
  bars: Groove['bars']
  places: readonly number[]
  kit: Kit
  lead: Groove['lead']
}

/** A sticking that is laid as parts named for what they do: each hand's plain strokes, its accents, the backbeat, the bass drum and the hat foot. */
function partsFrom(
  laid: readonly LaidSticking[],
  how: Orchestration,
  { bars, places, kit, lead }: Floor,
  newId: (n: number) => string,
): Result<Part[]> {
  const beatAt = new Map(beatsOf(bars).map(beat => [beat.at, beat.beat + 1]))
  const struck: Struck[] = []
  const strokes: Record<Hand, number> = { R: 0, L: 0 }
  for (const one of laid) {
    if (one.who === 'F') continue
    const made = handStroke(one, strokes[one.who]++, beatAt.get(one.at), how, kit)
    if (typeof made === 'string') return refuse(made)
    struck.push(made)
  }
  if (how.view === 'kit') {
    const within = (at: number) => at >= places[0]! && at <= places.at(-1)!
    const foot = (limb: Limb, role: Role, name: string, piece: string, ats: Iterable<[number, boolean]>) => {
      const kind = kindOn(kit, piece, limb, piece === 'hi-hat' ? 'chick' : 'hit')
      for (const [at, loud] of kind ? ats : [])
        struck.push({ limb, role, name, stroke: { at, piece, stroke: kind!, level: loud ? 5 : 4 } })
    }
    const written = laid.filter(stroke => stroke.who === 'F').map(({ at, accent }): [number, boolean] => [at, accent])
    const joined = bassTicks(laid, { bars, places }, how).map((at): [number, boolean] => [at, false])
    const [main, other] = lead === 'right' ? (['RF', 'LF'] as const) : (['LF', 'RF'] as const)
    foot(main, 'bass drum', 'Bass drum', 'bass drum', new Map([...joined, ...written]))
    foot(
      other,
      'hat foot',
      'Hat foot',
      'hi-hat',
      footTicks(bars, how.hatFoot)
        .filter(within)
        .map((at): [number, boolean] => [at, false]),
    )
  }
  const order = limbsInOrder(lead)
  const parts = new Map<string, Part>()
  for (const { limb, role, name, stroke } of struck.sort(
    (a, b) => order.indexOf(a.limb) - order.indexOf(b.limb) || a.stroke.at - b.stroke.at,
  )) {
    const key = `${limb} ${name}`
    const part = parts.get(key) ?? makePart({ id: newId(parts.size + 1), name, role, limb })
    parts.set(key, { ...part, strokes: [...part.strokes, stroke] })
  }
  if (!parts.size)
    return refuse(
      'Nothing of this sticking sounds here: it has only foot strokes, and a pad has no pedal. Look at it on the kit.',
    )
  const groove = {
    bars,
    parts: inOneLine(
      how.backbeat.length ? [...parts.values()] : [...parts.values()].map(part => asBackbeat(bars, part)),
    ),
  }
  // Open hats last as they usually do, which only all of the strokes together tell.
  return ok(
    groove.parts.map(part => ({
      ...part,
      strokes: part.strokes.map(stroke => (stroke.stroke === 'open' ? asKind(groove, stroke, 'open') : stroke)),
    })),
  )
}

/**
 * A sticking as a separate groove. On the pad both hands play its one piece and no foot joins.
 * @example rows(orchestrate(readSticking('rlrrlrll').value, sixteenths, USUAL_ORCHESTRATION, { id: 'new', title: 'New', bars: 1, bpm: 90, kit, lead: 'right' })) // => { 'new-1': '3.33.3..3.33.3..', 'new-2': '.3....33.3....33', 'new-3': '....5.......5...' }
 */
export function orchestrate(
  sticking: Sticking,
  ground: Ground,
  how: Orchestration,
  { id, title, bars: count, bpm, kit, lead }: Target,
): Result<Groove> {
  const bars = groundBars(ground, count)
  const parts = partsFrom(
    layOver(sticking, ground, count),
    how,
    { bars, places: slotsOf(bars).map(slot => slot.at), kit, lead },
    n => `${id}-${n}`.slice(-64),
  )
  return parts.ok
    ? ok(
        makeGroove({
          id,
          title,
          bars,
          lead,
          kitId: kit.id,
          parts: parts.value,
          tempo: { bpm, counts: '1/4' },
          notes: `From the sticking ${writeSticking(sticking, ground.slots)}, over ${sayCount(count, 'bar')}.`,
        }),
      )
    : parts
}

/**
 * A sticking laid over a span of a groove that is there, a letter a slot of the groove's own grid, again and again to the span's end.
 * The limbs that it uses leave out what they had there; all else stays.
 * @example layOverSpan(groove, { from: 0, to: 5040 }, readSticking('rlrf').value, false, USUAL_ORCHESTRATION, kit, n => `new-${n}`).ok // => true
 */
export function layOverSpan(
  groove: Groove,
  span: Span,
  sticking: Sticking,
  changing: boolean,
  how: Orchestration,
  kit: Kit,
  newId: (n: number) => string,
): Result<PutIn> {
  const places = slotsOf(groove.bars)
    .map(slot => slot.at)
    .filter(at => inSpan(span, at))
  const parts = partsFrom(
    layOn(sticking, changing, places),
    how,
    { bars: groove.bars, places, kit, lead: groove.lead },
    newId,
  )
  if (!parts.ok) return parts
  const used = new Set(parts.value.map(part => part.limb))
  const clear = cleared({ ...groove, parts: groove.parts.filter(part => used.has(part.limb)) }, span)
  const bare = apply(groove, clear)
  if (!bare.ok) return bare
  const put = laid(
    bare.value.document,
    {
      length: span.to - span.from,
      parts: parts.value.map(part => ({
        ...part,
        strokes: part.strokes.map(stroke => ({ ...stroke, at: stroke.at - span.from })),
      })),
    },
    span.from,
    newId,
  )
  return ok({ ...put, edit: together('Lay the sticking over', [clear, put.edit]) })
}
