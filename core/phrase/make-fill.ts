import { type Groove, type Stroke, grooveTicks, sayCount } from '#core/groove'
import { type Level, type Limb, type Piece, nearestPiece, otherSide, pieceOf, strokesFor } from '#core/kit'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import {
  type LaidSticking,
  type Sticking,
  handsChanged,
  layOn,
  ownGroup,
  readSticking,
  RUDIMENTS,
  rudimentSticking,
} from '#core/sticking'
import { LETTERS, isQuiet } from '#core/style'
import {
  type Slot,
  type Tempo,
  beatAt,
  beatTicks,
  beatsOf,
  divides,
  mod,
  slotsOf,
  swingOf,
  tickSeconds,
} from '#core/time'
import { type FillLoudness, PHRASE_LIMITS } from './bounds'
import type { FillGround } from './fill-ground'
import { type WalkBlow, type Moorings, walk } from './walk'
import type { Fill, FillSource, FillStroke } from './schema'

/** What a fill is to be; all that it keeps follows from this and its ground. */
export type FillWish = Omit<Fill, 'takes' | 'landing' | 'leaveOut' | 'grid'> & Partial<Pick<Fill, 'leaveOut' | 'grid'>>

/** How many takes are made of a fill that is led again each time. */
const TAKES = 4
/** How many ways are looked at for each take, so that it is unlike the ones before. */
const TRIES = 24

/**
 * The hand that leads, the other, and the foot of the bass drum.
 * @example fillLimbsOf({ lead: 'left' }) // => { lead: 'LH', other: 'RH', foot: 'LF', hats: 'RF' }
 */
export const fillLimbsOf = ({
  lead,
}: Pick<Groove, 'lead'>): { lead: 'RH' | 'LH'; other: 'RH' | 'LH'; foot: Limb; hats: Limb } =>
  lead === 'right'
    ? { lead: 'RH', other: 'LH', foot: 'RF', hats: 'LF' }
    : { lead: 'LH', other: 'RH', foot: 'LF', hats: 'RF' }

/** The sticking that a fill goes through, again and again to its end. @internal */
export function sourceSticking(source: FillSource): Result<Sticking> {
  switch (source.kind) {
    case 'singles':
      return readSticking('rl')
    case 'sticking':
      return readSticking(source.text)
    case 'rudiment': {
      const rudiment = RUDIMENTS.find(one => one.id === source.id)
      return rudiment ? ok(rudimentSticking(rudiment)) : refuse(`There is no rudiment “${source.id}”.`)
    }
    case 'row':
      return readSticking(
        [...source.text].map(letter => (LETTERS[letter]?.who === 'foot' ? 'f' : LETTERS[letter] ? 'r' : '-')).join(''),
      )
    case 'groups': {
      const read = source.texts.map(ownGroup)
      const bad = read.find(one => !one.ok)
      return bad && !bad.ok ? bad : ok(read.flatMap(one => (one.ok ? one.value.sticking : [])))
    }
  }
}

/** When ticks of a round sound, in seconds from its start, its swing applied. @internal */
function clockOn(round: Pick<Groove, 'bars' | 'feel'>, tempo: Tempo): (tick: number) => number {
  const swung = swingOf(beatsOf(round.bars), round.feel.swing ?? undefined)
  const per = tickSeconds(tempo)
  const total = grooveTicks(round)
  return tick => (tick < 0 ? tick * per : tick >= total ? tick * per : swung(tick) * per)
}

/**
 * The slots that a fill runs on, from where it begins: those of the round’s own grid, or of its own where it has one and the felt beats can be cut so.
 * @example slotsWithin(groove, { from: 15120, length: 5040 }).map(slot => slot.at) // => [15120, 16380, 17640, 18900]
 */
export function slotsWithin(
  { bars }: Pick<Groove, 'bars'>,
  { from, length, grid = null }: Pick<Fill, 'from' | 'length'> & Partial<Pick<Fill, 'grid'>>,
): Slot[] {
  const cut = grid
    ? bars.map(bar => ({
        ...bar,
        slots: beatTicks(bar.meter).map((ticks, i) => (divides(ticks, grid) ? grid : bar.slots[i]!)),
      }))
    : bars
  return slotsOf(cut).filter(slot => slot.at >= from && slot.at < from + length)
}

