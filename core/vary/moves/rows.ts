import { type Groove, type Part, type Stroke, barTicks, cutToShow, sayCut, sayList, sayPlaces } from '#core/groove'
import { HAT_DEGREES, type Level, type Limb, LIMBS, STROKE_NAMES, isHand } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import { LETTERS, type LetterStroke, type VocabularyLine, isQuiet, rowStrokesOf, vocabularyOf } from '#core/style'
import { barStarts, beatAt } from '#core/time'
import { type Made, type Move, type ParamSpec, type Params, word } from '../move'
import { rowsHere } from '../rows'
import {
  addStrokes,
  atTick,
  bassFoot,
  eachStroke,
  freeHand,
  gridOf,
  isLead,
  leadHand,
  made,
  recut,
  sameStrokes,
} from '../work'

const BARS = ['every bar', 'the last bar', 'every second bar'] as const
const IN: ParamSpec = { id: 'bars', name: 'In', kind: 'choice', of: BARS, usual: 'the last bar' }

/** The bars that a row takes, counted from 0; of one bar alone it is that. */
function barsOf({ bars }: Pick<Groove, 'bars'>, where: string): number[] {
  const all = bars.map((_, bar) => bar)
  if (where === 'the last bar') return all.slice(-1)
  return where === 'every second bar' && bars.length > 1 ? all.filter(bar => bar % 2 === 1) : all
}

/** A stroke of a row where it falls in the groove. */
interface Laid extends LetterStroke {
  bar: number
}

/**
 * A row over some bars of a groove, each with the bar of the row that its number calls for. What lies on the last third of a beat goes to the
 * swung half of a groove that is written so: it sounds there. Remembered with the bars, for a search.
 */
function laid(groove: Groove, row: string, bars: readonly number[]): readonly Laid[] {
  const known = laidBefore.get(groove.bars) ?? new Map<string, readonly Laid[]>()
  laidBefore.set(groove.bars, known)
  const key = `${groove.style} ${groove.feel.swing?.level} ${row} ${bars.join()}`
  const strokes = known.get(key) ?? laidOut(groove, row, bars)
  known.set(key, strokes)
  return strokes
}
const laidBefore = new WeakMap<Groove['bars'], Map<string, readonly Laid[]>>()

function laidOut(groove: Groove, row: string, bars: readonly number[]): Laid[] {
  const own = vocabularyOf(groove.style)
  if (!own) return []
  const { strokes, ticks } = rowStrokesOf({ row }, own.meter, own.slots)
  const most = isQuiet(groove.style) ? 3 : 5
  const { beats, starts } = gridOf(groove)
  const length = barTicks(groove.bars[0]!)
  const many = Math.max(1, ticks / length)
  const swings = groove.feel.swing?.level === '1/8'
  return bars.flatMap(bar =>
    strokes.flatMap((one): Laid[] => {
      if (Math.floor(one.at / length) !== bar % many) return []
      const at = starts[bar]! + (one.at % length)
      const beat = beatAt(beats, at)
      const third = beat.length / 3
      const onSkip = swings && beat.slots % 3 !== 0 && at - beat.at === 2 * third
      const level = Math.min(one.level, most) as Level
      return [{ ...one, level, bar, at: onSkip ? beat.at + beat.length / 2 : at }]
    }),
  )
}

/**
 * A swung groove with the beats cut in three on whose middle third a row strikes: what hands have on the swung half goes to the last third,
 * where it sounds. The same groove where no beat asks for it, or where that would take a foot or a locked part along.
 */
function inThirds(groove: Groove, row: readonly Laid[]): Groove {
  if (groove.feel.swing?.level !== '1/8') return groove
  const { beats } = gridOf(groove)
  const asking = new Set(
    row.flatMap(({ at }) => {
      const beat = beatAt(beats, at)
      return beat.slots === 2 && at - beat.at === beat.length / 3 ? [beat] : []
    }),
  )
  const inside = (stroke: Stroke) => {
    const beat = beatAt(beats, stroke.at)
    return asking.has(beat) && stroke.at !== beat.at ? beat : undefined
  }
  const stays = (part: Part) => part.every || part.locked || !isHand(part.limb)
  if (!asking.size || groove.parts.some(part => stays(part) && part.strokes.some(inside))) return groove
  const moved = eachStroke(
    groove,
    part => !stays(part),
    stroke => {
      const beat = inside(stroke)
      return beat ? atTick(stroke, beat.at + (beat.length * 2) / 3) : stroke
    },
  )
  const bars = groove.bars.map((bar, b) => ({
    ...bar,
    slots: bar.slots.map((slots, i): (typeof bar.slots)[number] =>
      [...asking].some(beat => beat.bar === b && beat.beat === i) ? 3 : slots,
    ),
  }))
  return { ...moved, bars: recut(groove.bars, bars) }
}

