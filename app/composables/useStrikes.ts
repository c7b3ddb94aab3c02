import { useEventListener } from '@vueuse/core'
import { limbOfKey } from '../keys'
import { useMeasuring } from '../stores/measuring'

/** Four keys as four limbs, while they are the input: each press is a stroke at the moment the browser says it came. */
export function useStrikes() {
  const measuring = useMeasuring()
  useEventListener(
    window,
    'keydown',
    event => {
      if (measuring.input !== 'keys' || event.repeat) return
      const limb = limbOfKey(event)
      if (limb) measuring.strike(event.timeStamp, { limb })
    },
    { capture: true },
  )
  if (measuring.input === 'pads') void measuring.connect()
}