const HEIGHTS: Record<Exclude<FillLoudness, 'accents'>, (share: number) => number> = {
  even: () => 4,
  growing: share => 2 + 3 * share,
  fading: share => 5 - 3 * share,
  swell: share => 2 + 3 * (1 - Math.abs(2 * share - 1)),
}

/** How loud a stroke is, `share` of the way through its fill: `fillLevelAt('growing', 1, false) // => 5`, `fillLevelAt('accents', 0.5, false) // => 2` */
export function fillLevelAt(loudness: FillLoudness, share: number, accent: boolean): Level {
  if (loudness === 'accents') return accent ? 5 : 2
  const level = Math.round(HEIGHTS[loudness](share)) + (accent ? 1 : 0)
  return Math.max(1, Math.min(5, level)) as Level
}

/** A plain stroke of a piece by a limb, or the first it has; with brushes in the hands a tap, where the piece knows one. @internal */
const kindFor = (piece: Piece, limb: Limb, brushes = false): Stroke['stroke'] | undefined => {
  const kinds = strokesFor(piece, limb)
  return brushes && kinds.includes('tap') ? 'tap' : kinds.includes('hit') ? 'hit' : kinds[0]
}

/** Whether the hands of a round hold brushes. */
const holdsBrushes = ({ parts }: Pick<Groove, 'parts'>): boolean =>
  parts.some(part => part.strokes.some(({ stroke }) => stroke === 'sweep' || stroke === 'tap'))

const stroke = (limb: Limb, at: number, piece: Piece | undefined, level: Level, brushes = false): FillStroke[] => {
  const kind = piece && kindFor(piece, limb, brushes)
  return piece && kind ? [{ limb, at, piece: piece.id, stroke: kind, level }] : []
}

/** What marks the end: where the letters stop, what is struck in their place, and what happens on the 1 after. */
function endingOf(
  { ending, from, length }: FillWish,
  { round, kit }: FillGround,
  slots: readonly Slot[],
): { cut: number; strokes: FillStroke[]; landing: Fill['landing'] } {
  const { lead, other, foot, hats } = fillLimbsOf(round)
  const crash = nearestPiece(kit, 'crash', lead)
  const brushes = holdsBrushes(round)
  const bass = nearestPiece(kit, 'bass drum', foot)
  const snare = nearestPiece(kit, 'snare', other)
  const home = { strokes: [...stroke(lead, 0, crash, 5), ...stroke(foot, 0, bass, 4)], leaveOut: [] }
  const none = { strokes: [], leaveOut: [] }
  const last = slots.at(-1)!.at - from
  const beat = beatAt(beatsOf(round.bars), from + length - 1)
  switch (ending) {
    case 'none':
      return { cut: Infinity, strokes: [], landing: none }
    case 'crash':
      return { cut: Infinity, strokes: [], landing: home }
    case 'one more bass drum':
      return { cut: Infinity, strokes: stroke(foot, last, bass, 4), landing: home }
    case 'unison': {
      const two = slots.slice(-2).map(slot => slot.at - from)
      return {
        cut: two[0]!,
        strokes: two.flatMap(at => [
          ...stroke(lead, at, nearestPiece(kit, 'floor tom', lead), 5),
          ...stroke(other, at, snare, 5, brushes),
          ...stroke(foot, at, bass, 4),
        ]),
        landing: none,
      }
    }
    case 'stop': {
      const at = Math.max(0, beat.at - from)
      const step = pieceOf(kit, 'hi-hat')
      return {
        cut: at,
        strokes: [
          ...stroke(lead, at, crash, 5),
          ...stroke(other, at, snare, 5, brushes),
          ...stroke(foot, at, bass, 5),
          ...(step && strokesFor(step, hats).includes('chick')
            ? [{ limb: hats, at, piece: step.id, stroke: 'chick' as const, level: 4 as const }]
            : []),
        ],
        landing: none,
      }
    }
    case 'early crash': {
      // The & of the last beat, or the slot just before the 1 where the beat has none.
      const at = Math.max(
        0,
        (slots.findLast(slot => slot.at <= beat.at + beat.length / 2 && slot.at > beat.at) ?? slots.at(-1)!).at - from,
      )
      return {
        cut: at,
        strokes: [...stroke(lead, at, crash, 5), ...stroke(foot, at, bass, 5)],
        landing: { strokes: [], leaveOut: [lead, other, foot] },
      }
    }
  }
}

