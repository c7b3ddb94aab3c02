import {
  type Groove,
  type Part,
  type Role,
  type Stroke,
  barTicks,
  cutToShow,
  sayCount,
  sayCut,
  sayList,
  strongSnares,
  workable,
} from '#core/groove'
import { otherSide } from '#core/kit'
import { SUBDIVISIONS, beatAt, beatsOf, divides, swingOf } from '#core/time'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { sayBackbeatMove } from '../say'
import { atTick, backbeatAt, gridOf, inOrder, isHandPart, isLead, made, recut, regridded, sameStrokes } from '../work'

/** Parts that keep time while the rest is stretched or pressed: the lead and the hat foot. */
const keepsTime = (groove: Groove) => {
  const lead = isLead(groove)
  return (part: Part): boolean => lead(part) || part.role === 'hat foot'
}

/** Bars can be halved where each is even: an even number of felt beats of one length. */
const halves = (groove: Groove): boolean =>
  groove.bars.every(bar => bar.slots.length % 2 === 0 && new Set(bar.meter.groups).size === 1)
const UNEVEN = 'Only bars with an even number of like felt beats can be halved and doubled.'

/** Every workable part but the time keepers with other strokes, bar by bar; `change` is given each bar’s strokes at their distance from its line. */
function barByBar(groove: Groove, change: (strokes: Stroke[], length: number, from: number) => Stroke[]): Groove {
  const { starts } = gridOf(groove)
  const still = keepsTime(groove)
  let touched = false
  const parts = groove.parts.map(part => {
    if (!workable(part) || still(part)) return part
    const strokes = inOrder(
      groove.bars.flatMap((bar, b) => {
        const from = starts[b]!
        const inside = part.strokes
          .filter(stroke => stroke.at >= from && stroke.at < starts[b + 1]!)
          .map(stroke => atTick(stroke, stroke.at - from))
        return change(inside, barTicks(bar), from).map(stroke => atTick(stroke, stroke.at + from))
      }),
    )
    if (sameStrokes(strokes, part.strokes)) return part
    touched = true
    return { ...part, strokes }
  })
  return touched ? { ...groove, parts } : groove
}

/** `' Nothing is left of Ghosts.'`, where parts have lost all they played. */
function sayEmptied(before: Groove, after: Groove): string {
  const emptied = after.parts.filter((part, i) => !part.strokes.length && before.parts[i]!.strokes.length)
  return emptied.length ? ` Nothing is left of ${sayList(emptied.map(part => part.name))}.` : ''
}

/** Times a factor, with the length of an opening. */
const scaled = (stroke: Stroke, by: number): Stroke =>
  stroke.openFor
    ? { ...stroke, at: stroke.at * by, openFor: Math.max(1, Math.round(stroke.openFor * by)) }
    : atTick(stroke, stroke.at * by)

const halfTime: Move = {
  id: 'half-time',
  traits: ['displaces'],
  name: 'Half-time',
  group: 'feel and grid',
  keeps: ['lead'],
  about:
    'The lead and the hat foot go on; the first half of what the others play in each bar is stretched over it, so that a backbeat on 2 falls on 3.',
  params: [],
  make(groove) {
    if (!halves(groove)) return refuse(UNEVEN)
    if (groove.parts.every(keepsTime(groove)))
      return refuse('Only the lead and the hat foot play; there is nothing to stretch.')
    const inside = barByBar(groove, (strokes, length) =>
      strokes.filter(stroke => stroke.at < length / 2).map(stroke => scaled(stroke, 2)),
    )
    if (backbeatAt(groove).length && !backbeatAt(inside).length)
      return refuse('Only the first half of each bar is kept, and the backbeat would be lost with the other.')
    return made(
      groove,
      inside,
      () => `Half-time under the same lead. ${sayBackbeatMove(groove, inside)}${sayEmptied(groove, inside)}`,
      'Stretched, it is the same.',
    )
  },
}

const doubleTime: Move = {
  id: 'double-time',
  traits: ['displaces'],
  name: 'Double-time',
  group: 'feel and grid',
  keeps: ['lead'],
  about:
    'The lead and the hat foot go on; what the others play in each bar is pressed into half of it and said twice. Beats are cut finer where that needs it.',
  params: [],
  make(groove) {
    if (!halves(groove)) return refuse(UNEVEN)
    if (groove.parts.every(keepsTime(groove)))
      return refuse('Only the lead and the hat foot play; there is nothing to press together.')
    const { slotAt } = gridOf(groove)
    const whole = barByBar(groove, (strokes, length) => {
      const half = strokes.map(stroke => scaled(stroke, 0.5))
      return [...half, ...half.map(stroke => atTick(stroke, stroke.at + length / 2))]
    })
    const ats = whole.parts.flatMap((part, i) =>
      part === groove.parts[i] ? [] : part.strokes.map(stroke => stroke.at),
    )
    const kept = groove.parts.flatMap((part, i) =>
      whole.parts[i] === part && !part.every ? part.strokes.map(stroke => stroke.at) : [],
    )
    const cut = ats.every(at => slotAt.has(at)) ? undefined : cutToShow(groove.bars, ats, kept)
    if (cut?.lost.length) return refuse('Pressed together, strokes would fall where no cut of these beats has a slot.')
    const after = cut ? { ...whole, bars: recut(groove.bars, cut.bars) } : whole
    return made(
      groove,
      after,
      () =>
        `Double-time under the same lead. ${sayBackbeatMove(groove, after)}${cut ? ` ${sayCut(groove, cut)}.` : ''}`,
      'Pressed together, it is the same.',
    )
  },
}

