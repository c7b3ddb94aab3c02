import { backbeatTicks } from '#core/analyse'
import { type Groove, type Part, type Role, type Stroke, barTicks, sayCount } from '#core/groove'
import { otherSide } from '#core/kit'
import { SUBDIVISIONS, divides } from '#core/time'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { atTick, gridOf, inOrder, isHandPart, isLead, made, regridded, workable } from '../work'

/** Parts that keep time while the rest is stretched or pressed: the lead and the hat foot. */
const keepsTime = (groove: Groove) => {
  const lead = isLead(groove)
  return (part: Part): boolean => lead(part) || part.role === 'hat foot'
}

/** Bars can be halved where each is even: an even number of felt beats of one length. */
const halves = (groove: Groove): boolean => groove.bars.every(bar => bar.slots.length % 2 === 0 && new Set(bar.meter.groups).size === 1)
const UNEVEN = 'Only bars with an even number of like felt beats can be halved and doubled.'

/** Every workable part but the time keepers with other strokes, bar by bar; `change` is given each bar’s strokes at their distance from its line. */
function barByBar(groove: Groove, change: (strokes: Stroke[], length: number, from: number) => Stroke[]): Groove {
  const { starts } = gridOf(groove)
  const still = keepsTime(groove)
  let touched = false
  const parts = groove.parts.map((part) => {
    if (!workable(part) || still(part)) return part
    const strokes = inOrder(groove.bars.flatMap((bar, b) => {
      const from = starts[b]!
      const inside = part.strokes.filter(stroke => stroke.at >= from && stroke.at < starts[b + 1]!).map(stroke => atTick(stroke, stroke.at - from))
      return change(inside, barTicks(bar), from).map(stroke => atTick(stroke, stroke.at + from))
    }))
    const same = strokes.length === part.strokes.length && strokes.every((stroke, i) => stroke.at === part.strokes[i]!.at && stroke.openFor === part.strokes[i]!.openFor)
    if (same) return part
    touched = true
    return { ...part, strokes }
  })
  return touched ? { ...groove, parts } : groove
}

/** Times a factor, with the length of an opening. */
const scaled = (stroke: Stroke, by: number): Stroke =>
  (stroke.openFor ? { ...stroke, at: stroke.at * by, openFor: Math.max(1, Math.round(stroke.openFor * by)) } : atTick(stroke, stroke.at * by))

const halfTime: Move = {
  id: 'half-time', name: 'Half-time', group: 'feel and grid', keeps: ['lead'],
  about: 'The lead and the hat foot go on; the first half of what the others play in each bar is stretched over it, so that a backbeat on 2 falls on 3.',
  params: [],
  make(groove) {
    if (!halves(groove)) return refuse(UNEVEN)
    const after = barByBar(groove, (strokes, length) => strokes.filter(stroke => stroke.at < length / 2).map(stroke => scaled(stroke, 2)))
    return made(groove, after, () => 'Half-time under the same lead.', 'Only the lead and the hat foot play; there is nothing to stretch.')
  },
}

const doubleTime: Move = {
  id: 'double-time', name: 'Double-time', group: 'feel and grid', keeps: ['lead'],
  about: 'The lead and the hat foot go on; what the others play in each bar is pressed into half of it and said twice. What would fall between slots goes.',
  params: [],
  make(groove) {
    if (!halves(groove)) return refuse(UNEVEN)
    const { slotAt } = gridOf(groove)
    let gone = 0
    const after = barByBar(groove, (strokes, length, from) => {
      const half = strokes.map(stroke => scaled(stroke, 0.5)).filter(stroke => slotAt.has(from + stroke.at) && slotAt.has(from + length / 2 + stroke.at))
      gone += strokes.length - half.length
      return [...half, ...half.map(stroke => atTick(stroke, stroke.at + length / 2))]
    })
    return made(groove, after, () => `Double-time under the same lead${gone ? `; ${sayCount(gone, 'stroke')} between the slots went` : ''}.`, 'Only the lead and the hat foot play; there is nothing to press together.')
  },
}

const straight: Move = {
  id: 'straight', name: 'Straight', group: 'feel and grid', keeps: ['lead', 'backbeat', 'feet', 'linear', 'same'],
  about: 'Takes the swing out, of the groove and of every part.',
  params: [],
  make(groove) {
    const swung = (groove.feel.swing && groove.feel.swing.share !== 0.5) || groove.parts.some(part => part.swing && !part.locked)
    if (!swung) return refuse('It is straight already.')
    const parts = groove.parts.map(part => (part.swing && !part.locked ? { ...part, swing: null } : part))
    return made(groove, { ...groove, parts, feel: { ...groove.feel, swing: null } }, () => 'Straight.', '')
  },
}

const swing: Move = {
  id: 'swing', name: 'Swing', group: 'feel and grid', keeps: ['lead', 'backbeat', 'feet', 'linear', 'same'],
  about: 'Swings the eighths or the sixteenths by a share: 50 is straight, 67 a triplet.',
  params: [{ id: 'level', name: 'Of', kind: 'choice', of: ['1/8', '1/16'], usual: '1/16' }, { id: 'share', name: 'First note, %', kind: 'number', from: 51, to: 80, usual: 58, tried: [54, 67] }],
  make(groove, params) {
    const wanted = { level: word(params, 'level') as '1/8' | '1/16', share: num(params, 'share') / 100 }
    const { swing: is } = groove.feel
    const same = is?.level === wanted.level && is.share === wanted.share
    return made(groove, same ? groove : { ...groove, feel: { ...groove.feel, swing: wanted } }, () => `${wanted.level === '1/8' ? 'Eighths' : 'Sixteenths'} swung at ${num(params, 'share')}.`, 'It swings so already.')
  },
}

