import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import type { Level, Piece, StrokeKind } from '#core/kit'
import type { Engine } from '../audio/engine'
import type { Performance, Place } from '#core/perform'
import { useSettings } from './settings'

/** The one player: what sounds now, and where it is. Pages give it a performance; it loads its machinery on the first sound. */
export const usePlayer = defineStore('player', () => {
  const settings = useSettings()
  const playing = ref(false)
  const preparing = ref(false)
  const engine = shallowRef<Engine>()
  let building: Promise<Engine> | undefined
  // Each start or stop outdates the one before, should sounds still be loading.
  let turn = 0

  async function ready(performance: Performance): Promise<Engine> {
    const sounding = await wake()
    await sounding.prepare(performance)
    return sounding
  }

  /** The engine, built on the first call and awake. */
  async function wake(): Promise<Engine> {
    building ??= import('../audio/engine').then(module => module.createEngine())
    engine.value ??= await building
    await engine.value.wake()
    await engine.value.clickWith({ sound: settings.clickSound, level: settings.clickLevel / 10 })
    return engine.value
  }

  /** Plays from the start, or from a bar; `ahead` is how many seconds it may work ahead of what is heard. */
  async function start(performance: Performance, ahead?: number, fromBar?: number) {
    const mine = ++turn
    preparing.value = true
    try {
      const sounding = await ready(performance)
      if (mine !== turn) return
      sounding.silence()
      sounding.scheduler.start(performance, sounding.now() + 0.08, ahead, fromBar)
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
  const update = (performance: Performance) => engine.value?.scheduler.update(performance)

  /** What the ear hears now: a place in the bars, or in the count-in (negative ticks). */
  function position(): Place | undefined {
    const sounding = engine.value
    return playing.value && sounding ? sounding.scheduler.position(sounding.now() - sounding.latency()) : undefined
  }

  /** Sounds one stroke, once sounds have been loaded by a first play or a first stroke. */
  async function audition(piece: Piece | undefined, stroke: StrokeKind, level: Level) {
    if (!piece) return
    await (await wake()).audition(piece, stroke, level)
  }

  /** The click as the player set it, from the next click on. */
  watch(() => ({ sound: settings.clickSound, level: settings.clickLevel / 10 }), click => void engine.value?.clickWith(click))

  return { playing, preparing, start, stop, update, position, audition, engine }
})