/** Whether every limb strikes the same in two grooves, whatever the parts are called. */
const playsAlike = (a: Groove, b: Groove): boolean =>
  a.parts.reduce((sum, part) => sum + part.strokes.length, 0) ===
    b.parts.reduce((sum, part) => sum + part.strokes.length, 0) &&
  LIMBS.every(limb => {
    const own = ({ parts }: Groove) =>
      parts
        .filter(part => part.limb === limb)
        .flatMap(part => part.strokes)
        .sort((one, other) => one.at - other.at)
    return sameStrokes(own(a), own(b))
  })

/** Strokes that gave way, by piece and tick: a foot and a hand may have stood at one instant. */
type Was = Map<string, Stroke>
const placeOf = ({ piece, at }: Pick<Stroke, 'piece' | 'at'>): string => `${piece} ${at}`

/** Strokes put in place of others in some bars, what was there already kept as it was; the grid is cut where it is too coarse. */
function inPlace(
  groove: Groove,
  among: (part: Part) => boolean,
  takes: (stroke: Stroke) => boolean,
  bars: readonly number[],
  put: (cleared: Groove, was: Was) => Groove,
  ats: readonly number[],
  says: (after: Groove) => string,
): Result<Made> {
  const starts = barStarts(groove.bars)
  const inBars = (at: number) => bars.some(bar => at >= starts[bar]! && at < starts[bar + 1]!)
  const was: Was = new Map()
  const cleared = eachStroke(groove, among, stroke => {
    if (!inBars(stroke.at) || !takes(stroke)) return stroke
    was.set(placeOf(stroke), stroke)
    return undefined
  })
  const kept = groove.parts.flatMap(part => (part.every ? [] : part.strokes.map(stroke => stroke.at)))
  const { slotAt } = gridOf(groove)
  const cut = ats.every(at => slotAt.has(at)) ? undefined : cutToShow(groove.bars, ats, kept)
  if (cut?.lost.length) return refuse('Its strokes do not lie on any grid of these bars.')
  const filled = put(cleared, was)
  if (playsAlike(groove, filled)) return refuse('It is played so already.')
  const after = cut ? { ...filled, bars: recut(groove.bars, cut.bars) } : filled
  return made(groove, after, () => says(after) + (cut ? ` ${sayCut(groove, cut)}.` : ''), 'It is played so already.')
}

/**
 * Where strokes of a row fall, and in which bars: `' in bar 2'` with places within a bar where all its bars have the same, else places through all bars.
 */
function placesOf(
  groove: Groove,
  bars: readonly number[],
  strokes: readonly Laid[],
): { inBars: string; places: string } {
  const { starts } = gridOf(groove)
  const within = (bar: number) => strokes.filter(one => one.bar === bar).map(one => one.at - starts[bar]!)
  const [first = 0] = bars
  const alike = bars.every(bar => within(bar).join() === within(first).join())
  if (!alike)
    return {
      inBars: '',
      places: sayPlaces(
        groove,
        strokes.map(one => one.at),
      ),
    }
  const many = groove.bars.length
  const named = ` in bar${bars.length > 1 ? 's' : ''} ${sayList(bars.map(bar => String(bar + 1)))}`
  return {
    inBars: many === 1 ? '' : bars.length === many ? ' in every bar' : named,
    places: sayPlaces({ bars: [groove.bars[first]!] }, within(first)),
  }
}

