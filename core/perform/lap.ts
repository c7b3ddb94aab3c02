import type { Kit, Level } from '#core/kit'
import {
  type Blow,
  type Clave,
  type Groove,
  type Part,
  type PlacedStroke,
  backbeatTicks,
  blowsIn,
  claveCycle,
  followHats,
  opensHats,
  ringsUntil,
  slotTicks,
  visitStrokes,
  pickUpTicks,
} from '#core/groove'
import { type Beat, barStarts, beatsOf, mod, swungTick } from '#core/time'
import { type ClickStroke, clickedClave, clicksOf, countsOf } from './click'
import type { PassageClock } from './clock'
import type { ClickCue, GuideCue, StrokeCue } from './cue'
import { type PlayedBy, type Passage, type Span, firstTempo, isRamp } from './performance'

/** A written stroke on its way to be heard: where it lies, in ticks from the start of its lap, and what it is. */
export interface LapStroke extends PlacedStroke {
  by: PlayedBy
  /** Bars of the lap before the one it is in. */
  bar: number
}

/** What is worked out once of a passage, however often it comes round. */
export interface LapGround {
  passage: Passage
  groove: Groove
  beats: Beat[]
  /** Where bars begin, in ticks of the groove; which of them is the first that the span touches, and how many it touches. */
  starts: number[]
  firstBar: number
  bars: number
  /** Length of a lap in ticks. */
  length: number
  /** True where parts repeat against the bars, so that laps differ. */
  cycles: boolean
}

/** What every lap of a passage shares: the parts that are not silent, and the bars and beats its span (in ticks) covers. */
export function lapGroundOf(passage: Passage): LapGround {
  const { span, parts } = passage
  const played = [...passage.groove.parts, ...passage.extra].filter(part => parts[part.id] !== 'silent')
  const groove: Groove = { ...passage.groove, parts: played, tempo: firstTempo(passage) }
  const starts = barStarts(groove.bars)
  const barAt = (tick: number) =>
    Math.min(
      groove.bars.length - 1,
      starts.findLastIndex(start => start <= tick),
    )
  const firstBar = barAt(span.from)
  return {
    passage,
    groove,
    starts,
    firstBar,
    beats: beatsOf(groove.bars),
    bars: barAt(span.to - 1) - firstBar + 1,
    length: span.to - span.from,
    cycles: played.some(part => part.every),
  }
}

const inside = ({ from, to }: Span, at: number): boolean => at >= from && at < to
const barOf = (ground: LapGround, tick: number): number =>
  Math.min(
    ground.groove.bars.length - 1,
    ground.starts.findLastIndex(start => start <= tick),
  ) - ground.firstBar

// Field by field: what `visitStrokes` hands over is used again, and copying it as a whole costs more than all the rest of a lap.
const lapStroke = (
  { part, stroke, at, swung, piece, push, closes }: PlacedStroke,
  by: PlayedBy,
  bar: number,
): LapStroke => ({ part, stroke, at, swung, piece, push, closes, by, bar })

/** The strokes of one lap in order of their written places. */
export function strokesOfLap(ground: LapGround, lap: number, kit: Kit = ground.passage.kit): LapStroke[] {
  const {
    passage: { span, parts },
    groove,
  } = ground
  const strokes: LapStroke[] = []
  visitStrokes(groove, kit, lap, placed => {
    if (inside(span, placed.at))
      strokes.push(lapStroke(placed, parts[placed.part.id] ?? 'machine', barOf(ground, placed.at)))
  })
  return strokes.sort((a, b) => a.at - b.at)
}

/**
 * The pick-up that leads into a passage which is played from its groove's start: the strokes of the last ticks of its
 * bars, their places counted back from the first (negative). Parts may have one of their own where the groove has none.
 */
export function leadIn(ground: LapGround): LapStroke[] {
  const {
    passage: { span, parts, kit },
    groove,
  } = ground
  const total = ground.starts.at(-1)!
  if (span.from !== 0) return []
  const ticksOf = (part: Part) => pickUpTicks(groove, { ...part, muted: false })
  const strokes: LapStroke[] = []
  visitStrokes(
    { ...groove, parts: groove.parts.filter(part => !part.every && ticksOf(part)) },
    kit,
    0,
    placed => {
      if (placed.at < total - ticksOf(placed.part)) return
      const before = lapStroke(placed, parts[placed.part.id] ?? 'machine', -1)
      before.at -= total
      before.swung -= total
      if (before.closes !== undefined) before.closes -= total
      strokes.push(before)
    },
    true,
  )
  return strokes.sort((a, b) => a.at - b.at)
}

/** A cue before it is known when its lap begins: seconds and `until` from there, and whether a hat is still open at its end. */
type StrokeLapCue = Omit<StrokeCue, 'passage' | 'lap'> & { open: boolean }
type ClickLapCue = Omit<ClickCue, 'passage' | 'lap'>
export type LapCue = StrokeLapCue | ClickLapCue | Omit<GuideCue, 'passage' | 'lap'>

/** When a place of a lap sounds, in seconds from the lap's start; `ticks` counts from there too. */
type LapTime = (ticks: number) => number

/** The time of each place in a lap that begins `startTicks` into its passage. */
export function lapTime(clock: PassageClock, startTicks: number): LapTime {
  const start = clock.secondsAt(startTicks)
  return clock.steady ? clock.secondsAt : ticks => clock.secondsAt(startTicks + ticks) - start
}

/**
 * Strokes as cues, each blow of an ornament by itself, at its own level. `from` is the tick of the groove that the lap
 * begins with. An open hat is closed by the next stroke on the same hats among these; one that none closes is left open.
 */