/** The strokes of a foot midway between each two of the hat foot’s in the round. */
function doubledFeet({ from, length }: FillWish, { round, kit }: FillGround): FillStroke[] {
  const { hats } = fillLimbsOf(round)
  const total = grooveTicks(round)
  const own = round.parts
    .filter(part => part.limb === hats)
    .flatMap(part => part.strokes)
    .sort((a, b) => a.at - b.at)
  return own.flatMap((one, i) => {
    const gap = (own[i + 1]?.at ?? own[0]!.at + total) - one.at
    // The step after the last may come round to before the first.
    const at = mod(one.at + gap / 2, total) - from
    if (!Number.isInteger(at) || at < 0 || at >= length || !pieceOf(kit, one.piece)) return []
    const { openFor: _, ...rest } = one
    return [{ ...rest, at, limb: hats }]
  })
}

/** Where a hand is before a tick of the round, and after the fill: what a walk is tied to. */
function moorings(
  { from, length }: FillWish,
  { round, next, kit }: FillGround,
  landing: Fill['landing'],
  clock: (tick: number) => number,
): Moorings {
  const to = from + length
  const total = grooveTicks(round)
  const tied: Moorings = { from: {}, to: {} }
  const after = [
    ...round.parts.flatMap(part => part.strokes.filter(one => one.at >= to).map(one => ({ limb: part.limb, ...one }))),
    ...(next?.parts ?? []).flatMap(part => part.strokes.map(one => ({ limb: part.limb, ...one, at: one.at + total }))),
  ]
  for (const hand of ['RH', 'LH'] as const) {
    const before = round.parts
      .filter(part => part.limb === hand)
      .flatMap(part => part.strokes)
      .filter(one => one.at < from)
      .sort((a, b) => b.at - a.at)[0]
    const piece = before && pieceOf(kit, before.piece)
    if (piece) tied.from[hand] = { piece, seconds: clock(before.at) }
    const lands = landing.strokes.find(one => one.limb === hand)
    const then = lands ? { ...lands, at: to } : after.filter(one => one.limb === hand).sort((a, b) => a.at - b.at)[0]
    const goal = then && pieceOf(kit, then.piece)
    if (goal) tied.to[hand] = { piece: goal, seconds: clock(then.at) }
  }
  return tied
}

/** The limits a walk is led by, one after the other until there is one: easy ways, then demanding ones; a walk is never asked for what is hard. */
const WAYS = [1, 1.5, 1.98] as const

/** The pieces of each hand’s blow, as the wish tells them or led round from its seed; with no way round, all on the drum that is nearest. */
function piecesOf(
  wish: FillWish,
  ground: FillGround,
  blows: readonly WalkBlow[],
  tied: Moorings,
  seed: number,
): Piece[] {
  const { kit } = ground
  if (Array.isArray(wish.path)) {
    const { path } = wish
    return blows.map(
      (blow, i) =>
        pieceOf(kit, path[i % path.length]!) ?? present(nearestPiece(kit, path[i % path.length]!, blow.hand), 'piece'),
    )
  }
  for (const most of WAYS) {
    const found = walk(blows, kit, seed, tied, most)
    if (found) return found
  }
  // The ends are joins, and are said as such; within the fill nothing is asked that cannot be done.
  for (const most of WAYS) {
    const found = walk(blows, kit, seed, { from: {}, to: {} }, most)
    if (found) return found
  }
  return blows.map(() => present(nearestPiece(kit, 'snare', 'RH'), 'piece'))
}

/** One take: letters, pieces and loudness as strokes. */
function takeOf(
  wish: FillWish,
  ground: FillGround,
  letters: readonly LaidSticking[],
  seed: number,
  landing: Fill['landing'],
): FillStroke[] {
  const { round, kit, tempo } = ground
  const clock = clockOn(round, tempo)
  const beats = beatsOf(round.bars)
  const { foot } = fillLimbsOf(round)
  const hands = letters.filter(letter => letter.who !== 'F')
  const brushes = holdsBrushes(round)
  const blows = hands.map(({ who, at }): WalkBlow => ({
    hand: who === 'R' ? 'RH' : 'LH',
    seconds: clock(at),
    beat: beatAt(beats, at).at,
  }))
  const pieces = piecesOf(wish, ground, blows, moorings(wish, ground, landing, clock), seed)
  const share = (at: number) => (letters.length > 1 ? (at - letters[0]!.at) / (letters.at(-1)!.at - letters[0]!.at) : 1)
  const struck = hands.flatMap(({ at, accent, ornament }, i): FillStroke[] =>
    stroke(blows[i]!.hand, at - wish.from, pieces[i], fillLevelAt(wish.loudness, share(at), accent), brushes).map(
      one => {
        if (ornament === 'buzz')
          return strokesFor(pieces[i]!, blows[i]!.hand).includes('buzz') ? { ...one, stroke: 'buzz' } : one
        return ornament ? { ...one, ornament } : one
      },
    ),
  )
  const bass = nearestPiece(kit, 'bass drum', foot)
  const feet = letters
    .filter(letter => letter.who === 'F')
    .flatMap(({ at, accent }) => stroke(foot, at - wish.from, bass, accent ? 5 : 4))
  return [...struck, ...feet]
}

