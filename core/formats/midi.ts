import { writeMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'
import { type Kit, LEVEL_VELOCITIES, LIMBS, LIMB_NAMES, noteOf, ringsOn } from '#core/kit'
import { type Groove, barTicks, grooveTicks, passesUntilAlike } from '#core/groove'
import { CueLine, type Performance, type StrokeCue, firstTempo, passes } from '#core/perform'
import {
  type Meter,
  type Swing,
  TICKS_PER_QUARTER,
  type Tempo,
  barStarts,
  beatTicks,
  convertTempo,
  tickSeconds,
  usualGroups,
} from '#core/time'

/** An event before its distance from the one before is known. */
interface At {
  tick: number
  order: number
  event: MidiEvent
}

const DRUMS = 9
const SHORT = TICKS_PER_QUARTER / 8
/** The most bars that are written for parts to come round. */
const LONGEST = 64

/** How a MIDI file is written: swing and pushes in the times, as it sounds, or straight notes with swing in words; all drums on one track, a track for each limb, or one for each part. */
interface MidiWish {
  swing?: 'played' | 'words'
  tracks?: 'one' | 'limbs' | 'parts'
}

/** A groove without what is done to its times. */
const straight = (groove: Groove): Groove => ({
  ...groove,
  feel: { swing: null, push: {} },
  parts: groove.parts.map(part => ({ ...part, swing: null })),
})

/**
 * A groove as a standard MIDI file (type 1, 5040 ticks a quarter): a track of tempo and meters, and drums on channel 10. What is written
 * is what is heard: swing, pushes and grace notes are in the times, to the nearest tick (or straight, with swing in words), muted parts are
 * left out, and a pick-up or a flam on 1 has its own bar before the first. A part with its own cycle is written until it comes
 * round, up to 64 bars. An open hat lasts until it closes or the file ends, other strokes a thirty-second. Tracks of a limb or a part say
 * so in a text, which `readMidi` reads.
 * @example String.fromCharCode(...writeGrooveMidi(groove, kit).slice(0, 4)) // => 'MThd'
 */
export function writeGrooveMidi(
  given: Groove,
  kit: Kit,
  { swing = 'played', tracks = 'one' }: MidiWish = {},
): Uint8Array {
  const groove = swing === 'words' ? straight(given) : given
  const rounds = Math.max(1, Math.min(passesUntilAlike(groove), Math.floor(LONGEST / groove.bars.length)))
  const strokes = new CueLine(passes(groove, kit, rounds))
    .between(-Infinity, Infinity)
    .filter((cue): cue is StrokeCue => cue.kind === 'stroke' && cue.heard && !!cue.piece)
  // What sounds before 1, a pick-up or the grace note of a flam, has its own whole bars: a pick-up may be longer than the first bar.
  const first = Math.min(0, ...strokes.map(cue => cue.seconds)) / tickSeconds(groove.tempo)
  const before = Math.ceil(-Math.round(first) / barTicks(groove.bars[0]!)) * barTicks(groove.bars[0]!)
  const end = before + rounds * grooveTicks(groove)
  const perTick = tickSeconds(groove.tempo)
  const tickAt = (seconds: number) => Math.max(0, before + Math.round(seconds / perTick))
  const drums = tracksOf(groove, tracks).map(({ name, words, holds }) =>
    track(drumEvents(strokes.filter(holds), tickAt, end, [name, ...words]), end),
  )
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: 1 + drums.length, ticksPerBeat: TICKS_PER_QUARTER },
      tracks: [track(timeEvents(groove, before, rounds, swing === 'words' ? given.feel.swing : null), end), ...drums],
    }),
  )
}

/** A stretch of a performance on one tempo: where it begins, in ticks and in seconds, and how long a tick of it lasts. */
interface Stretch {
  tick: number
  seconds: number
  perTick: number
  tempo: Tempo
}

/**
 * A performance that ends, such as a phrase, as a standard MIDI file: its passages one after another with their tempos and meters, what the
 * machine sounds on channel 10 (and what is the player’s, where it is sounded to play along with). Swing, pushes and grace notes are in the
 * times; what sounds before 1 has its own bar.
 * @example String.fromCharCode(...writePerformanceMidi(passes(groove, kit), 'Sample').slice(0, 4)) // => 'MThd'
 */
