import type { Hearing, Limb } from '#core/kit'
import { type Cue, CueLine, type Performance } from '#core/perform'
import { type ClickSound, renderClick } from './click'
import { SAMPLE_RATE, silence } from './dsp'
import { softLimit } from './limit'
import { clickPan, gainsAt, panOf } from './place'
import { soundKey, soundName, takeFor } from './key'
import { type Bank, NO_BANK, renderGuide, renderSound } from './sounds'

const CLOSING = 0.03

/** What of a performance is rendered: one stem of it, where not all; and who hears how far it is, from 0 to 1. */
interface Rendering {
  stem?: Stem
  bank?: Bank
  hearing?: Hearing
  clickSound?: ClickSound
  tell?: (share: number) => void
}
/** One limb’s strokes, the click, or the lines above the limbs. */
export type Stem = Limb | 'click' | 'lines'

const stemOf = (cue: Cue): Stem => (cue.kind === 'click' ? 'click' : cue.kind === 'guide' ? 'lines' : cue.limb)

/** This many sounds are added between two tellings. */
const TOLD = 64

/**
 * The same in mono: `renderChannels` with all in the middle.
 * @example renderPerformance(passes(groove, kit)).length > 44100 // => true
 */
export const renderPerformance = (performance: Performance, rendering: Omit<Rendering, 'hearing'> = {}): Float32Array =>
  renderChannels(performance, { ...rendering, hearing: 'in the middle' })[0]!

/**
 * Plays a performance that ends into samples at 44.1 kHz, a channel for each ear, or one where all is in the middle, from the first thing that sounds (a count-in, a pick-up
 * or a grace note comes before the first bar), with a second for the last stroke to ring. What would go over full scale
 * is bent under it (`softLimit`), as in playing. Stems of one performance begin and end together.
 * @example renderChannels(passes(groove, kit), { hearing: 'as I sit' }).length // => 2
 */
export function renderChannels(
  performance: Performance,
  { stem, bank = NO_BANK, tell, hearing = 'in the middle', clickSound = 'wood' }: Rendering = {},
): Float32Array[] {
  const line = new CueLine(performance)
  const ears = hearing === 'in the middle' ? 1 : 2
  const out = Array.from({ length: ears }, () => silence(line.ends - line.begins + 1))
  const click = clickPan(hearing)
  const lay = (pan: number, sound: Float32Array, start: number, stop: number) =>
    out.forEach((channel, ear) => layIn(channel, sound, start, stop, gainsAt(pan)[ear]!))
  const sounds = new Map<string, Float32Array>()
  const sampleAt = (seconds: number) => Math.round((seconds - line.begins) * SAMPLE_RATE)
  const kept = (name: string, render: () => Float32Array): Float32Array => {
    const sound = sounds.get(name) ?? render()
    sounds.set(name, sound)
    return sound
  }
  const cues = line.between(-Infinity, Infinity)
  cues.forEach((cue, i) => {
    if (i % TOLD === 0) tell?.(i / cues.length)
    if (stem && stemOf(cue) !== stem) return
    if (cue.kind === 'click') {
      lay(
        click,
        kept(`click ${cue.first}`, () => renderClick(cue.first, clickSound)),
        sampleAt(cue.seconds),
        Infinity,
      )
    } else if (cue.kind === 'guide') {
      lay(
        click,
        kept(`line ${cue.level}`, () => renderGuide(cue.level)),
        sampleAt(cue.seconds),
        sampleAt(cue.until),
      )
    } else if (cue.heard && cue.piece) {
      const key = soundKey(cue.piece, cue.stroke, cue.level, takeFor(cue.tick, cue.lap))
      lay(
        panOf(cue.piece, hearing),
        kept(soundName(key), () => renderSound(key, bank)),
        sampleAt(cue.seconds),
        cue.until === undefined ? Infinity : sampleAt(cue.until),
      )
    }
  })
  for (const channel of out) for (let i = 0; i < channel.length; i++) channel[i] = softLimit(channel[i]!)
  return out
}

/** A sound laid in from a sample on; past `stop` it closes over 30 ms, as hats do. */
function layIn(out: Float32Array, sound: Float32Array, start: number, stop: number, gain: number): void {
  if (gain === 0) return
  const closing = CLOSING * SAMPLE_RATE
  for (let i = 0; i < sound.length && start + i < out.length; i++) {
    const past = start + i - stop
    if (past >= closing) return
    out[start + i]! += gain * (past > 0 ? sound[i]! * (1 - past / closing) : sound[i]!)
  }
}
