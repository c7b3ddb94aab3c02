import {
  type Edit,
  type Groove,
  backbeatOf,
  sounding,
  sayBackbeat,
  sayCount,
  SWUNG,
  sayFeel,
  sayList,
  sayPlaces,
  takeStrokes,
} from '#core/groove'
import { together } from '#core/edit'
import { LIMB_NAMES, type Limb } from '#core/kit'
import { beatsOf, convertTempo } from '#core/time'
import { type Constraint, type Orientation, type StyleCard, orient } from './card'
import { breaksAtTurn, layRow, rowBars, writtenTimes } from './lay'

/** Whether one constraint of a style holds in a groove, said in a few words, with the style's reason. */
interface Fit {
  holds: boolean
  says: string
  reason: string
  /** What would make it hold, where one edit would. */
  offer?: { says: string; edit: Edit }
}

/**
 * A groove held against the style it claims, constraint by constraint.
 * @example fitsStyle(groove, styleOf('rock-eighths')).filter(fit => !fit.holds).length // => 0
 */
export function fitsStyle(groove: Groove, card: StyleCard, hands: Orientation['hands'] = 'crossed'): Fit[] {
  const fits = card.constraints.map((constraint): Fit => {
    const own =
      'limb' in constraint ? { ...constraint, limb: orient({ lead: groove.lead, hands }, constraint.limb) } : constraint
    return { ...check(sounding(groove), own, card), reason: constraint.reason }
  })
  const figure = Math.max(1, ...card.constraints.flatMap(one => ('row' in one ? [rowBars(card, one.row)] : [])))
  if (!breaksAtTurn(card, groove.bars, figure)) return fits
  return [
    ...fits,
    {
      holds: false,
      says: `A figure of ${figure} bars breaks at the turn of ${sayCount(groove.bars.length, 'bar')}`,
      reason: 'Its second half would be followed by itself, or be cut off: take a multiple of its bars.',
    },
  ]
}

/** The softest strokes of a limb on felt beats, by part and in ticks of the part: a feathered drum has them under most. */
function feathered(groove: Groove, limb: Limb) {
  const beats = new Set(beatsOf(groove.bars).map(beat => beat.at))
  return groove.parts
    .filter(part => part.limb === limb && !part.every && !part.locked)
    .map(part => ({
      part,
      ats: part.strokes.filter(({ at, level }) => level === 1 && beats.has(at)).map(({ at }) => at),
    }))
    .filter(({ ats }) => ats.length)
}

// A share this little is heard as a loose straight, not as swing.
const STILL_STRAIGHT = 0.6