/** A move that lays a row of the style over some bars. */
const rowMove = (
  id: string,
  name: string,
  line: VocabularyLine,
  about: string,
  make: (groove: Groove, row: readonly Laid[], bars: readonly number[]) => Result<Made>,
  { keeps = [], traits }: Pick<Move, 'traits'> & Partial<Pick<Move, 'keeps'>>,
): Move => ({
  id,
  name,
  group: 'of the style',
  keeps,
  traits: traits ?? [],
  about,
  params: [{ id: 'row', name: 'Row', kind: 'row', line }, IN],
  make(groove, params: Params) {
    const chosen = word(params, 'bars')
    const bars = barsOf(groove, chosen)
    const known = rowsHere(groove, line).find(one => one.row === word(params, 'row'))
    const first = known && laid(groove, known.row, bars)
    if (!first) return refuse('Players of this style have no such row here, at this tempo and in this meter.')
    const all = bars.length === groove.bars.length
    if (known.place === 'section' && !all)
      return refuse('Players change to this for a whole section: choose every bar.')
    if ((known.place === 'bar 2' || known.place === 'bar 4') && all && groove.bars.length > 1)
      return refuse('It marks one bar among others: choose the last bar, or every second.')
    const ground = inThirds(groove, first)
    const row = ground === groove ? first : laid(ground, known.row, bars)
    const done = make(ground, row, bars)
    if (!done.ok || ground === groove) return done
    const cut = gridOf(ground).beats.filter((beat, i) => beat.slots !== gridOf(groove).beats[i]!.slots)
    const says = sayCut(groove, { bars: ground.bars, beats: cut.map(({ at }) => at), lost: [] })
    return ok({ ...done.value, says: () => `${done.value.says()} ${says}.` })
  },
})

/** The pieces that rows write for the hands beside the lead. */
const DRUMS: ReadonlySet<string> = new Set(
  Object.values(LETTERS).flatMap(({ who, piece }) => (who === 'hands' ? [piece] : [])),
)

/** What is heard of a stroke of the lead: its piece, and how it is struck where that is not plainly. */
const sounding = ({ piece, stroke }: Pick<Stroke, 'piece' | 'stroke'>): string =>
  stroke === 'hit'
    ? piece
    : HAT_DEGREES.some(one => one === stroke)
      ? `${STROKE_NAMES[stroke]} ${piece}`
      : `${piece} ${STROKE_NAMES[stroke]}`

/** A stroke of a row as loud as its limb plays in this groove: strong is what the loudest of its strokes is, as far as that is more than soft. */
function asLoud(groove: Groove, limb: Limb, one: LetterStroke): Stroke {
  const own = groove.parts.filter(part => part.limb === limb && !part.every).flatMap(part => part.strokes)
  const loudest = Math.max(0, ...own.filter(({ stroke }) => stroke !== 'chick').map(({ level }): number => level))
  const level = (one.level === 4 && loudest > 2 ? Math.min(4, loudest) : one.level) as Level
  return { ...asStroke(one), level }
}

const isOnBass = (groove: Groove) => (part: Part) => part.limb === bassFoot(groove) && !isLead(groove)(part)
const asStroke = ({ at, piece, stroke, level }: LetterStroke): Stroke => ({ at, piece, stroke, level })

const bass = rowMove(
  'row-bass',
  'Bass drum of the style',
  'bass drum',
  'Plays a bass-drum bar that players of the style use, in all bars or as an answer in some.',
  (groove, row, bars) =>
    inPlace(
      groove,
      isOnBass(groove),
      // Under a row of single strokes what is feathered goes on.
      stroke => stroke.piece === 'bass drum' && (stroke.level > 1 || row.some(one => one.level === 1)),
      bars,
      (cleared, was) =>
        addStrokes(
          cleared,
          bassFoot(groove),
          'bass drum',
          'Bass drum',
          row.map(one => was.get(placeOf(one)) ?? asLoud(groove, bassFoot(groove), one)),
        ),
      row.map(one => one.at),
      after => {
        const { inBars, places } = placesOf(after, bars, row)
        return `The bass drum${inBars}: ${places || 'nothing'}.`
      },
    ),
  { traits: ['about the bass drum'] },
)