export function writePerformanceMidi(
  performance: Performance,
  title: string,
  { tracks = 'one' }: Pick<MidiWish, 'tracks'> = {},
): Uint8Array {
  const cues = new CueLine(performance)
    .between(-Infinity, Infinity)
    .filter((cue): cue is StrokeCue => cue.kind === 'stroke' && cue.heard && !!cue.piece)
  const first = performance.passages[0]!
  const lead = Math.min(0, ...cues.map(cue => cue.seconds)) / tickSeconds(firstTempo(first))
  const bar = barTicks(first.groove.bars[0]!)
  const before = Math.ceil(-Math.round(lead) / bar) * bar
  const events: At[] = [
    { tick: 0, order: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: letters(title) } },
  ]
  const stretches: Stretch[] = []
  let [tick, seconds] = [0, 0]
  let meter: Meter | undefined
  for (const passage of performance.passages) {
    const tempo = firstTempo(passage)
    const perTick = tickSeconds(tempo)
    stretches.push({ tick, seconds, perTick, tempo })
    events.push({
      tick: tick ? before + tick : 0,
      order: 1,
      event: {
        deltaTime: 0,
        meta: true,
        type: 'setTempo',
        microsecondsPerBeat: Math.round(60e6 / convertTempo(tempo, '1/4').bpm),
      },
    })
    const starts = barStarts(passage.groove.bars)
    for (let time = 0; time < (passage.times ?? 1); time++) {
      passage.groove.bars.forEach((one, b) => {
        if (starts[b]! < passage.span.from || starts[b]! >= passage.span.to) return
        if (meter?.unit !== one.meter.unit || meter.groups.join('+') !== one.meter.groups.join('+'))
          events.push(
            ...meterEvents(
              one.meter,
              tick || starts[b]! > passage.span.from || time ? before + tick + starts[b]! - passage.span.from : 0,
            ),
          )
        meter = one.meter
      })
      tick += passage.span.to - passage.span.from
    }
    seconds = stretches.at(-1)!.seconds + (tick - stretches.at(-1)!.tick) * perTick
  }
  const tickAt = (at: number) => {
    const own = stretches.findLast(one => one.seconds <= at + 1e-9) ?? stretches[0]!
    return Math.max(0, before + Math.round(own.tick + (at - own.seconds) / own.perTick))
  }
  const end = before + tick
  const lists =
    tracks === 'limbs'
      ? LIMBS.map(limb => ({
          names: [LIMB_NAMES[limb], `Limb: ${limb}`],
          strokes: cues.filter(cue => cue.limb === limb),
        })).filter(one => one.strokes.length)
      : [{ names: ['Drums'], strokes: cues }]
  return Uint8Array.from(
    writeMidi({
      header: { format: 1, numTracks: 1 + lists.length, ticksPerBeat: TICKS_PER_QUARTER },
      tracks: [
        track(events, end),
        ...lists.map(({ names, strokes }) => track(drumEvents(strokes, tickAt, end, names), end)),
      ],
    }),
  )
}

/** A meter as a file has it, and in words how it is felt where that is not usual. */
const meterEvents = (meter: Meter, tick: number): At[] => [
  {
    tick,
    order: 2,
    event: {
      deltaTime: 0,
      meta: true,
      type: 'timeSignature',
      numerator: meter.count,
      denominator: meter.unit,
      metronome: clickOf(meter),
      thirtyseconds: 8,
    },
  },
  ...(usualGroups(meter.count, meter.unit).join('+') === meter.groups.join('+')
    ? []
    : [
        {
          tick,
          order: 3,
          event: { deltaTime: 0, meta: true, type: 'text', text: `Felt as ${meter.groups.join('+')}` },
        } satisfies At,
      ]),
]

