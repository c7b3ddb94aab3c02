import { type MaybeRefOrGetter, onScopeDispose, toValue, watch } from 'vue'
import type { Groove } from '#core/groove'
import { type LogEntry, makeEntry, plainTempo } from '#core/practise'
import { newId } from '../documents/ids'
import { calendarDay } from '../practise/day'
import { useOutbox } from '../practise/outbox'
import { useSettings } from '../stores/settings'

/** Shorter is listening, and not counted, in seconds. */
const LEAST = 30

/** What is played along with outside a plan, or stepped through, is written to the log where the player wants that: each stretch of half a minute or more. */
export function useCounted(
  groove: MaybeRefOrGetter<Groove | undefined>,
  going: () => boolean,
  source: Extract<LogEntry['source'], 'bench' | 'step'>,
) {
  const settings = useSettings()
  const outbox = useOutbox()
  let began: { at: number; groove: Groove } | undefined

  function ended() {
    const stretch = began
    began = undefined
    if (!stretch || !settings.countPlay) return
    const seconds = Math.round((performance.now() - stretch.at) / 1000)
    if (seconds < LEAST) return
    const at = new Date()
    const { id, title, tempo } = stretch.groove
    void outbox.put(
      makeEntry({
        id: newId(),
        at: at.toISOString(),
        day: calendarDay(at),
        subject: { kind: 'groove', id, revision: null, title },
        stage: source === 'bench' ? 'On the Bench' : 'Step by step',
        source,
        tempo: source === 'bench' ? plainTempo(tempo) : null,
        seconds,
        cut: true,
      }),
    )
  }
  watch(going, now => {
    const of = toValue(groove)
    if (now && of) began = { at: performance.now(), groove: of }
    else ended()
  })
  onScopeDispose(ended)
}
