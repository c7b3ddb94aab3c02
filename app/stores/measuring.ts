import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'
import { type Kit, levelOfVelocity } from '#core/kit'
import {
  type InputName,
  type Latency,
  type ListeningEvent,
  MEASURING,
  type Measures,
  type Measuring,
  type Tells,
  USUAL_SIMULATED,
  beginListening,
  latencyOf,
  stepListening,
} from '#core/measure'
import { CueLine, type Performance } from '#core/perform'
import type { Strike } from '#core/record'
import type { MeasureWorker } from '../workers/measure.worker'
import { plain, remoteWorker } from '../workers/remote'
import { lackingHere } from '../documents/lacking'
import { fields, figure, onOff, among, tableOf, text } from '#core/read'
import { useRemembered } from '../remembered'
import { useDrummer } from './drummer'
import { usePlayer } from './player'

/** What measures: nothing, four keys, pads over MIDI, or the simulated drummer. */
const USED = ['none', 'keys', 'pads', 'simulated'] as const satisfies readonly ('none' | InputName)[]
export type Input = (typeof USED)[number]
const TELLS: Record<Exclude<Input, 'none'>, Tells> = { keys: 'limb', pads: 'piece', simulated: 'limb' }

/** What is struck while something plays, and how it compares: the inputs, their latency, and the takes of the stage that runs. */
export const useMeasuring = defineStore('measuring', () => {
  const player = usePlayer()
  const drummer = useDrummer()
  const input = useRemembered<Input>('input', { read: among(USED), usual: 'none' })
  /** How late each input arrives, in ms, and whether the player vouches for the figure. */
  const latencies = useRemembered('latency', { read: tableOf(fields({ ms: figure, vouched: onOff })), usual: {} })
  /** Which piece each pad is, by its MIDI note. */
  const pads = useRemembered('pads', { read: tableOf(text), usual: {} })
  const listening = shallowRef(beginListening())
  const hint = computed(() => listening.value.hint)
  const connected = ref<string[]>([])
  const midiTrouble = ref('')
  /** The piece that the next pad struck will mean. */
  const teaching = ref('')
  /** How often any pad or pedal was pressed: Step goes by it. */
  const pressed = ref(0)
  const on = computed(() => input.value !== 'none')
  const measuring = computed<Measuring>(() => ({
    ...MEASURING,
    hands: drummer.player.practice.together,
    feet: drummer.player.practice.feet,
    spread: drummer.player.practice.spread,
  }))

  /** The cues of the take under way. */
  let line: CueLine | undefined
  const send = (event: ListeningEvent) =>
    (listening.value = stepListening(listening.value, event, line, measuring.value))
  const taps = computed(() => listening.value.taps?.length ?? 0)

  /** A take begins, of an entry by its number. */
  function begin(performance: Performance, entry: number) {
    line = on.value ? new CueLine(performance) : undefined
    send({ type: 'begin', performance: toRaw(performance), entry, on: on.value })
  }
  /** The take ends, at a number of seconds of its performance. */
  const end = (to: number) => send({ type: 'end', to })

  /** Whoever takes strokes in beside the measures: what is struck, and when in seconds of what is heard, where something sounds. */
  let taker: ((told: Strike, at: number | undefined, stamp: number) => void) | undefined
  function takeIn(by: typeof taker) {
    taker = by
  }

  /** A stroke, at a moment of the page’s clock in ms. */
  function strike(stamp: number, told: Strike) {
    const heard = player.heardAt(stamp)
    taker?.(told, heard === undefined ? undefined : heard - (latencies.value[input.value]?.ms ?? 0) / 1000, stamp)
    if (heard === undefined) return
    const { note: _, ...struck } = told
    const stroke = { at: heard - (latencies.value[input.value]?.ms ?? 0) / 1000, ...struck }
    send({ type: 'strike', stroke, heard, tells: input.value === 'none' ? 'nothing' : TELLS[input.value] })
  }

  const worker = remoteWorker<MeasureWorker>(
    () => new Worker(new URL('../workers/measure.worker.ts', import.meta.url), { type: 'module' }),
  )
  /** What the takes since the last time come to; null where nothing was measured. */
  async function taken(): Promise<Measures | null> {
    const played = listening.value.takes
    send({ type: 'hand over' })
    if (!on.value || !played.length) return null
    const which = input.value as Exclude<Input, 'none'>
    const by = {
      input: which,
      tells: TELLS[which],
      vouched: which === 'simulated' || (!!latencies.value[which]?.vouched && !player.engine?.latency().changes),
      measuring: { ...measuring.value },
    }
    return worker.remote.measure(
      plain(played),
      by,
      which === 'simulated' ? { ...USUAL_SIMULATED, seed: Math.round(played[0]!.to * 1000) } : undefined,
    )
  }

  /** A recording of a stage, as a MIDI file, measured against what the stage asks for. */
  function ofRecording(bytes: Uint8Array, kit: Kit, performance: Performance) {
    return worker.remote.recording(bytes, plain(kit), plain(performance), { ...measuring.value })
  }

  // ---- pads over MIDI ----

  let asked = false
  async function connect() {
    if (asked) return
    asked = true
    if (!('requestMIDIAccess' in navigator)) {
      midiTrouble.value = lackingHere() ?? 'This browser offers no MIDI; use the four keys instead.'
      return
    }
    try {
      const access = await navigator.requestMIDIAccess()
      const listen = () => {
        connected.value = [...access.inputs.values()].map(one => one.name ?? 'a MIDI input')
        for (const one of access.inputs.values()) one.onmidimessage = event => heard(event.data, event.timeStamp)
      }
      access.onstatechange = listen
      listen()
    } catch {
      midiTrouble.value = 'MIDI was not allowed. Allow it for this page in the browser, and choose pads again.'
      asked = false
    }
  }
  /** A message of a pad: note on, with a velocity. */
  function heard(data: Uint8Array | null, stamp: number) {
    if (!data || (data[0]! & 0xf0) !== 0x90 || !data[2]) return
    const note = String(data[1])
    pressed.value++
    if (teaching.value) {
      pads.value = { ...pads.value, [note]: teaching.value }
      teaching.value = ''
      return
    }
    const pieceId = pads.value[note]
    if (input.value === 'pads' && (pieceId || taker))
      strike(stamp, { ...(pieceId ? { pieceId } : {}), note: data[1]!, level: levelOfVelocity(data[2]) })
  }

  // ---- latency ----

  const beginTapping = () => send({ type: 'tap' })
  /** How late the taps came; kept for the input in use. `clicks` are their times, in seconds of the performance. */
  function endTapping(clicks: readonly number[]): ReturnType<typeof latencyOf> {
    const found = latencyOf(listening.value.taps ?? [], clicks)
    send({ type: 'tapped' })
    if (found.ok) setLatency({ ms: (found.value satisfies Latency).ms, vouched: false })
    return found
  }
  const setLatency = (latency: { ms: number; vouched: boolean }) =>
    (latencies.value = { ...latencies.value, [input.value]: latency })

  return {
    ofRecording,
    input,
    on,
    latencies,
    pads,
    hint,
    connected,
    midiTrouble,
    teaching,
    taps,
    pressed,
    measuring,
    begin,
    end,
    strike,
    takeIn,
    taken,
    connect,
    heard,
    beginTapping,
    endTapping,
    setLatency,
  }
})
