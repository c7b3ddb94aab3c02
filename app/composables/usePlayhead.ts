import { useRafFn } from '@vueuse/core'
import { type Ref, onMounted, shallowRef, watch } from 'vue'
import type { Geometry, SlotPlace } from '#core/notation'
import { usePlayer } from '../stores/player'

/**
 * The band of light over the slot that sounds: moved straight on the picture, frame by frame, without redrawing it. `inSight` is told of each
 * slot before the band is there.
 */
export function usePlayhead(geometry: Ref<Geometry>, inSight?: (slot: SlotPlace) => void) {
  const player = usePlayer()
  const band = shallowRef<SVGRectElement>()
  let shown = -2

  function move() {
    const el = band.value
    if (!el) return
    const position = player.position()
    const { slots, lead } = geometry.value
    const early =
      position && position.tick < 0 && lead
        ? lead.slots.findLastIndex(
            slot => slot.x <= geometry.value.xOf(position.tick) + 0.01 && position.tick >= -lead.ticks,
          )
        : -1
    const index =
      position && position.tick >= 0
        ? slots.findLastIndex(slot => slot.at <= position.tick)
        : early < 0
          ? -1
          : -3 - early
    if (index === shown) return
    shown = index
    const slot = index < -2 ? lead!.slots[-3 - index] : slots[index]
    if (slot) inSight?.(slot)
    el.setAttribute('visibility', slot ? 'visible' : 'hidden')
    if (!slot) return
    el.setAttribute('x', String(slot.left))
    el.setAttribute('width', String(slot.width))
    el.dataset.slot = String(index)
  }

  const { pause, resume } = useRafFn(move, { immediate: false })
  watch(
    () => player.playing,
    playing => {
      if (playing) return resume()
      pause()
      shown = -2
      band.value?.setAttribute('visibility', 'hidden')
    },
  )
  watch(geometry, () => (shown = -2))
  onMounted(() => {
    if (player.playing) resume()
  })
  return { band }
}
