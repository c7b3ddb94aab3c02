import { onScopeDispose, ref, shallowRef, watch } from 'vue'
import { type BeatMap, barAt } from '#core/recording'
import type { PartHeard } from '../audio/listening-to'
import type { Tape } from '../audio/tape'
import { usePlayer } from '../stores/player'

/** How slow and how fast a recording is played, in per cent. */
export const SPEEDS = { least: 25, most: 120, step: 5 } as const

/** What is open and chosen on the page that plays it. */
interface Desk {
  sound: () => AudioBuffer | undefined
  map: () => BeatMap
  span: () => { from: number; to: number } | undefined
  at: () => number
}

/** A recording being played on its page: how fast, over and over or on, with the click or without. */
export function useTape({ sound, map, span, at }: Desk) {
  const player = usePlayer()
  const playing = ref(false)
  const preparing = ref(false)
  const speed = ref(100)
  const loops = ref(true)
  const clicks = ref(false)
  const countsIn = ref(true)
  const part = ref<PartHeard>('all')
  const tape = shallowRef<Tape>()
  let of: AudioBuffer | undefined

  const heard = () => {
    const now = tape.value && player.engine?.heardAt(performance.now())
    return now === undefined ? undefined : tape.value?.position(now)
  }

  async function play(from?: number) {
    const buffer = sound()
    if (!buffer || preparing.value) return
    preparing.value = true
    try {
      player.stop()
      await player.wake()
      if (of !== buffer || !tape.value) [tape.value, of] = [await player.tape(buffer), buffer]
      tape.value.hear(part.value)
      const { beats, bars } = map()
      const marked = span()
      const round = loops.value && marked !== undefined
      const begins = round ? marked.from : (from ?? (at() < buffer.duration - 0.1 ? at() : 0))
      const ends = round ? Math.min(marked.to, buffer.duration) : buffer.duration
      const firsts = new Set(bars.map(bar => bar.beat))
      const within = beats
        .map((beat, i) => ({ at: beat, first: firsts.has(i) }))
        .filter(beat => beat.at >= begins - 0.02 && beat.at < ends)
      const bar = bars[Math.max(0, barAt(map(), begins))]
      await tape.value.start({
        from: begins,
        to: ends,
        share: speed.value / 100,
        loops: round,
        beats: within,
        clicks: clicks.value,
        countIn: countsIn.value && within.length > 1 ? (bar?.beats ?? 4) : 0,
      })
      playing.value = true
    } finally {
      preparing.value = false
    }
  }
  function stop() {
    tape.value?.stop()
    playing.value = false
  }
  const toggle = () => (playing.value ? stop() : void play())
  /** Looked at as it plays: one that is over has stopped itself. */
  const look = () => playing.value && !tape.value?.playing && (playing.value = false)
  const faster = (by: number) => (speed.value = Math.min(SPEEDS.most, Math.max(SPEEDS.least, speed.value + by)))

  watch(speed, now => tape.value?.speed(now / 100))
  watch(part, now => tape.value?.hear(now))
  // What it goes over, and with which click, is another start.
  watch([loops, clicks, span, map], () => playing.value && void play(heard()))
  onScopeDispose(() => tape.value?.close())
  return { playing, preparing, speed, loops, clicks, countsIn, part, heard, play, stop, toggle, faster, look }
}