const beside = rowMove(
  'row-beside',
  'Snare of the style',
  'beside',
  'Plays the snare beside the lead as players of the style do: backbeat and ghosts, or comping.',
  (groove, row, bars) => {
    const hand = freeHand(groove)
    const swinging = groove.parts.every(part => part.role !== 'backbeat')
    const roleOf = (one: Laid) => (one.level === 1 ? 'ghosts' : one.level === 4 && !swinging ? 'backbeat' : 'comping')
    const soft = row.filter(one => one.level === 1)
    const loud = row.filter(one => one.level > 1)
    return inPlace(
      groove,
      part => part.limb === hand && !isLead(groove)(part),
      stroke => DRUMS.has(stroke.piece),
      bars,
      (cleared, was) => {
        const strong = [...was.values()].sort((a, b) => b.level - a.level)[0]
        return (['backbeat', 'comping', 'ghosts'] as const).reduce((now, role) => {
          const own = row.filter(one => roleOf(one) === role)
          const strokes = own.map(one => {
            const there = was.get(placeOf(one))
            if (there && (there.level === 1) === (one.level === 1)) return there
            return role === 'backbeat' && strong ? { ...strong, at: one.at } : asLoud(groove, hand, one)
          })
          const name = role === 'ghosts' ? 'Ghosts' : role === 'backbeat' ? 'Backbeat' : 'Comping'
          return strokes.length ? addStrokes(now, hand, role, name, strokes) : now
        }, cleared)
      },
      row.map(one => one.at),
      after => {
        const { inBars } = placesOf(after, bars, row)
        const ghosts = soft.length ? `; ghosts on ${placesOf(after, bars, soft).places}` : ''
        const said = [...new Set(loud.map(one => one.piece))].map(piece => {
          const { places } = placesOf(
            after,
            bars,
            loud.filter(one => one.piece === piece),
          )
          return piece === 'snare' ? places : `${piece} on ${places}`
        })
        return `The snare${inBars}: ${said.join(', ') || 'nothing loud'}${ghosts}.`
      },
    )
  },
  { keeps: ['feet'], traits: ['about the snare'] },
)

const lead = rowMove(
  'row-lead',
  'Lead of the style',
  'lead',
  'Plays the lead as players of the style do: an opening, another cymbal, other strokes.',
  (groove, row, bars) => {
    const hand = leadHand(groove)
    const { starts } = gridOf(groove)
    const strokes = row.map((one, i): Stroke => {
      const end = starts[one.bar + 1] ?? gridOf(groove).total
      const next = row[i + 1] && row[i + 1]!.bar === one.bar ? row[i + 1]!.at : end
      return one.stroke === 'open' ? { ...asStroke(one), openFor: next - one.at } : asStroke(one)
    })
    const open = row.filter(one => one.stroke === 'open')
    const isBeats = isLead(groove)
    return inPlace(
      groove,
      part => part.limb === hand && isBeats(part),
      () => true,
      bars,
      (cleared, was) =>
        addStrokes(
          cleared,
          hand,
          'lead',
          'Lead',
          strokes.map(one => {
            const there = was.get(placeOf(one))
            return there?.stroke === one.stroke ? there : one
          }),
        ),
      row.map(one => one.at),
      after => {
        const { inBars, places } = placesOf(after, bars, open.length < row.length && open.length ? open : row)
        return open.length && open.length < row.length
          ? `The lead${inBars} opens on ${places}.`
          : `The lead${inBars}: ${sayList([...new Set(row.map(sounding))])} on ${places}.`
      },
    )
  },
  { keeps: ['feet'], traits: ['about the lead'] },
)

/** The last bar as players of the style round off four. */
export const roundOff = rowMove(
  'row-turn',
  'Round off the last bar',
  'turnaround',
  'Ends the bars as players of the style round off four: snare and bass drum set up the 1 under the same lead.',
  (groove, row, bars) => {
    const hand = freeHand(groove)
    const last = bars.slice(-1)
    const own = row.filter(one => last.includes(one.bar))
    const feet = own.filter(one => one.who === 'foot')
    const hands = own.filter(one => one.who !== 'foot')
    const isBeats = isLead(groove)
    return inPlace(
      groove,
      part => (part.limb === hand && !isBeats(part)) || isOnBass(groove)(part),
      // A row without a foot leaves it to what it plays.
      stroke => stroke.piece === 'snare' || (stroke.piece === 'bass drum' && feet.length > 0),
      last,
      (cleared, was) => {
        const kept = (one: Laid) => was.get(placeOf(one)) ?? asStroke(one)
        const foot = addStrokes(cleared, bassFoot(groove), 'bass drum', 'Bass drum', feet.map(kept))
        return addStrokes(foot, hand, 'fill', 'Rounding off', hands.map(kept))
      },
      own.map(one => one.at),
      after => {
        const said = [...new Set(own.map(one => one.piece))].map(
          piece =>
            `${piece} on ${
              placesOf(
                after,
                last,
                own.filter(one => one.piece === piece),
              ).places
            }`,
        )
        return `The last bar is rounded off: ${said.join(', ')}.`
      },
    )
  },
  { traits: ['about the snare'] },
)

export const ROWS: readonly Move[] = [bass, beside, lead, roundOff]
