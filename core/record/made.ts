import {
  type Brush,
  type Edit,
  type Groove,
  type Part,
  type Span,
  type Stroke,
  addGuide,
  apply,
  asKind,
  described,
  freshStroke,
  grooveTicks,
  guideOf,
  homeFor,
  inSpan,
  makePart,
  ownTick,
  putNote,
  putStrokes,
  struckPart,
  tapped,
  wholeSpan,
  workable,
} from '#core/groove'
import { type Kit, type Limb, freeName, pieceOf, strokesFor } from '#core/kit'
import { type LimbStroke, type Struck, groupOf, limbsFor, partsFrom, sayLeftOut } from '#core/limbs'
import { present } from '#core/present'
import { type Counting, beatsOf, mod, slotsOf, swingOf, tickSeconds } from '#core/time'
import { editBetween } from '#core/vary'
import { recutFor } from './recut'
import { type Playing, readPlaying } from './playing'
import type { PlayedStroke, PlayedTake } from './take'

export interface MadeWish {
  kit: Kit
  /** The slots that the groove has, or the best for each felt beat. */
  grid: 'own' | 'best'
  /** From 0, as played, to 1, on the grid. */
  strength: number
  /** The swing and the push that were played become the groove’s. */
  feel: boolean
  span?: Span | undefined
  /** The part that a limb’s strokes go to first, where it is that limb’s. */
  chosen: string
  /** Pieces and strokes that limbs were asked to make. */
  brush?: Partial<Record<Limb, Brush>> | undefined
  newId: (i: number) => string
  counting?: Counting | undefined
}

/** What was made of what was played: the groove, the edit that leads to it (none where nothing came of it), how it was read, and what must be said. */
export interface MadeGroove {
  groove: Groove
  edit: Edit | undefined
  playing: Playing
  told: string[]
}

/** All that voices that are no piece are known by. */
const LINE = 'the line'

/**
 * What a limb strikes at a place where the input gives no piece: like its neighbours in the part that the stroke goes to, or with its brush.
 * @example strokeFor(groove, 'RF', 2520, { chosen: '' }).stroke // => { at: 2520, piece: 'bass drum', stroke: 'hit', level: 4 }
 */
export function strokeFor(
  groove: Groove,
  limb: Limb,
  at: number,
  { chosen, brush }: Pick<MadeWish, 'chosen' | 'brush'>,
): { part: Part | undefined; stroke: Stroke } {
  const mine = groove.parts.filter(part => part.limb === limb)
  const part = mine.find(one => one.id === chosen && !one.locked) ?? homeFor(groove, limb)
  const stroke = freshStroke(
    part ?? makePart({ id: 'none', name: '', limb }),
    groove.lead,
    part ? ownTick(part, at) : at,
  )
  const painted = brush?.[limb]
  return { part, stroke: painted ? asKind(groove, { ...stroke, piece: painted.piece }, painted.stroke) : stroke }
}

/**
 * A groove made of takes, in their order, over the groove that was there: strokes on their slots (or, with less strength, part of the way
 * there), limbs and parts for those that have none, notes for a line. Swing, push and lateness are taken out of where strokes lie; swing
 * and push become the groove’s feel where that is wished.
 * @example rows(madeOf(groove, [], { grid: 'own', strength: 1 }).groove).bass // => '4.........4.....'
 */
