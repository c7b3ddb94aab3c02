import { shallowRef } from 'vue'
import type { StrokeRef } from '#core/analyse'

/** Strokes that something outside the lanes points at: a finding, a unison, a note of the staff. Shared by all who point. */
const marked = shallowRef<StrokeRef[]>([])

export function useMarks() {
  return {
    marked,
    /** Listeners for whatever points while the mouse is over it or the keys are on it. */
    on: (strokes: () => StrokeRef[]) => {
      const mark = () => (marked.value = strokes())
      const clear = () => (marked.value = [])
      return { mouseenter: mark, mouseleave: clear, focus: mark, blur: clear }
    },
    clear: () => (marked.value = []),
  }
}
