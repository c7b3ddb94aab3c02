import { useEventListener } from '@vueuse/core'
import { ref, watch } from 'vue'
import type { EditorEvent } from '#core/editor'
import { KEYS, keyOf } from '../keys'
import { useBench } from '../stores/bench'
import { usePlayer } from '../stores/player'

/** Tapping a line above while it plays: a key or a finger down and up is a note, where it was heard. */
export function useTapping(send: (event: EditorEvent) => void) {
  const bench = useBench()
  const player = usePlayer()
  const tapping = ref(false)
  let pressedAt: number | undefined

  watch(
    () => bench.shown?.guides.length,
    lines => !lines && (tapping.value = false),
  )
  /** Where the ear is now, in ticks of the bars; nothing while it is silent or counts in. */
  function heardAt(): number | undefined {
    const place = player.position()
    return place && place.tick >= 0 ? place.tick : undefined
  }
  function down() {
    pressedAt ??= heardAt()
  }
  function up() {
    const from = pressedAt
    pressedAt = undefined
    const to = heardAt()
    if (from !== undefined && to !== undefined) send({ type: 'tap', from, to })
  }
  const toggle = () => (tapping.value = !tapping.value)

  const key = KEYS.tap.keys.tap[0]
  useEventListener('keydown', event => {
    if (!tapping.value || keyOf(event) !== key || event.target instanceof HTMLInputElement) return
    event.preventDefault()
    down()
  })
  useEventListener('keyup', event => tapping.value && keyOf(event) === key && up())
  return { tapping, toggle, down, up }
}
