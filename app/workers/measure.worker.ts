import { expose } from 'comlink'
import { readMidiStrokes } from '#core/formats'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { type MadeGroove, type MadeWish, type PlayedTake, madeOf } from '#core/record'
import {
  type ListenedTake,
  type MeasuredBy,
  type Measures,
  type Measuring,
  type Simulated,
  aligned,
  askedOf,
  barsAsked,
  joinedTakes,
  measure,
  simulate,
} from '#core/measure'
import { CueLine, type Performance } from '#core/perform'
import { type Result, ok, refuse } from '#core/result'

/** Seconds beyond the length of a recording in which it may begin, and around it that still belong to it. */
const AROUND = 30
const EDGE = 0.11

/** What swing, fills and drift are judged by: the bars of what is played, and whether a click sounds with it. */
function groundOf({ passages: [passage] }: Performance): Pick<MeasuredBy, 'ground' | 'click'> {
  return passage ? { ground: passage.groove, click: passage.click.program !== 'none' || !!passage.click.voice } : {}
}

const worker = {
  /** A groove made of what was played in. */
  made: (base: Groove, takes: readonly PlayedTake[], { ids, ...wish }: SentWish): MadeGroove =>
    madeOf(base, takes, { ...wish, newId: i => `${ids}-${i}` }),
  /** What was played against what was asked for, null where nothing was; with `drummer` it is the simulated drummer who played. */
  measure(played: readonly ListenedTake[], by: Omit<MeasuredBy, 'bars'>, drummer?: Simulated): Measures | null {
    const takes = played.map(({ performance, from, to, struck }) => {
      const line = new CueLine(performance)
      const asked = askedOf(line, from, to)
      return { asked, struck: drummer ? simulate(asked, drummer) : struck, bars: barsAsked(line, from, to) }
    })
    const { asked, struck, bars } = joinedTakes(takes)
    // Sweeps alone, or parts that are sung: nothing is struck there, and nothing can be missed.
    if (!asked.length) return null
    return measure(asked, struck, { ...by, bars, ...(played[0] ? groundOf(played[0].performance) : {}) })
  },
  /** A stage that was recorded elsewhere, as a MIDI file, against what it asks for over and over; refused where hardly anything in it fits. */
  recording(
    bytes: Uint8Array,
    kit: Kit,
    performance: Performance,
    measuring: Measuring,
  ): Result<{ measures: Measures; seconds: number }> {
    const read = readMidiStrokes(bytes, kit)
    if (!read.ok) return read
    const line = new CueLine(performance)
    const long = read.value.at(-1)!.at - read.value[0]!.at
    const struck = aligned(askedOf(line, 0, long + AROUND), read.value)
    const [from, to] = [Math.max(0, struck[0]!.at - EDGE), struck.at(-1)!.at + EDGE]
    const bars = barsAsked(line, from, to)
    const measures = measure(askedOf(line, from, to), struck, {
      ...groundOf(performance),
      input: 'file',
      tells: 'piece',
      vouched: false,
      bars,
      measuring,
    })
    if (measures.strokes * 2 < struck.length)
      return refuse(
        `Of its ${struck.length} strokes only ${measures.strokes} fit what this stage asks for. Was it played at this tempo, and on this kit’s notes?`,
      )
    return ok({ measures, seconds: Math.round(to - from) })
  },
}
/** What a groove is made of takes with, as it can be sent: ids begin with `ids`. */
type SentWish = Omit<MadeWish, 'newId'> & { ids: string }

export type MeasureWorker = typeof worker

expose(worker)
