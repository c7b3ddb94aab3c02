import { type ShallowRef, onScopeDispose, shallowRef, watch } from 'vue'

/**
 * The same value, a moment later: once the frame that shows a change has been painted. What a player looks
 * at while playing is drawn at once; what is read about it may follow.
 */
export function useAfterPaint<T>(source: () => T): Readonly<ShallowRef<T>> {
  const settled = shallowRef(source()) as ShallowRef<T>
  let frame = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  const settle = () => (settled.value = source())

  watch(source, () => {
    cancelAnimationFrame(frame)
    clearTimeout(timer)
    // A page out of view paints no frames, and need not wait for one.
    if (document.hidden) return settle()
    frame = requestAnimationFrame(() => (timer = setTimeout(settle, 0)))
  }, { flush: 'sync' })
  onScopeDispose(() => {
    cancelAnimationFrame(frame)
    clearTimeout(timer)
  })
  return settled
}