export function strokeCues(ground: LapGround, strokes: readonly LapStroke[], from: number, time: LapTime): LapCue[] {
  const { model } = ground.passage
  const cues: LapCue[] = []
  const open = followHats<StrokeLapCue>()
  for (const { part, stroke, at, swung, piece, push, closes, by, bar } of strokes) {
    const seconds = time(swung - from) + push
    if (piece?.kind === 'hi-hat') for (const cue of open.struck(piece.id, at)) close(cue, seconds)
    const until = ringsUntil(stroke, seconds, closes === undefined ? undefined : time(closes - from) + push)
    const opens = opensHats(piece, stroke.stroke)
    const heard = by === 'machine' || (by === 'player' && model)
    const blows =
      blowsIn(
        stroke,
        () =>
          time(swung - from + slotTicks(ground.beats, at < 0 ? at + ground.starts.at(-1)! : at)) - time(swung - from),
      ) ?? PLAIN_BLOWS[stroke.level]
    for (let blow = 0; blow < blows.length; blow++) {
      const { after, level } = blows[blow]!
      const cue: StrokeLapCue = {
        kind: 'stroke',
        part: part.id,
        blow,
        by,
        bar,
        tick: at,
        at: at - from,
        seconds: seconds + after,
        limb: part.limb,
        pieceId: stroke.piece,
        piece,
        stroke: stroke.stroke,
        level,
        until,
        heard,
        open: opens,
      }
      cues.push(cue)
      if (opens) open.opened(piece!.id, at, cue)
    }
  }
  return cues
}

/** A plain stroke is one blow at its own level. */
const PLAIN_BLOWS: Record<Level, Blow[]> = {
  1: [{ after: 0, level: 1 }],
  2: [{ after: 0, level: 2 }],
  3: [{ after: 0, level: 3 }],
  4: [{ after: 0, level: 4 }],
  5: [{ after: 0, level: 5 }],
}

function close(cue: StrokeLapCue, seconds: number): void {
  cue.until = Math.min(cue.until ?? Infinity, seconds)
  cue.open = false
}

/** A clave that clicks in a lap, and how much of it is over, in ticks, when the bars begin. */
export interface ClaveOfLap {
  clave: Clave
  gone: number
}

/**
 * The clave that clicks in a lap, if one does. `runsOn` is that of a performance whose clave goes through all passages, with the ticks before the
 * lap; else a passage that is its whole groove takes its own laps, and a marked span stays on the side where it is written.
 */
export function claveOfLap(
  { passage, groove, length, starts }: LapGround,
  lap: number,
  runsOn?: { before: number; clave: Clave | null },
): ClaveOfLap | undefined {
  const clave = clickedClave(passage.click.program, runsOn ? runsOn.clave : groove.clave)
  const cycle = clave && claveCycle(groove.bars, clave)
  if (!cycle) return undefined
  const whole = length === starts.at(-1)!
  const gone = runsOn ? runsOn.before - passage.span.from : whole ? lap * length : 0
  return { clave, gone: mod(gone, cycle.length) }
}

/** The clicks of one lap, or its count where a voice says it; they swing with the groove, so that its off-beats fall where the groove's do. */
export function clickCues(
  ground: LapGround,
  strokes: readonly LapStroke[],
  time: LapTime,
  clave?: ClaveOfLap,
): LapCue[] {
  const {
    passage: { span, click },
    groove,
    beats,
  } = ground
  const { voice } = click
  const all: ClickStroke[] = voice
    ? countsOf(groove.bars, voice, new Set(strokes.filter(one => one.part.limb === voice.where).map(one => one.at)))
    : clicksOf(groove.bars, click.program, {
        ...clave,
        ...(click.program === 'backbeats' ? { backbeat: backbeatTicks(groove) } : {}),
      })
  const cues = all
    .filter(one => inside(span, one.at))
    .map((one): ClickLapCue => ({
      kind: 'click',
      on: one.on,
      warns: false,
      says: one.says,
      until: undefined,
      bar: barOf(ground, one.at),
      tick: one.at,
      at: one.at - span.from,
      seconds: time(swungTick(beats, one.at, groove.feel.swing ?? undefined) - span.from),
    }))
  // A voice says one thing at a time; what it says last goes on no further than the lap.
  return voice ? cues.map((cue, i) => ({ ...cue, until: cues[i + 1]?.seconds ?? time(ground.length) })) : cues
}

/** The notes of the lines that are heard in one lap; they swing with the groove, and end with the lap at the latest. */
export function guideCues(ground: LapGround, time: LapTime): LapCue[] {
  const {
    passage: { span, guides },
    groove,
    beats,
  } = ground
  const swung = (tick: number) => time(swungTick(beats, tick, groove.feel.swing ?? undefined) - span.from)
  return groove.guides
    .filter(guide => guides.includes(guide.id))
    .flatMap(guide =>
      guide.notes
        .filter(note => inside(span, note.at))
        .map((note): LapCue => {
          const end = Math.min(note.at + note.length, span.to)
          return {
            kind: 'guide',
            guide: guide.id,
            level: note.level,
            bar: barOf(ground, note.at),
            tick: note.at,
            at: note.at - span.from,
            seconds: swung(note.at),
            until: end === span.to ? time(ground.length) : swung(end),
          }
        }),
    )
}

/** The most that a cue may sound before its lap begins, in seconds: a push and a ruff's first grace note, and room. */
export const EARLY = 0.25

/** The most that a cue may sound after its lap's end: a push, and where the span cuts a swung pair in two the rest of it. */
export function lateOf({ passage: { tempo } }: LapGround, clock: PassageClock): number {
  const pair = 5040
  const slowest = isRamp(tempo)
    ? Math.max(pair / clock.ticksAt(1), clock.secondsAt(tempo.over + pair) - clock.secondsAt(tempo.over))
    : clock.secondsAt(pair)
  return EARLY + 0.3 * slowest
}
