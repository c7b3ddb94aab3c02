import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { type Beside, type Params, type PromiseId, BESIDE, DENSITIES, MOVES, MOVE_GROUPS, PROMISES } from '#core/vary'
import { figure, listOf, among, onOff, text } from '#core/read'
import { useRemembered } from '../remembered'

/** What the Vary station remembers: promises, the move looked at, and the parameters each move last had. */
export const useVary = defineStore('vary', () => {
  const promises = useRemembered<PromiseId[]>('promises', { read: listOf(among(PROMISES)), usual: ['playable'] })
  const moveId = useRemembered('move', { read: text, usual: MOVES[0]!.id })
  /** The group whose moves are looked at side by side; empty while one move is open. */
  const group = useRemembered('move-group', { read: among([...MOVE_GROUPS, '']), usual: 'displace' })
  /** The parameters of moves in this session, by move. */
  const told = ref<Record<string, Params>>({})
  const seed = useRemembered('seed', { read: figure, usual: 1 })
  /** Rules of taste that are turned off, by id. */
  const tasteOff = useRemembered('taste-off', { read: listOf(text), usual: [] as string[] })

  /** What else sounds where an idea is to be played. */
  const beside = useRemembered<'as usual' | Beside>('ideas-beside', {
    read: among(['as usual', ...BESIDE]),
    usual: 'as usual',
  })
  /** Whether an idea is heard after bars of home, as it would stand in a tune. */
  const inPlace = useRemembered('ideas-in-place', { read: onOff, usual: true })
  /** The moves that are grey because they would break a promise, while a list of moves is looked at. */
  const greyed = shallowRef<{ promise: PromiseId; name: string }[]>([])

  function openMove(id: string) {
    moveId.value = id
    group.value = ''
  }

  /** A promise given or taken back; of the three about how many strokes there are only one can be. */
  function toggle(promise: PromiseId) {
    const given = promises.value.includes(promise)
    const others = promises.value.filter(
      one => one !== promise && !(DENSITIES.includes(promise) && DENSITIES.includes(one)),
    )
    promises.value = given ? others : [...others, promise]
  }

  return { greyed, beside, inPlace, promises, moveId, group, told, seed, tasteOff, openMove, toggle }
})
