import { useEventListener } from '@vueuse/core'
import { LIMBS } from '#core/kit'
import { KEYS, keyOf } from '../keys'
import { useMeasuring } from '../stores/measuring'

const STRIKES = KEYS.strike.keys

/** Four keys as four limbs, while they are the input: each press is a stroke at the moment the browser says it came. */
export function useStrikes() {
  const measuring = useMeasuring()
  useEventListener(
    window,
    'keydown',
    event => {
      if (measuring.input !== 'keys' || event.repeat) return
      const limb = LIMBS.find(one => STRIKES[one][0] === keyOf(event))
      if (limb) measuring.strike(event.timeStamp, { limb })
    },
    { capture: true },
  )
  if (measuring.input === 'pads') void measuring.connect()
}
