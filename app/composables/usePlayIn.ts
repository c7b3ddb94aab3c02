import { useEventListener, useRafFn } from '@vueuse/core'
import { onMounted, onScopeDispose, watch } from 'vue'
import type { Span } from '#core/groove'
import type { Limb } from '#core/kit'
import { limbOfKey } from '../keys'
import { useMeasuring } from '../stores/measuring'
import { usePlayer } from '../stores/player'
import { usePlayingIn } from '../stores/playing-in'
import { TEXT_FIELDS, isWithin } from '../typing'

const NO_STRIKE = `${TEXT_FIELDS}, [role=listbox], [role=dialog]`

/** Playing in under the hands: the record key, the four keys, and the loop that is played over. `play` begins what sounds again. */
export function usePlayIn(span: () => Span, play: () => void) {
  const store = usePlayingIn()
  const player = usePlayer()
  const measuring = useMeasuring()

  async function record() {
    if (store.on) return player.stop()
    if (!store.open) store.show()
    if (measuring.input === 'none') measuring.input = 'keys'
    player.stop()
    store.begin(span())
    play()
  }
  const toggle = () => (store.open ? store.hide() : store.show())
  const strike = (limb: Limb, stamp: number) => measuring.strike(stamp, { limb })

  // Four keys are four limbs while the panel is open, before the station knows them as its own.
  const limbOf = (event: KeyboardEvent) =>
    store.open && measuring.input === 'keys' && !isWithin(event.target, NO_STRIKE) ? limbOfKey(event) : undefined
  useEventListener(
    window,
    'keydown',
    event => {
      const limb = limbOf(event)
      if (!limb) return
      event.preventDefault()
      event.stopImmediatePropagation()
      if (!event.repeat) strike(limb, event.timeStamp)
    },
    { capture: true },
  )
  useEventListener(
    window,
    'keyup',
    event => {
      const limb = limbOf(event)
      if (limb) store.released(limb, event.timeStamp)
    },
    { capture: true },
  )

  const { pause, resume } = useRafFn(() => store.look(), { immediate: false })
  watch(
    () => store.on,
    now => (now ? resume() : pause()),
  )
  // However it stops, what was played is taken.
  watch(
    () => player.playing || player.preparing,
    sounds => !sounds && store.end(),
  )
  watch(
    () => measuring.input,
    input => store.open && input === 'pads' && void measuring.connect(),
  )
  // What was played into this groove before, and is neither kept nor dropped, is there again.
  onMounted(() => store.waits() && store.show())
  onScopeDispose(() => store.hide())
  return { record, toggle, strike }
}

export type PlayInHands = ReturnType<typeof usePlayIn>