const regrid: Move = {
  id: 'regrid', name: 'Another subdivision', group: 'feel and grid', keeps: ['backbeat'],
  about: 'Counts every felt beat in so many slots and moves strokes to the nearest; the beats, and with them the backbeat, stay. A lead that filled every slot fills the new ones.',
  params: [{ id: 'slots', name: 'Slots a beat', kind: 'choice', of: SUBDIVISIONS.filter(n => n > 1).map(String), usual: '6', tried: ['2', '3', '4', '6', '8'] }],
  make(groove, params) {
    const wanted = Number(word(params, 'slots')) as Groove['bars'][number]['slots'][number]
    const { beats } = gridOf(groove)
    if (groove.parts.some(part => part.locked)) return refuse('A locked part cannot follow to another grid; unlock it first.')
    if (groove.bars.every(bar => bar.slots.every(slots => slots === wanted))) return refuse(`Every beat has ${wanted} slots already.`)
    if (beats.some(beat => !divides(beat.length, wanted))) return refuse(`A felt beat here cannot be cut into ${wanted} equal slots.`)
    const bars = regridded(groove.bars, wanted)
    const lead = isLead(groove)
    const backbeats = new Set(backbeatTicks(groove))
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
          for (let i = 0; i < wanted; i++) strokes.push(atTick(inside[Math.floor(i * beat.slots / wanted)]!, beat.at + i * slot))
          continue
        }
        const taken = new Map<number, Stroke>()
        for (const stroke of inside) {
          // A half falls to the later slot; past the last it stays on the last, so that beats keep what is theirs.
          const at = stands(stroke) ? stroke.at : beat.at + Math.min(wanted - 1, Math.round((stroke.at - beat.at) / slot)) * slot
          const there = taken.get(at)
          // The backbeat stands; otherwise the louder of two stays.
          if (!there || stands(stroke) || (!backbeats.has(at) && stroke.level > there.level)) taken.set(at, atTick(stroke, at))
        }
        strokes.push(...taken.values())
      }
      return { ...part, strokes: inOrder(strokes) }
    })
    return made(groove, { ...groove, bars, parts }, () => `Every beat in ${wanted} slots; the backbeat stays.`, '')
  },
}

const RANK: Partial<Record<Role, number>> = { 'hat foot': 5, 'ghosts': 4 }

const linearise: Move = {
  id: 'linearise', name: 'Make it linear', group: 'feel and grid', keeps: ['backbeat', 'linear'],
  about: 'Where limbs land together only one stays: the backbeat first, then the bass drum or the lead, as you say.',
  params: [{ id: 'first', name: 'Goes first', kind: 'choice', of: ['bass drum', 'lead'], usual: 'bass drum' }],
  make(groove, params) {
    const first = word(params, 'first')
    if (!groove.parts.every(workable)) return refuse('A part is locked or repeats on its own; it could not give way.')
    const backbeats = new Set(backbeatTicks(groove))
    const named = groove.parts.some(part => part.role === 'backbeat')
    const rank = (part: Part, { at, piece }: Stroke): number => (backbeats.has(at) && (named ? part.role === 'backbeat' : isHandPart(part) && piece === 'snare') ? 0 : RANK[part.role] ?? (part.role === first ? 1 : part.role === 'bass drum' || part.role === 'lead' ? 2 : 3))
    const winner = new Map<number, { rank: number, limb: Part['limb'] }>()
    for (const part of groove.parts) {
      for (const stroke of part.strokes) {
        const now = winner.get(stroke.at)
        const own = rank(part, stroke)
        if (!now || own < now.rank) winner.set(stroke.at, { rank: own, limb: part.limb })
      }
    }
    let gone = 0
    const parts = groove.parts.map((part) => {
      const strokes = part.strokes.filter(stroke => winner.get(stroke.at)!.limb === part.limb)
      gone += part.strokes.length - strokes.length
      return strokes.length === part.strokes.length ? part : { ...part, strokes }
    })
    return made(groove, gone ? { ...groove, parts } : groove, () => `Linear now: ${sayCount(gone, 'stroke')} gave way.`, 'It is linear already.')
  },
}

const mirror: Move = {
  id: 'mirror-hands', name: 'Change the hands over', group: 'feel and grid', keeps: ['feet', 'linear', 'same', 'backbeat'],
  about: 'What the right hand plays goes to the left and the other way round.',
  params: [],
  make(groove) {
    if (groove.parts.some(part => part.locked && isHandPart(part))) return refuse('A part of a hand is locked; unlock it first.')
    const after = groove.parts.some(isHandPart) ? { ...groove, parts: groove.parts.map(part => (isHandPart(part) ? { ...part, limb: otherSide(part.limb) } : part)) } : groove
    return made(groove, after, () => 'The hands have changed over.', 'The hands play nothing.')
  },
}

export const FEEL: readonly Move[] = [halfTime, doubleTime, straight, swing, regrid, linearise, mirror]
