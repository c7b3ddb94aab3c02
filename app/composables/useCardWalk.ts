import type { Ref } from 'vue'
import { byKey, keyOf } from '../keys'

/** Cards (`data-card`) in rows under an element, walked with the arrows: beside each other, and up and down by as many as stand in a row. */
export function useCardWalk(root: Readonly<Ref<HTMLElement | null>>) {
  const cards = () => [...(root.value?.querySelectorAll<HTMLElement>('[data-card]') ?? [])]
  const topOf = (card: HTMLElement) => Math.round(card.getBoundingClientRect().top)

  function walk(event: KeyboardEvent) {
    const all = cards()
    const from = all.indexOf(event.target as HTMLElement)
    if (from < 0) return
    const row = () => all.filter(card => topOf(card) === topOf(all[0]!)).length
    const to = (by: number) => all[from + by]?.focus()
    const act = byKey('cards', { left: () => to(-1), right: () => to(1), up: () => to(-row()), down: () => to(row()) })[
      keyOf(event)
    ]
    if (!act) return
    event.preventDefault()
    act()
  }
  /** To the first of them. */
  const enter = () => cards()[0]?.focus()
  return { walk, enter }
}
