import { nextTick, useTemplateRef } from 'vue'

/**
 * The ways that a station offers side by side, in the element of this `ref`: a key that turns to one leads there too, so that Tab goes on from
 * its beginning. No button is given the keys, since Space must go on to play; a field is, where `to` names one.
 */
export function useWays(ref: string) {
  const ways = useTemplateRef<HTMLElement>(ref)
  return async (turn: () => void, to?: string) => {
    turn()
    await nextTick()
    const place = to ? ways.value?.querySelector<HTMLElement>(to) : ways.value
    place?.focus()
  }
}
