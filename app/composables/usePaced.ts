import { useRafFn } from '@vueuse/core'
import { type ShallowRef, shallowRef, watch } from 'vue'

/**
 * A list as it is put on screen: one new item every few frames, from the top, so that the page never stutters under
 * it. What is drawn already stays as it is (the same object, so that nothing is drawn again) until its place is settled again.
 */
export function usePaced<T>(
  found: () => readonly T[],
  keyOf: (item: T) => string,
  pace = 1,
): Readonly<ShallowRef<readonly T[]>> {
  const shown = shallowRef<readonly T[]>([])
  let frame = 0
  const { pause, resume } = useRafFn(
    () => {
      if (frame++ % pace) return
      const wanted = found()
      const drawn = new Map(shown.value.map(item => [keyOf(item), item]))
      const fresh = wanted.findIndex(item => !drawn.has(keyOf(item)))
      // Up to the first new one, as they were drawn; one new one; and below it what is still to be looked at again.
      const upTo = fresh < 0 ? wanted.length : fresh + 1
      const above = wanted.slice(0, upTo).map(item => drawn.get(keyOf(item)) ?? item)
      const settled = new Set(above.map(keyOf))
      shown.value =
        fresh < 0
          ? above
          : [...above, ...shown.value.filter(item => !settled.has(keyOf(item)))].slice(0, Math.max(upTo, wanted.length))
      if (fresh < 0) pause()
    },
    { immediate: false },
  )
  watch(found, resume, { immediate: true })
  return shown
}