const straight: Move = {
  id: 'straight',
  traits: ['changes swing'],
  name: 'Straight',
  group: 'feel and grid',
  keeps: ['lead', 'backbeat', 'feet', 'linear', 'same'],
  about: 'Takes the swing out, of the groove and of every part.',
  params: [],
  make(groove) {
    const swung =
      (groove.feel.swing && groove.feel.swing.share !== 0.5) || groove.parts.some(part => part.swing && !part.locked)
    if (!swung) return refuse('It is straight already.')
    const parts = groove.parts.map(part => (part.swing && !part.locked ? { ...part, swing: null } : part))
    return made(groove, { ...groove, parts, feel: { ...groove.feel, swing: null } }, () => 'Straight.', '')
  },
}

const LEVELS = { '1/8': 'Eighths', '1/16': 'Sixteenths' } as const

/** The level that swings already, or else the finer that is struck: sixteenths where a stroke lies on e or a. */
function levelInUse(groove: Groove): string {
  if (groove.feel.swing) return groove.feel.swing.level
  const { beats, eighths } = gridOf(groove)
  return groove.parts.some(
    part => !part.every && part.strokes.some(({ at }) => !eighths.has(at) && beatAt(beats, at).slots % 4 === 0),
  )
    ? '1/16'
    : '1/8'
}

const swing: Move = {
  id: 'swing',
  traits: ['changes swing'],
  name: 'Swing',
  group: 'feel and grid',
  keeps: ['lead', 'backbeat', 'feet', 'linear', 'same'],
  about: 'Swings the eighths or the sixteenths by a share: 50 is straight, 67 a triplet.',
  params: [
    { id: 'level', name: 'Of', kind: 'choice', of: ['1/8', '1/16'], usual: '1/16', here: levelInUse },
    { id: 'share', name: 'First note, %', kind: 'number', from: 51, to: 80, usual: 58, tried: [54, 67] },
  ],
  make(groove, params) {
    const wanted = { level: word(params, 'level') as '1/8' | '1/16', share: num(params, 'share') / 100 }
    const { swing: is } = groove.feel
    const same = is?.level === wanted.level && is.share === wanted.share
    const own = groove.parts.filter(part => part.swing)
    const flattened = is && is.share !== 0.5 && is.level !== wanted.level
    const says = () =>
      `${LEVELS[wanted.level]} swung at ${num(params, 'share')}${flattened ? `; the ${LEVELS[is.level].toLowerCase()} are straight now` : ''}.${own.length ? ` ${sayList(own.map(part => part.name))} ${own.length === 1 ? 'keeps its' : 'keep their'} own swing.` : ''}`
    return made(
      groove,
      same ? groove : { ...groove, feel: { ...groove.feel, swing: wanted } },
      says,
      'It swings so already.',
    )
  },
}

/** Of a beat's new slots, the tick of the one that sounds nearest to a place; of two as near the later, so that a half falls on. */
function nearest(from: number, slot: number, many: number, sounds: (at: number) => number, place: number): number {
  let best = from
  for (let i = 1; i < many; i++)
    if (Math.abs(sounds(from + i * slot) - place) <= Math.abs(sounds(best) - place)) best = from + i * slot
  return best
}

