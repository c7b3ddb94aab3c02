import { expose } from 'comlink'
import { readMidiStrokes } from '#core/formats'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { type MadeGroove, type MadeWish, type PlayedTake, madeOf } from '#core/record'
import { type Measuring, measureRecording, measureTakes } from '#core/measure'
import type { Performance } from '#core/perform'

const worker = {
  /** A groove made of what was played in. */
  made: (base: Groove, takes: readonly PlayedTake[], { ids, ...wish }: SentWish): MadeGroove =>
    madeOf(base, takes, { ...wish, newId: i => `${ids}-${i}` }),
  measure: measureTakes,
  /** A stage that was recorded elsewhere, as a MIDI file, against what it asks for over and over. */
  recording(bytes: Uint8Array, kit: Kit, performance: Performance, measuring: Measuring) {
    const read = readMidiStrokes(bytes, kit)
    return read.ok ? measureRecording(read.value, performance, measuring) : read
  },
}
/** What a groove is made of takes with, as it can be sent: ids begin with `ids`. */
type SentWish = Omit<MadeWish, 'newId'> & { ids: string }

export type MeasureWorker = typeof worker

expose(worker)
