import { nextTick, useTemplateRef } from 'vue'

/** The ways that a station offers side by side, in the element of this `ref`: a key that turns to one leads into it too, to its first field or button. */
export function useWays(ref: string) {
  const ways = useTemplateRef<HTMLElement>(ref)
  return async (turn: () => void) => {
    turn()
    await nextTick()
    // What is still being fetched has none yet: Tab then goes on from where it will be.
    const to = ways.value?.querySelector<HTMLElement>('input, button') ?? ways.value
    to?.focus()
  }
}
