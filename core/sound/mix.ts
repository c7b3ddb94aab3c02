import {
  type Limb,
  type Listening,
  type RoomChoice,
  USUAL_CLICK,
  USUAL_MIX,
  USUAL_ROOM,
  decibelGain,
  gainOf,
} from '#core/kit'
import { type Cue, CueLine, type Performance, asHuman } from '#core/perform'
import { SAMPLE_RATE, convolved, limited, roomResponse, silence } from '#core/signal'
import { clickName, clickOf, renderClick } from './click'
import { clickPan, gainsAt, panOf } from './place'
import { soundKey, soundName, takeFor } from './key'
import { type Bank, NO_BANK, renderGuide, renderSound } from './sounds'

/** Seconds in which hats close, and a cymbal that is caught falls silent. */
export const CLOSING = 0.03

/** As it is heard where nothing else is said: as it ships, in mono. */
const PLAIN: Listening = { mix: USUAL_MIX, hearing: 'in the middle', click: USUAL_CLICK, room: USUAL_ROOM }

/** What of a performance is rendered, and how: one stem of it, where not all; before the limiter, where what is made of it is limited later; and who hears how far it is, from 0 to 1. */
interface Rendering {
  stem?: Stem | undefined
  bank?: Bank
  listening?: Listening
  bare?: boolean
  tell?: (share: number) => void
}
/** One limb’s strokes, the click, or the lines above the limbs. */
export type Stem = Limb | 'click' | 'lines'

const stemOf = (cue: Cue): Stem => (cue.kind === 'click' ? 'click' : cue.kind === 'guide' ? 'lines' : cue.limb)

/** This many sounds are added between two tellings. */
const TOLD = 64

/**
 * The same in mono: `renderChannels` with all in the middle, dry, and the mix as it ships.
 * @example renderPerformance(passes(groove, kit)).length > 44100 // => true
 */
export const renderPerformance = (
  performance: Performance,
  rendering: Omit<Rendering, 'listening'> = {},
): Float32Array => renderChannels(performance, rendering)[0]!

/**
 * Plays a performance that ends into samples at 44.1 kHz, a channel for each ear, or one where all is in the middle and dry, from the first thing that sounds (a count-in, a pick-up
 * or a grace note comes before the first bar), with a second for the last stroke to ring, and the room to. What would go over full scale
 * is turned down (`Limiter`), as in playing. Stems of one performance begin and end together; before the limiter they add up to the whole.
 * @example renderChannels(passes(groove, kit)).length // => 1
 */
export function renderChannels(
  performance: Performance,
  { stem, bank = NO_BANK, tell, listening = PLAIN, bare = false }: Rendering = {},
): Float32Array[] {
  const { mix, hearing, click, room } = listening
  const line = new CueLine(performance)
  const ears = hearing === 'in the middle' && room.size === 'dry' ? 1 : 2
  const bus = () => Array.from({ length: ears }, () => silence(line.ends - line.begins + 1))
  const kit = bus()
  // What is not in the room is summed apart only where there is one.
  const beside = room.size === 'dry' ? kit : bus()
  const lay = (into: Float32Array[], sound: Float32Array, pan: number, gain: number, from: number, to?: number) => {
    const sampleAt = (seconds: number) => Math.round((seconds - line.begins) * SAMPLE_RATE)
    const stop = to === undefined ? Infinity : sampleAt(to)
    into.forEach((channel, ear) => layIn(channel, sound, sampleAt(from), stop, gain * gainsAt(pan)[ear]!))
  }
  const sounds = new Map<string, Float32Array>()
  const kept = (name: string, render: () => Float32Array): Float32Array => {
    const sound = sounds.get(name) ?? render()
    sounds.set(name, sound)
    return sound
  }
  const all = gainOf(mix.all)
  const besideAt = clickPan(hearing)
  const cues = line.between(-Infinity, Infinity)
  cues.forEach((cue, i) => {
    if (i % TOLD === 0) tell?.(i / cues.length)
    if (stem && stemOf(cue) !== stem) return
    if (cue.kind === 'click') {
      const key = clickOf(cue, click)
      const sound = kept(clickName(key), () => renderClick(key))
      lay(beside, sound, besideAt, all * gainOf(mix.click), cue.seconds)
    } else if (cue.kind === 'guide') {
      const sound = kept(`line ${cue.level}`, () => renderGuide(cue.level))
      lay(beside, sound, besideAt, all * gainOf(mix.line), cue.seconds, cue.until)
    } else if (cue.piece && (cue.heard || (cue.by === 'player' && !mix.mine.muted))) {
      const key = soundKey(cue.piece, cue.stroke, cue.level, takeFor(cue.tick, cue.lap))
      const off = asHuman(cue, performance.human)
      const gain =
        all *
        gainOf(mix[cue.heard ? 'machine' : 'mine']) *
        gainOf(mix[cue.limb]) *
        decibelGain(off.gain + (cue.piece.trim ?? 0))
      const sound = kept(soundName(key), () => renderSound(key, bank))
      lay(kit, sound, panOf(cue.piece, hearing), gain, cue.seconds + off.seconds, cue.until)
    }
  })
  const out = room.size === 'dry' ? kit : inRoom(kit, beside, room)
  return bare ? out : limited(out)
}

/** A kit in a room, and what is beside it, in one. */
function inRoom(
  kit: readonly Float32Array[],
  beside: readonly Float32Array[],
  { size, amount }: RoomChoice,
): Float32Array[] {
  const response = roomResponse(size)
  const share = decibelGain(amount)
  return kit.map((dry, ear) => {
    const heard = convolved(dry, response[ear]!)
    for (let i = 0; i < heard.length; i++) heard[i] = heard[i]! * share + (dry[i] ?? 0) + (beside[ear]![i] ?? 0)
    return heard
  })
}

/** A sound laid in from a sample on; past `stop` it closes over 30 ms, as hats do. */
function layIn(out: Float32Array, sound: Float32Array, start: number, stop: number, gain: number): void {
  if (gain === 0) return
  const closing = CLOSING * SAMPLE_RATE
  for (let i = Math.max(0, -start); i < sound.length && start + i < out.length; i++) {
    const past = start + i - stop
    if (past >= closing) return
    out[start + i]! += gain * (past > 0 ? sound[i]! * (1 - past / closing) : sound[i]!)
  }
}
