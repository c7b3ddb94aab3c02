import { useEventListener } from '@vueuse/core'
import { type Ref, watch } from 'vue'
import type { Geometry, SlotPlace } from '#core/notation'
import { usePlayer } from '../stores/player'

/** Lanes wider than their frame turn to the bar that sounds. Once the player takes them in hand they stay, until it plays again. */
export function useInSight(frame: Ref<HTMLElement | undefined>, geometry: Ref<Geometry>) {
  const player = usePlayer()
  let held = false
  watch(
    () => player.playing,
    () => (held = false),
  )
  // Seen on the way in: keys that mean something to the lanes come no further.
  useEventListener(frame, ['pointerdown', 'keydown'], () => (held = true), { capture: true })
  useEventListener(frame, 'wheel', ({ deltaX, shiftKey }: WheelEvent) => (held ||= deltaX !== 0 || shiftKey), {
    passive: true,
  })

  /** Brings the bar of a slot into sight, or the slot, where the whole bar finds no room. */
  return (slot: SlotPlace) => {
    const el = frame.value
    if (!el || held || el.scrollWidth <= el.clientWidth) return
    const { bars, scale, width } = geometry.value
    const next = bars.findIndex(bar => bar.x > slot.left + 1)
    const bar = { left: bars.at(next < 0 ? -1 : next - 1)!.x, right: next < 0 ? width : bars[next]!.x - scale.barGap }
    const seen = { left: el.scrollLeft + scale.label, right: el.scrollLeft + el.clientWidth }
    const { left, right } =
      bar.right - bar.left <= seen.right - seen.left ? bar : { left: slot.left, right: slot.left + slot.width }
    if (left < seen.left - 1 || right > seen.right + 1) el.scrollLeft = left - scale.label
  }
}