function check(groove: Groove, constraint: Constraint, card: StyleCard): Omit<Fit, 'reason'> {
  const { swing } = groove.feel
  const feel = sayFeel(groove)
  switch (constraint.kind) {
    case 'straight': {
      const holds = !swing || swing.share <= STILL_STRAIGHT
      return holds
        ? { holds, says: `Straight enough (${feel})` }
        : {
            holds,
            says: `Swung (${feel}), where this style is straight`,
            offer: {
              says: 'Play it straight',
              edit: { type: 'facts', set: { feel: { ...groove.feel, swing: null } } },
            },
          }
    }
    case 'swung': {
      // No swing and a share of a half are the same thing, at whatever level.
      const share = swing?.share ?? 0.5
      const holds =
        (share === 0.5 || swing!.level === constraint.level) && share >= constraint.from && share <= constraint.to
      const wanted = `${Math.round(constraint.from * 100)} to ${Math.round(constraint.to * 100)}`
      const usual = { ...groove.feel, swing: card.swing }
      return {
        holds,
        ...(holds || !card.swing
          ? {}
          : { offer: { says: `Swing ${sayFeel({ feel: usual })}`, edit: { type: 'facts', set: { feel: usual } } } }),
        says: holds
          ? share === 0.5
            ? 'Straight, which this style allows'
            : `Swung (${feel})`
          : `${feel === 'straight' ? 'Straight' : `Swung ${feel}`}, where this style swings ${SWUNG[constraint.level]} ${wanted}`,
      }
    }
    case 'backbeat': {
      const said = sayBackbeat(groove)
      const found = new Set(backbeatOf(groove)?.beats)
      const beats = constraint.beats.join(' and ')
      const holds = constraint.beats.every(number => found.has(number - 1))
      return {
        holds,
        says: holds
          ? `Backbeat on ${said}`
          : said
            ? `The backbeat is on ${said}, not on ${beats}`
            : `No backbeat on ${beats}`,
      }
    }
    case 'keeps': {
      const struck = new Set(
        groove.parts
          .filter(part => part.limb === constraint.limb)
          .flatMap(part => part.strokes.filter(stroke => stroke.piece === constraint.piece).map(stroke => stroke.at)),
      )
      const wanted = layRow(
        card,
        { row: constraint.row.replaceAll('x', '3'), piece: constraint.piece },
        groove.bars,
      ).map(stroke => stroke.at)
      const missing = wanted.filter(at => !struck.has(at))
      const who = `${LIMB_NAMES[constraint.limb]} on ${constraint.piece}`
      return {
        holds: !missing.length,
        says: missing.length
          ? `The ${who} is missing on ${sayPlaces(groove, missing)}`
          : `The ${who} keeps its ${sayCount(wanted.length, 'place')}`,
      }
    }
    case 'feathered': {
      const quarters = Math.round(convertTempo(groove.tempo, '1/4').bpm)
      const soft = feathered(groove, constraint.limb)
      const many = soft.reduce((sum, { ats }) => sum + ats.length, 0)
      const holds = quarters <= constraint.to || many * 2 < beatsOf(groove.bars).length
      return {
        holds,
        says: holds
          ? many
            ? `Feathered, as is usual up to ${constraint.to}`
            : 'Nothing feathered'
          : `Feathered at quarter = ${quarters}; custom is up to ${constraint.to}`,
        ...(holds
          ? {}
          : {
              offer: {
                says: 'Leave the feathering out',
                edit: together(
                  'Leave the feathering out',
                  soft.map(({ part, ats }) => takeStrokes(part, ats)),
                ),
              },
            }),
      }
    }
    case 'silent': {
      const beats = beatsOf(groove.bars)
        .filter(beat => constraint.beats.includes(beat.beat + 1))
        .map(beat => beat.at)
      const struck = groove.parts
        .filter(part => part.limb === constraint.limb)
        .flatMap(part => part.strokes.map(stroke => stroke.at))
      const broken = struck.filter(at => beats.includes(at))
      const limb = LIMB_NAMES[constraint.limb]
      return {
        holds: !broken.length,
        says: broken.length
          ? `The ${limb} plays on ${sayPlaces(groove, broken)}`
          : `The ${limb} leaves ${sayList(constraint.beats.map(String))} alone`,
      }
    }
    case 'tempo': {
      // Written twice as long, it is counted twice as fast.
      const times = writtenTimes(card, groove.bars) ?? 1
      const quarters = Math.round(convertTempo(groove.tempo, '1/4').bpm)
      const [from, to] = [constraint.from * times, constraint.to * times]
      const holds = quarters >= from && quarters <= to
      const nearest = Math.min(to, Math.max(from, quarters))
      const { bpm } = convertTempo({ bpm: nearest, counts: '1/4' }, groove.tempo.counts)
      return {
        holds,
        says: `quarter = ${quarters}, ${holds ? 'within' : 'outside'} ${from} to ${to}`,
        ...(holds
          ? {}
          : {
              offer: {
                says: `Take quarter = ${nearest}`,
                edit: { type: 'facts', set: { tempo: { ...groove.tempo, bpm } } },
              },
            }),
      }
    }
  }
}