/** The tracks of drums, by name, with what each says of itself. */
function tracksOf(
  groove: Groove,
  tracks: MidiWish['tracks'],
): { name: string; words: string[]; holds: (cue: StrokeCue) => boolean }[] {
  if (tracks === 'limbs')
    return LIMBS.filter(limb => groove.parts.some(part => part.limb === limb)).map(limb => ({
      name: LIMB_NAMES[limb],
      words: [`Limb: ${limb}`],
      holds: cue => cue.limb === limb,
    }))
  if (tracks === 'parts')
    return groove.parts.map(({ id, name, limb, role }) => ({
      name,
      words: [`Limb: ${limb}, role: ${role}, part: ${name}`],
      holds: cue => cue.part === id,
    }))
  return [{ name: 'Drums', words: [], holds: () => true }]
}

/** A text as the file keeps it: a letter for each byte of UTF-8, since the writer takes letters for bytes. */
const letters = (text: string): string =>
  encodeURIComponent(text).replace(/%([0-9A-F]{2})/g, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))

/** MIDI clocks (24 a quarter) from click to click: of the first felt beat, a dotted quarter in 6/8. */
const clickOf = (meter: Meter): number => Math.round((beatTicks(meter)[0]! * 24) / TICKS_PER_QUARTER)

function timeEvents(groove: Groove, before: number, rounds: number, swing: Swing | null): At[] {
  const bars = Array.from({ length: rounds }, () => groove.bars).flat()
  const starts = barStarts(bars)
  const quarters = convertTempo(groove.tempo, '1/4').bpm
  const events: At[] = [
    { tick: 0, order: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: letters(groove.title) } },
    {
      tick: 0,
      order: 1,
      event: { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60e6 / quarters) },
    },
  ]
  if (swing)
    events.push({
      tick: 0,
      order: 1,
      event: {
        deltaTime: 0,
        meta: true,
        type: 'text',
        text: `Swing ${swing.level} ${Math.round(swing.share * 1000) / 10}%`,
      },
    })
  bars.forEach(({ meter }, bar) => {
    const last = bars[bar - 1]?.meter
    if (last && last.unit === meter.unit && last.groups.join('+') === meter.groups.join('+')) return
    events.push(...meterEvents(meter, bar ? before + starts[bar]! : 0))
  })
  return events
}

function drumEvents(
  strokes: readonly StrokeCue[],
  tickAt: (seconds: number) => number,
  end: number,
  [name, ...words]: string[],
): At[] {
  const events: At[] = [
    { tick: 0, order: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: letters(name!) } },
    ...words.map((text): At => ({
      tick: 0,
      order: 0,
      event: { deltaTime: 0, meta: true, type: 'text', text: letters(text) },
    })),
  ]
  // A note that is struck again before it ends is ended first, so that players of the file cut nothing off.
  const sounding = new Map<number, At>()
  for (const { piece, stroke, level, seconds, until } of strokes) {
    const noteNumber = noteOf(piece!, stroke)
    const tick = tickAt(seconds)
    const rings = until !== undefined ? tickAt(until) : ringsOn(stroke) ? end : tick + SHORT
    // Nothing rings past the bars; a stroke that is pushed over their end still has a tick.
    const off = Math.max(tick + 1, Math.min(rings, end))
    const last = sounding.get(noteNumber)
    if (last && last.tick > tick) last.tick = tick
    const noteOff: At = {
      tick: off,
      order: 1,
      event: { deltaTime: 0, type: 'noteOff', channel: DRUMS, noteNumber, velocity: 0 },
    }
    sounding.set(noteNumber, noteOff)
    events.push(
      {
        tick,
        order: 2,
        event: { deltaTime: 0, type: 'noteOn', channel: DRUMS, noteNumber, velocity: LEVEL_VELOCITIES[level] },
      },
      noteOff,
    )
  }
  return events
}

/** Events in order of time (ends before starts), each at its distance from the one before. */
function track(events: At[], end: number): MidiEvent[] {
  const sorted = [...events].sort((a, b) => a.tick - b.tick || a.order - b.order)
  let now = 0
  const out = sorted.map(({ tick, event }) => {
    const deltaTime = tick - now
    now = tick
    return { ...event, deltaTime }
  })
  return [...out, { deltaTime: Math.max(0, end - now), meta: true, type: 'endOfTrack' }]
}
