import { type ShallowRef, onScopeDispose, shallowRef, watch } from 'vue'

/**
 * Once what has just changed is on the screen: the frame that shows it has been painted and the next one begun. At once
 * in a page out of view, which paints none.
 */
export const afterPaint = (): Promise<void> =>
  new Promise(resolve =>
    document.hidden ? resolve() : requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(resolve, 0))),
  )

/**
 * The same value, a moment later: once the frame that shows a change has been painted, or that many frames. What a player
 * looks at while playing is drawn at once; what is read about it follows a frame later, and the controls around it, which
 * nobody reads in that moment, later still.
 */
export function useAfterPaint<T>(source: () => T, frames = 1): Readonly<ShallowRef<T>> {
  const settled = shallowRef(source()) as ShallowRef<T>
  let frame = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  const settle = () => (settled.value = source())
  const wait = (left: number) => {
    frame = requestAnimationFrame(() => (left > 1 ? wait(left - 1) : (timer = setTimeout(settle, 0))))
  }

  watch(
    source,
    () => {
      cancelAnimationFrame(frame)
      clearTimeout(timer)
      // A page out of view paints no frames, and need not wait for one.
      if (document.hidden) return settle()
      wait(frames)
    },
    { flush: 'sync' },
  )
  onScopeDispose(() => {
    cancelAnimationFrame(frame)
    clearTimeout(timer)
  })
  return settled
}