const regrid: Move = {
  id: 'regrid',
  name: 'Another subdivision',
  group: 'feel and grid',
  keeps: ['backbeat'],
  about:
    'Counts every felt beat in so many slots; each stroke goes to the slot that sounds nearest to it, and the backbeat stays. A lead that filled every slot fills the new ones.',
  params: [
    {
      id: 'slots',
      name: 'Slots a beat',
      kind: 'choice',
      of: SUBDIVISIONS.filter(n => n > 1).map(String),
      usual: '6',
      tried: ['2', '3', '4', '6', '8'],
    },
  ],
  make(groove, params) {
    const wanted = Number(word(params, 'slots')) as Groove['bars'][number]['slots'][number]
    const { beats } = gridOf(groove)
    if (groove.parts.some(part => part.locked))
      return refuse('A locked part cannot follow to another grid; unlock it first.')
    if (groove.bars.every(bar => bar.slots.every(slots => slots === wanted)))
      return refuse(`Every beat has ${wanted} slots already.`)
    if (beats.some(beat => !divides(beat.length, wanted)))
      return refuse(`A felt beat here cannot be cut into ${wanted} equal slots.`)
    const bars = regridded(groove.bars, wanted)
    const soundsAt = swingOf(beats, groove.feel.swing ?? undefined)
    const willSound = swingOf(beatsOf(bars), groove.feel.swing ?? undefined)
    let moved = 0
    let covered = 0
    const lead = isLead(groove)
    const backbeats = new Set([...backbeatAt(groove), ...strongSnares(groove)])
    const parts = groove.parts.map((part): Part => {
      if (part.every) return part
      const stands = ({ at, piece }: Stroke) => backbeats.has(at) && (part.role === 'backbeat' || piece === 'snare')
      const strokes: Stroke[] = []
      let next = 0
      for (const beat of beats) {
        const first = next
        while (next < part.strokes.length && part.strokes[next]!.at < beat.at + beat.length) next++
        const inside = part.strokes.slice(first, next)
        const slot = beat.length / wanted
        if (lead(part) && inside.length === beat.slots && beat.slots < wanted && !inside.some(stands)) {
          for (let i = 0; i < wanted; i++)
            strokes.push(atTick(inside[Math.floor((i * beat.slots) / wanted)]!, beat.at + i * slot))
          continue
        }
        const taken = new Map<number, Stroke>()
        for (const stroke of inside) {
          const at = stands(stroke) ? stroke.at : nearest(beat.at, slot, wanted, willSound, soundsAt(stroke.at))
          if (Math.abs(willSound(at) - soundsAt(stroke.at)) > 1) moved++
          const there = taken.get(at)
          if (there) covered++
          // The backbeat stands; otherwise the louder of two stays.
          if (!there || stands(stroke) || (!backbeats.has(at) && stroke.level > there.level))
            taken.set(at, atTick(stroke, at))
        }
        strokes.push(...taken.values())
      }
      return { ...part, strokes: inOrder(strokes) }
    })
    return made(
      groove,
      { ...groove, bars, parts },
      () =>
        `Every beat in ${wanted} slots${backbeats.size ? '; the backbeat stays' : ''}.${moved ? ` ${sayCount(moved, 'stroke')} moved to the nearest slot.` : ''}${covered ? ` ${sayCount(covered, 'stroke')} met another there and went.` : ''}`,
      '',
    )
  },
}

const RANK: Partial<Record<Role, number>> = { 'hat foot': 5, ghosts: 4 }

const linearise: Move = {
  id: 'linearise',
  name: 'Make it linear',
  group: 'feel and grid',
  keeps: ['backbeat', 'linear'],
  about: 'Where limbs land together only one stays: the backbeat first, then the bass drum or the lead, as you say.',
  params: [{ id: 'first', name: 'Goes first', kind: 'choice', of: ['bass drum', 'lead'], usual: 'bass drum' }],
  make(groove, params) {
    const first = word(params, 'first')
    if (!groove.parts.every(workable)) return refuse('A part is locked or repeats on its own; it could not give way.')
    const backbeats = new Set(backbeatAt(groove))
    const named = groove.parts.some(part => part.role === 'backbeat')
    const rank = (part: Part, { at, piece }: Stroke): number =>
      backbeats.has(at) && (named ? part.role === 'backbeat' : isHandPart(part) && piece === 'snare')
        ? 0
        : (RANK[part.role] ?? (part.role === first ? 1 : part.role === 'bass drum' || part.role === 'lead' ? 2 : 3))
    const winner = new Map<number, { rank: number; limb: Part['limb'] }>()
    for (const part of groove.parts) {
      for (const stroke of part.strokes) {
        const now = winner.get(stroke.at)
        const own = rank(part, stroke)
        if (!now || own < now.rank) winner.set(stroke.at, { rank: own, limb: part.limb })
      }
    }
    let gone = 0
    const parts = groove.parts.map(part => {
      const strokes = part.strokes.filter(stroke => winner.get(stroke.at)!.limb === part.limb)
      gone += part.strokes.length - strokes.length
      return strokes.length === part.strokes.length ? part : { ...part, strokes }
    })
    return made(
      groove,
      gone ? { ...groove, parts } : groove,
      () => `Linear now: ${sayCount(gone, 'stroke')} gave way.`,
      'It is linear already.',
    )
  },
}

const mirror: Move = {
  id: 'mirror-hands',
  name: 'Change the hands over',
  group: 'feel and grid',
  keeps: ['feet', 'linear', 'same', 'backbeat'],
  about: 'What the right hand plays goes to the left and the other way round.',
  params: [],
  make(groove) {
    if (groove.parts.some(part => part.locked && isHandPart(part)))
      return refuse('A part of a hand is locked; unlock it first.')
    const after = groove.parts.some(isHandPart)
      ? {
          ...groove,
          parts: groove.parts.map(part => (isHandPart(part) ? { ...part, limb: otherSide(part.limb) } : part)),
        }
      : groove
    return made(groove, after, () => 'The hands have changed over.', 'The hands play nothing.')
  },
}

export const FEEL: readonly Move[] = [halfTime, doubleTime, straight, swing, regrid, linearise, mirror]
