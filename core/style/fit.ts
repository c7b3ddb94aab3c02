import { type Groove, rowStrokes, sayCount, sayFeel, sayList, sayPlaces } from '#core/groove'
import { LIMB_NAMES } from '#core/kit'
import { barStarts, beatsOf, convertTempo } from '#core/time'
import { type Constraint, type Orientation, type StyleCard, orient } from './card'

/** Whether one constraint of a style holds in a groove, said in a few words, with the style's reason. */
export interface Fit { holds: boolean, says: string, reason: string }

/** A groove held against the style it claims, constraint by constraint. */
export const fitsStyle = (groove: Groove, card: StyleCard, hands: Orientation['hands'] = 'crossed'): Fit[] =>
  card.constraints.map((constraint) => {
    const own = 'limb' in constraint ? { ...constraint, limb: orient({ lead: groove.lead, hands }, constraint.limb) } : constraint
    return { ...check(groove, own), reason: constraint.reason }
  })

// A share this little is heard as a loose straight, not as swing.
const STILL_STRAIGHT = 0.6

function check(groove: Groove, constraint: Constraint): Omit<Fit, 'reason'> {
  const { swing } = groove.feel
  const feel = sayFeel(groove)
  switch (constraint.kind) {
    case 'straight': {
      const holds = !swing || swing.share <= STILL_STRAIGHT
      return { holds, says: holds ? `Straight enough (${feel})` : `Swung (${feel}), where this style is straight` }
    }
    case 'swung': {
      const holds = !!swing && swing.level === constraint.level && swing.share >= constraint.from && swing.share <= constraint.to
      const wanted = `${Math.round(constraint.from * 100)} to ${Math.round(constraint.to * 100)}`
      return { holds, says: holds ? `Swung (${feel})` : `${feel === 'straight' ? 'Straight' : `Swung ${feel}`}, where this style swings ${wanted}` }
    }
    case 'backbeat': {
      const missing = missingBackbeats(groove, constraint.beats)
      const beats = constraint.beats.join(' and ')
      return { holds: missing === 0, says: missing ? `No backbeat on ${beats} in ${missing} of ${groove.bars.length} bars` : `Backbeat on ${beats}` }
    }
    case 'keeps': {
      const struck = new Set(groove.parts.filter(part => part.limb === constraint.limb)
        .flatMap(part => part.strokes.filter(stroke => stroke.piece === constraint.piece).map(stroke => stroke.at)))
      const wanted = rowStrokes(groove.bars, constraint.row.replaceAll('x', '3'), { piece: constraint.piece }).map(stroke => stroke.at)
      const missing = wanted.filter(at => !struck.has(at))
      const who = `${LIMB_NAMES[constraint.limb]} on ${constraint.piece}`
      return { holds: !missing.length, says: missing.length ? `The ${who} is missing on ${sayPlaces(groove, missing)}` : `The ${who} keeps its ${sayCount(wanted.length, 'place')}` }
    }
    case 'silent': {
      const beats = beatsOf(groove.bars).filter(beat => constraint.beats.includes(beat.beat + 1)).map(beat => beat.at)
      const struck = groove.parts.filter(part => part.limb === constraint.limb).flatMap(part => part.strokes.map(stroke => stroke.at))
      const broken = struck.filter(at => beats.includes(at))
      const limb = LIMB_NAMES[constraint.limb]
      return { holds: !broken.length, says: broken.length ? `The ${limb} plays on ${sayPlaces(groove, broken)}` : `The ${limb} leaves ${sayList(constraint.beats.map(String))} alone` }
    }
    case 'tempo': {
      const quarters = Math.round(convertTempo(groove.tempo, '1/4').bpm)
      const holds = quarters >= constraint.from && quarters <= constraint.to
      return { holds, says: `${quarters} a minute, ${holds ? 'within' : 'outside'} ${constraint.from} to ${constraint.to}` }
    }
  }
}

/** How many bars lack a strong or accented hand stroke on one of the beats. */
function missingBackbeats(groove: Groove, beats: number[]): number {
  const strong = new Set(groove.parts
    .filter(part => part.role === 'backbeat')
    .flatMap(part => part.strokes.filter(stroke => stroke.level >= 4).map(stroke => stroke.at)))
  const all = beatsOf(groove.bars)
  return barStarts(groove.bars).slice(0, -1).filter((_, bar) =>
    beats.some(number => !all.some(beat => beat.bar === bar && beat.beat === number - 1 && strong.has(beat.at)))).length
}
