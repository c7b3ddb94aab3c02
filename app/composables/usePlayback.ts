import { type MaybeRefOrGetter, onMounted, toRaw, toValue, watch } from 'vue'
import type { Performance } from '#core/perform'
import { usePlayer } from '../stores/player'

/** A page's performance under its play key: what changes in it is heard from the next slot on, and it stops as the page is left. `ahead` as in the player. */
export function usePlayback(performance: MaybeRefOrGetter<Performance | undefined>, ahead?: number) {
  const player = usePlayer()
  watch(
    () => toValue(performance),
    now => now && player.update(now),
  )
  const sounding = () => player.playing || player.preparing

  /** Begins, unless it sounds already. */
  function play() {
    const now = toValue(performance)
    if (now && !sounding()) void player.start(now, ahead)
  }
  /** Begins with a bar, counted from 0, whatever sounds. */
  function playFrom(bar: number) {
    const now = toValue(performance)
    if (now) void player.start(now, ahead, bar)
  }
  const toggle = () => (sounding() ? player.stop() : play())

  let byPointing = false
  /** Pointing at something sounds it in place, from a bar if one is named; what was silent before is silent again after. */
  function hearInPlace(on: boolean, bar?: number) {
    if (on && !sounding()) {
      byPointing = true
      if (bar === undefined) play()
      else playFrom(bar)
    } else if (!on && byPointing) {
      byPointing = false
      player.stop()
    }
  }
  // What will be heard is made ready once the page has been shown and has nothing else to do.
  onMounted(() => {
    const idle = window.requestIdleCallback ?? ((then: () => void) => setTimeout(then, 300))
    idle(
      () => {
        const now = toValue(performance)
        if (now) void player.warm(toRaw(now)).catch(() => undefined)
      },
      { timeout: 2000 },
    )
  })
  onBeforeRouteLeave(() => player.stop())
  return { play, playFrom, toggle, hearInPlace }
}