/** In a quiet style nothing of a fill is louder than plain. */
const QUIET = 3
const within = (level: number, most: number): Level => Math.max(1, Math.min(most, level)) as Level

/** How much a shape of loudness lifts a written stroke, `share` of the way through: half a step down to one up where it grows. */
const liftOf = (loudness: FillLoudness, share: number): number =>
  loudness === 'growing' ? Math.round(2 * share - 1) : loudness === 'fading' ? Math.round(1 - 2 * share) : 0

/**
 * The hand of each blow of a row: they alternate from the hand that begins and so that the last is not the one which marks home. Where that does not
 * come out even, one hand strikes twice, over the widest gap.
 */
function handsOf(ats: readonly number[], first: Limb, last: Limb): Limb[] {
  const turn = (hand: Limb, n: number): Limb => (n % 2 ? otherSide(hand) : hand)
  const many = ats.length
  const fromStart = ats.map((_, i) => turn(first, i))
  const fromEnd = ats.map((_, i) => turn(last, many - 1 - i))
  if (many < 2 || fromStart[0] === fromEnd[0]) return fromEnd
  const gap = (i: number) => ats[i]! - ats[i - 1]!
  const fromMiddle = (i: number) => Math.abs(i - many / 2)
  const widest = ats
    .map((_, i) => i)
    .slice(1)
    .reduce((best, i) => (gap(i) > gap(best) || (gap(i) === gap(best) && fromMiddle(i) < fromMiddle(best)) ? i : best))
  return ats.map((_, i) => (i < widest ? fromStart[i]! : fromEnd[i]!))
}

/** The strokes of a row as it is written: its drums and its levels. */
function rowTake(
  wish: FillWish & { source: { kind: 'row' } },
  ground: FillGround,
  slots: readonly Slot[],
  cut: number,
): FillStroke[] {
  const { round, kit } = ground
  const { lead, other, foot } = fillLimbsOf(round)
  const brushes = holdsBrushes(round)
  const written = [...wish.source.text].flatMap((sign, i) => {
    const letter = LETTERS[sign]
    const slot = slots[i]
    return letter && slot && slot.at - wish.from < cut ? [{ letter, at: slot.at - wish.from }] : []
  })
  const inTurn = written.filter(({ letter }) => letter.who === 'hands' || letter.who === 'other').map(({ at }) => at)
  const hands = handsOf(inTurn, wish.first === 'R' ? 'RH' : 'LH', other)
  let blow = 0
  let hits = 0
  return written.flatMap(({ letter, at }, i): FillStroke[] => {
    const limb = letter.who === 'foot' ? foot : letter.who === 'lead' ? lead : hands[blow++]!
    // A path that the player has pointed out takes the place of the drums that the row names.
    const told = Array.isArray(wish.path) && limb !== foot ? wish.path[hits++ % wish.path.length] : undefined
    const piece = nearestPiece(kit, told ?? letter.piece, limb)
    if (!piece) return []
    const kinds = strokesFor(piece, limb)
    const kind =
      kinds.includes(letter.stroke) && letter.stroke !== 'hit' && !told ? letter.stroke : kindFor(piece, limb, brushes)
    const share = written.length > 1 ? i / (written.length - 1) : 1
    return kind
      ? [{ limb, at, piece: piece.id, stroke: kind, level: within(letter.level + liftOf(wish.loudness, share), 5) }]
      : []
  })
}

