import { useRafFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { phrasePerformance } from '#core/phrase'
import { AHEAD } from '../audio/scheduler'
import { usePhrase } from '../stores/phrase'
import { usePlayer } from '../stores/player'
import { useSettings } from '../stores/settings'
import { usePlayback } from './usePlayback'

/** What of a phrase goes round: all of it, the marked bars, or nothing, so that it comes to its end. */
type PhraseLoop = 'all' | 'marked' | 'once'

/** The open phrase as it sounds: from the start or from a bar, all of it or the marked bars; and which bar that is. */
export function usePhrasePlay() {
  const store = usePhrase()
  const player = usePlayer()
  const settings = useSettings()
  const loop = ref<PhraseLoop>('all')
  watch(
    () => store.state.mark,
    now => {
      if (!now && loop.value === 'marked') loop.value = 'all'
    },
  )
  const stretch = computed(() =>
    loop.value === 'marked' && store.state.mark ? store.state.mark : { from: 0, to: store.bars.length },
  )
  const performance = computed(
    () =>
      store.phrase &&
      phrasePerformance(store.phrase, store.kit, {
        ...stretch.value,
        again: loop.value !== 'once',
        click: settings.clickPlan,
        countIn: settings.countIn,
      }),
  )
  const { toggle, playFrom } = usePlayback(performance, AHEAD.away)

  /** The bar that sounds, counted from 0 through the phrase; -1 in a count-in and in silence. */
  const sounding = ref(-1)
  const { pause, resume } = useRafFn(
    () => {
      const place = player.position()
      const { from, to } = stretch.value
      if (!place || place.bar < 0) return void (sounding.value = -1)
      sounding.value = loop.value === 'once' ? Math.min(from + place.bar, to - 1) : from + (place.bar % (to - from))
    },
    { immediate: false },
  )
  watch(
    () => player.playing,
    now => {
      if (now) return resume()
      pause()
      sounding.value = -1
    },
    { immediate: true },
  )
  // At its end a phrase that does not go round is over.
  watch(sounding, (now, before) => {
    if (now === -1 && before >= 0 && player.playing && loop.value === 'once') player.stop()
  })

  /** Hears the phrase from a bar on; outside the marked bars the whole of it goes round again. */
  function hearFrom(bar: number) {
    const { from, to } = stretch.value
    if (bar < from || bar >= to) loop.value = 'all'
    playFrom(bar - stretch.value.from)
  }
  const toggleMarked = () => (loop.value = loop.value === 'marked' || !store.state.mark ? 'all' : 'marked')
  return { loop, sounding, toggle, hearFrom, toggleMarked }
}