export function madeOf(base: Groove, takes: readonly PlayedTake[], wish: MadeWish): MadeGroove {
  const { kit, strength, newId } = wish
  const span = wish.span ?? wholeSpan(base)
  const voiceOf = ({ into }: PlayedTake, stroke: PlayedStroke): string =>
    into.to === 'line'
      ? LINE
      : (stroke.pieceId ??
        strokeFor(base, into.to === 'part' ? into.limb : (stroke.limb ?? 'RH'), 0, wish).stroke.piece)
  const onsets = takes.flatMap(take => take.strokes.map(stroke => ({ at: stroke.at, voice: voiceOf(take, stroke) })))
  const playing = readPlaying(onsets, base.bars, { tempo: base.tempo, now: base.feel.swing, grid: wish.grid, span })
  const perMs = 1 / (1000 * tickSeconds(base.tempo))
  const length = span.to - span.from
  const places = playing.places.map((place, i) =>
    strength >= 1
      ? place
      : span.from + mod(Math.round(place + (1 - strength) * playing.left[i]! * perMs) - span.from, length),
  )

  const told: string[] = []
  let now = base
  function does(edit: Edit) {
    const done = apply(now, edit)
    if (done.ok) now = done.value.document
    else if (!told.includes(done.reason)) told.push(done.reason)
  }
  let ids = 0
  let first = 0
  for (const take of takes) {
    const strokes = take.strokes.map((stroke, i) => ({ ...stroke, at: places[first + i]!, played: stroke.at }))
    first += take.strokes.length
    if (!strokes.length) continue
    if (take.into.to === 'line') layLine(take.into.guideId, take.how, strokes)
    else if (take.into.to === 'part') layPart(take.into.partId, take.into.limb, take.how, strokes)
    else {
      if (take.how === 'replace')
        clear(part => stroke => strokes.some(one => (one.limb ? one.limb === part.limb : one.pieceId === stroke.piece)))
      strokes.filter(one => one.limb && !one.pieceId).forEach(one => layLimb(present(one.limb, 'limb'), one))
      layPieces(strokes.filter(one => one.pieceId))
    }
  }
  // New parts are called by what has come into them.
  for (const part of now.parts.filter(one => !base.parts.some(other => other.id === one.id))) {
    const { name, role } = described(now, part) ?? part
    if (name !== part.name || role !== part.role)
      does({
        type: 'part',
        partId: part.id,
        set: {
          name: freeName(
            now.parts.filter(other => other !== part).map(other => other.name),
            name,
          ),
          role,
        },
      })
  }
  if (wish.grid === 'best' && strength >= 1) {
    const { bars, lost } = recutFor(now, playing.slots, span)
    does({ type: 'bars', bars })
    if (lost)
      told.push(
        `${lost === 1 ? 'One stroke lies' : `${lost} strokes lie`} between the slots of a beat that no subdivision shows whole.`,
      )
  }
  if (wish.feel && onsets.length)
    does({
      type: 'facts',
      set: {
        feel: {
          swing: playing.swing,
          push: {
            ...now.feel.push,
            ...Object.fromEntries(Object.entries(playing.push).filter(([voice]) => voice !== LINE)),
          },
        },
      },
    })
  const edit = editBetween(base, now, 'Play in')
  return { groove: now, edit: edit.type === 'batch' && !edit.edits.length ? undefined : edit, playing, told }

  /** Takes strokes of parts that run with the bars out of the span. */
  function clear(which: (part: Part) => (stroke: Stroke) => boolean) {
    for (const part of now.parts.filter(one => !one.every)) {
      const gone = part.strokes
        .filter(stroke => inSpan(span, stroke.at) && which(part)(stroke))
        .map(stroke => stroke.at)
      if (gone.length) does({ type: 'strokes', partId: part.id, remove: gone, put: [] })
    }
  }

  function layLine(guideId: string, how: PlayedTake['how'], strokes: readonly (PlayedStroke & { played: number })[]) {
    if (!guideOf(now, guideId))
      does(
        addGuide(now, { id: guideId, name: now.guides.length ? `Line ${now.guides.length + 1}` : 'Line', notes: [] }),
      )
    else if (how === 'replace')
      does({
        type: 'guides',
        guides: now.guides.map(guide =>
          guide.id === guideId ? { ...guide, notes: guide.notes.filter(note => !inSpan(span, note.at)) } : guide,
        ),
      })
    const slots = slotsOf(now.bars)
    const total = grooveTicks(now)
    for (const { at, held = 0, level } of strokes) {
      const slot = present(
        slots.findLast(one => one.at <= at),
        'slot',
      )
      const lasts = Math.min(
        total - at,
        Math.max(slot.length, tapped(slots, slot.at, Math.min(total, at + held)).length),
      )
      does(putNote(now, guideId, { at, length: lasts, level: level ?? 4 }))
    }
  }

  /** A rhythm into one part, whatever was struck for it. */
  function layPart(partId: string, limb: Limb, how: PlayedTake['how'], strokes: readonly PlayedStroke[]) {
    if (how === 'replace') clear(part => () => part.id === partId)
    for (const { at, level } of strokes) {
      const part = now.parts.find(one => one.id === partId)
      if (part) does(putStrokes(part, [freshStroke(part, now.lead, ownTick(part, at), level)]))
      else {
        const stroke = freshStroke(makePart({ id: partId, name: '', limb }), now.lead, at, level)
        does({
          type: 'add part',
          part: struckPart(now, { id: partId, limb, strokes: [stroke] }),
          index: now.parts.length,
        })
      }
    }
  }

  /** A stroke that a limb made, on the piece that it strikes there. */
  function layLimb(limb: Limb, { at, level }: PlayedStroke) {
    const { part, stroke } = strokeFor(now, limb, at, wish)
    const own = { ...stroke, level: level ?? stroke.level }
    if (part) return does(putStrokes(part, [own]))
    does({
      type: 'add part',
      part: struckPart(now, { id: newId(ids++), limb, strokes: [own] }),
      index: now.parts.length,
    })
  }

  /** Strokes on pieces: limbs by least strain beside what there is, and each into the part that has its like. */
  function layPieces(strokes: readonly PlayedStroke[]) {
    if (!strokes.length) return
    const beats = beatsOf(now.bars)
    const swung = swingOf(beats, now.feel.swing ?? undefined)
    const perTick = tickSeconds(now.tempo)
    const starts = new Set(beats.map(beat => beat.at))
    const there = now.parts
      .filter(part => !part.every && !part.muted)
      .flatMap(part =>
        part.strokes.filter(stroke => inSpan(span, stroke.at)).map(stroke => ({ limb: part.limb, part, stroke })),
      )
    const known = (piece: string, at: number) => there.find(one => one.stroke.piece === piece && one.stroke.at === at)
    const fresh = new Map<string, Stroke & { limb?: Limb | undefined }>()
    for (const { at, pieceId, stroke, level, limb } of strokes) {
      const piece = pieceOf(kit, pieceId!)
      const before = known(pieceId!, at)
      if (before) {
        does(
          putStrokes(
            present(
              now.parts.find(part => part.id === before.part.id),
              'part',
            ),
            [{ ...before.stroke, level: level ?? before.stroke.level }],
          ),
        )
        continue
      }
      const kind = stroke ?? piece?.strokes[0]?.kind ?? 'hit'
      const one = asKind(now, { at, piece: pieceId!, stroke: 'hit', level: level ?? 3 }, kind)
      const other = fresh.get(`${at} ${pieceId}`)
      if (!other || other.level < one.level) fresh.set(`${at} ${pieceId}`, { ...one, limb })
    }
    const list = [...fresh.values()].sort((a, b) => a.at - b.at)
    const all: Struck[] = [...list, ...there.map(one => one.stroke)].map(({ at, piece, stroke, level }) => ({
      at: at - span.from,
      seconds: (swung(at) - span.from) * perTick,
      piece,
      stroke,
      level,
      beat: starts.has(at),
    }))
    const order = all.map((_, i) => i).sort((a, b) => all[a]!.at - all[b]!.at)
    const fixed = new Map(
      order.flatMap((i, n) => {
        const limb = i < list.length ? list[i]!.limb : there[i - list.length]!.limb
        return limb ? [[n, limb] as const] : []
      }),
    )
    const solved = limbsFor(
      order.map(i => all[i]!),
      { kit, lead: now.lead, fixed, loop: length * perTick },
    )
    const rest: LimbStroke[] = []
    order.forEach((i, n) => {
      const { limb: given, ...stroke } = list[i] ?? { limb: undefined }
      if (!('at' in stroke)) return
      const lost = solved.left.find(one => one.index === n)
      if (lost && !given)
        told.push(sayLeftOut(now, lost, pieceOf(kit, stroke.piece)?.name ?? stroke.piece, [stroke.at], wish.counting))
      const limb = given ?? solved.limbs[n] ?? lost?.instead?.limb
      if (!limb) return
      const able = pieceOf(kit, stroke.piece) && strokesFor(present(pieceOf(kit, stroke.piece), 'piece'), limb)
      const own = lost?.instead
        ? asKind(now, stroke, lost.instead.stroke)
        : able?.length && !able.includes(stroke.stroke)
          ? asKind(now, stroke, able[0]!)
          : stroke
      const home = likeFor(limb, own)
      if (home) does(putStrokes(home, [own]))
      else rest.push({ limb, stroke: own })
    })
    for (const part of partsFrom(now.bars, rest, () => newId(ids++), { kindOf: piece => pieceOf(kit, piece)?.kind }))
      does({ type: 'add part', part, index: now.parts.length })
  }

  /** The part of a limb that has strokes like this one already, and nothing at its place. */
  function likeFor(limb: Limb, stroke: Stroke): Part | undefined {
    const group = (one: Stroke) => groupOf(limb, one, piece => pieceOf(kit, piece)?.kind)
    return now.parts.find(
      part =>
        part.limb === limb &&
        workable(part) &&
        !part.muted &&
        part.strokes.some(other => group(other) === group(stroke)) &&
        !part.strokes.some(other => other.at === stroke.at),
    )
  }
}