/** Takes from a seed on: each unlike all before it where there are as many ways, and else unlike the last. */
function unlike(take: (seed: number) => FillStroke[], seed: number): FillStroke[][] {
  const made: FillStroke[][] = []
  const same = (a: FillStroke[] | undefined, b: FillStroke[]) => JSON.stringify(a) === JSON.stringify(b)
  for (let i = 0; i < TAKES; i++) {
    const first = take(seed + i * 7919)
    let found: FillStroke[] | undefined
    let other: FillStroke[] | undefined
    for (let k = 0; k < TRIES && !found; k++) {
      const one = k ? take(seed + i * 7919 + k) : first
      if (!made.some(before => same(before, one))) found = one
      else if (!same(made.at(-1), one)) other ??= one
    }
    made.push(found ?? other ?? first)
  }
  return made
}

const isRow = (wish: FillWish): wish is FillWish & { source: { kind: 'row' } } => wish.source.kind === 'row'

/**
 * A fill with its strokes, over the round’s own grid or its own. Refused where it has no slot, a source does not read, or it ends beyond its bars.
 * Its hands’ pieces are given by a path, or led round the drums so that each hand gets there in time at this tempo.
 * @example makeFill({ ...wishOf(fill), length: 10080 }, fillGround).reason // => 'The fill is longer than its bars: it would end 5040 ticks after 1 bar. Begin it earlier or make it shorter.'
 */
export function makeFill(wish: FillWish, ground: FillGround): Result<Fill> {
  const { round } = ground
  const total = grooveTicks(round)
  if (wish.from + wish.length > total)
    return refuse(
      `The fill is longer than its bars: it would end ${wish.from + wish.length - total} ticks after ${sayCount(round.bars.length, 'bar')}. Begin it earlier or make it shorter.`,
    )
  const slots = slotsWithin(round, wish)
  if (!slots.length) return refuse('The fill holds no slot of the grid; make it longer or begin it elsewhere.')
  const source = sourceSticking(wish.source)
  if (!source.ok) return source
  if (wish.loudness === 'accents' && !isRow(wish) && !source.value.some(place => place?.accent || place?.foot?.accent))
    return refuse(
      'There is no accent in what the fill is made of: write one with > before a letter, or choose another loudness.',
    )
  const { cut, strokes: marks, landing } = endingOf(wish, ground, slots)
  const most = isQuiet(round.style) ? QUIET : 5
  const written = wish.first === 'R' ? source.value : handsChanged(source.value)
  const letters = layOn(
    written,
    false,
    slots.map(slot => slot.at),
  ).filter(letter => letter.at - wish.from < cut)
  const more = [...marks, ...(wish.feet === 'doubled' ? doubledFeet(wish, ground).filter(one => one.at < cut) : [])]
  const take = (seed: number): FillStroke[] => {
    const own = isRow(wish) ? rowTake(wish, ground, slots, cut) : takeOf(wish, ground, letters, seed, landing)
    const taken = new Set(own.map(({ limb, at }) => `${limb} ${at}`))
    return [...own, ...more.filter(({ limb, at }) => !taken.has(`${limb} ${at}`))]
      .map(one => ({ ...one, level: within(one.level, most) }))
      .sort((a, b) => a.at - b.at)
      .slice(0, PHRASE_LIMITS.fillStrokes)
  }
  const made = Array.isArray(wish.path)
    ? [take(0)]
    : wish.path.afresh
      ? unlike(take, wish.path.seed)
      : [take(wish.path.seed)]
  if (!made[0]!.length) return refuse('Nothing of this fill would sound: only rests fall into it.')
  return ok({ ...wish, grid: wish.grid ?? null, leaveOut: wish.leaveOut ?? [], takes: made, landing })
}

/**
 * The hand to begin with so that the lead hand does not strike on the last of that many slots and is free for the 1: the lead where either would do.
 * @example [handHome({ kind: 'singles' }, 4, 'RH'), handHome({ kind: 'singles' }, 3, 'RH')] // => ['R', 'L']
 */
export function handHome(source: FillSource, many: number, lead: 'RH' | 'LH'): 'R' | 'L' {
  const [own, other] = lead === 'RH' ? (['R', 'L'] as const) : (['L', 'R'] as const)
  const sticking = sourceSticking(source)
  if (!sticking.ok) return own
  const last = (first: 'R' | 'L') =>
    layOn(
      first === 'R' ? sticking.value : handsChanged(sticking.value),
      false,
      Array.from({ length: many }, (_, i) => i),
    ).find(letter => letter.at === many - 1)?.who
  return last(own) !== own ? own : last(other) !== own ? other : own
}
