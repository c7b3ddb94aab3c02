import { createHash } from 'node:crypto'
import { randomFrom } from '#core/chance'
import { writeWav } from '#core/formats'
import { type Groove, passSeconds } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { passes } from '#core/perform'
import { present } from '#core/present'
import { type Recording, makeRecording } from '#core/recording'
import { biquad, filter, resampled } from '#core/signal'
import { renderPerformance } from '#core/sound'
import { barStarts, beatsOf } from '#core/time'
import { addTune, addVoice } from './band'

/** A recording of the demo world: its document, and the file that it names. */
export interface DemoRecording {
  recording: Recording
  file: Uint8Array
}

const RATE = 22050

/** A groove played `times` times, with the band or the band alone, as a file in mono; its first beats are a pick-up where some of the first bar is cut off. */
function played(groove: Groove, times: number, how: { drums: boolean; without: number }): Uint8Array {
  const pass = passSeconds(groove)
  const ticks = barStarts(groove.bars).at(-1)!
  const over = (list: readonly number[]) =>
    Array.from({ length: times }, (_, lap) => list.map(at => lap * pass + (at / ticks) * pass)).flat()
  const beats = over(beatsOf(groove.bars).map(beat => beat.at))
  const bars = over(barStarts(groove.bars).slice(0, -1))
  const drums = renderPerformance(passes(groove, DEFAULT_KIT, times))
  const sound = how.drums ? drums : new Float32Array(drums.length)
  addTune(sound, beats, bars, randomFrom(7))
  addVoice(sound, beats)
  filter(sound, biquad('low', 9500))
  const from = Math.round(how.without * RATE)
  const mono = resampled(sound, 2).subarray(from)
  const peak = mono.reduce((most, x) => Math.max(most, Math.abs(x)), 0)
  return writeWav(peak > 0.9 ? mono.map(x => (x * 0.9) / peak) : mono, { rate: RATE })
}

function recorded(id: string, title: string, file: Uint8Array): DemoRecording {
  const sha256 = createHash('sha256').update(file).digest('hex')
  const seconds = Math.round(((file.length - 44) / 2 / RATE) * 1000) / 1000
  return {
    recording: makeRecording({ id, title, asset: { sha256, type: 'audio/wav', bytes: file.length }, seconds }),
    file,
  }
}

/**
 * The recordings of the demo world, rendered by our own drums and a band of sines: a rehearsal that begins in the middle of a bar, and a practice
 * loop without drums.
 */
export function demoRecordings(grooves: readonly Groove[]): DemoRecording[] {
  const of = (id: string) =>
    present(
      grooves.find(one => one.id === id),
      id,
    )
  const rehearsed = of('wet-rope')
  const beat = (passSeconds(rehearsed) * 5040) / barStarts(rehearsed.bars).at(-1)!
  return [
    recorded('rehearsal', 'Tin Shed rehearsal, Wet Rope', played(rehearsed, 7, { drums: true, without: 2 * beat })),
    recorded('no-drums', 'Practice loop, no drums', played(of('slow-ferry-home'), 6, { drums: false, without: 0 })),
  ]
}
