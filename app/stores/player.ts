import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Level, Piece, StrokeKind } from '#core/kit'
import type { Engine } from '../audio/engine'
import type { Rendering } from '../audio/rendering'
import type { Performance, CuePlace } from '#core/perform'
import { useDrummer } from './drummer'
import { useSettings } from './settings'

/** The one player: what sounds now, and where it is. Pages give it a performance; it loads its machinery on the first sound. */
export const usePlayer = defineStore('player', () => {
  const drummer = useDrummer()
  const settings = useSettings()
  const playing = ref(false)
  const preparing = ref(false)
  /** No sound comes out of this machine: what plays goes on without. */
  const silent = ref(false)
  const engine = shallowRef<Engine>()
  let building: Promise<Engine> | undefined
  let made: Promise<Rendering> | undefined
  const rendering = () => (made ??= import('../audio/rendering').then(({ Rendering: Made }) => new Made()))
  // Each start or stop outdates the one before, should sounds still be loading.
  let turn = 0

  async function ready(performance: Performance): Promise<Engine> {
    const sounding = await wake()
    await sounding.prepare(performance)
    return sounding
  }

  /** The engine, built on the first call and awake. */
  async function wake(): Promise<Engine> {
    building ??= Promise.all([import('../audio/engine'), rendering()]).then(([module, made]) =>
      module.createEngine(made, drummer.player, now => (silent.value = now)),
    )
    engine.value ??= await building
    await engine.value.wake()
    await engine.value.listen(drummer.player)
    if (settings.output) await sendTo(settings.output)
    return engine.value
  }

  /** A device that is gone, or may not be used, leaves the machine’s own. */
  const sendTo = (device: string) => engine.value?.outTo(device).catch(() => (settings.output = ''))
  watch(
    () => settings.output,
    device => void sendTo(device),
  )

  /** Counted in as the player has it. */
  const counted = (performance: Performance): Performance => ({ ...performance, halves: drummer.player.click.halves })

  /** Plays from the start, or from a bar; `ahead` is how many seconds it may work ahead of what is heard. */
  async function start(played: Performance, ahead?: number, fromBar?: number) {
    const mine = ++turn
    preparing.value = true
    try {
      const sounding = await ready(played)
      if (mine !== turn) return
      sounding.silence()
      // A word begins before its vowel: it has room for that.
      const lead = played.passages.some(passage => passage.click.voice) ? 0.2 : 0.08
      sounding.scheduler.start(counted(played), lead, ahead, fromBar)
      playing.value = true
    } finally {
      preparing.value = false
    }
  }

  function stop() {
    turn++
    engine.value?.scheduler.stop()
    engine.value?.silence()
    playing.value = false
  }

  /** Another performance from the next slot on, without a stop. */
  const update = (performance: Performance) => engine.value?.scheduler.update(counted(performance))

  /** What the ear hears now: a place in the bars, or in the count-in (negative ticks). */
  function position(): CuePlace | undefined {
    const sounding = engine.value
    return playing.value && sounding ? sounding.scheduler.position(sounding.heardAt(performance.now())) : undefined
  }

  /** The felt beat that the ear hears some seconds from now: how long ago it will have begun then, and whether it is the first of its bar. */
  function beat(ahead = 0) {
    const sounding = engine.value
    return playing.value && sounding ? sounding.scheduler.beat(sounding.heardAt(performance.now()) + ahead) : undefined
  }

  /** A moment of the page’s clock (`event.timeStamp`, ms) as seconds of what is heard of the performance then; undefined while nothing plays. */
  function heardAt(stamp: number): number | undefined {
    const sounding = engine.value
    if (!playing.value || !sounding) return undefined
    return sounding.scheduler.into(sounding.heardAt(stamp))
  }

  /** Renders what a performance sounds like while nothing plays yet: without an audio clock, which only a press may wake. */
  async function warm(performance: Performance) {
    if (engine.value) return
    await Promise.all([rendering().then(one => one.warm(performance)), import('../audio/engine')])
  }

  /** Sounds a stroke that is being played, at once; what is not ready yet is made ready, and is late this once. */
  function strike(piece: Piece | undefined, stroke: StrokeKind, level: Level): void {
    if (piece && !engine.value?.strike(piece, stroke, level)) void audition(piece, stroke, level)
  }

  /** A recording, to be played by the same clock and click as all else. */
  const tape = async (sound: AudioBuffer) => (await wake()).tape(sound)
  /** Says a word of the count at once. */
  const speak = async (word: string) => (await wake()).say(word)
  /** Says sentences at once, each a list of words. */
  const tell = async (sentences: readonly (readonly string[])[]) => (await wake()).tell(sentences)

  let auditions: Promise<unknown> = Promise.resolve()
  /** Sounds one stroke, once sounds have been loaded by a first play or a first stroke. */
  async function audition(piece: Piece | undefined, stroke: StrokeKind, level: Level) {
    if (!piece) return
    // Strokes asked for in a row sound in that order, though the first may have to be rendered.
    const before = auditions
    auditions = wake()
      .then(async sounding => {
        await before
        await sounding.audition(piece, stroke, level)
      })
      .catch(() => undefined)
    await auditions
  }

  watch(
    () => {
      const { mix, hearing, click, room } = drummer.player
      return [mix, hearing, click, room]
    },
    () => void engine.value?.listen(drummer.player),
  )

  return {
    playing,
    preparing,
    silent,
    start,
    stop,
    update,
    position,
    beat,
    heardAt,
    audition,
    strike,
    warm,
    speak,
    tell,
    tape,
    wake,
    engine,
  }
})
