import { computed } from 'vue'
import type { LogEntry } from '#core/practise'
import { api } from '../documents/api'
import { ApiProblem } from '../documents/ask'
import { type Read, fields, listOf, text } from '#core/read'
import { useRemembered } from '../remembered'

/** Entries have an id by which a word that comes late finds its own; what else is in them is for the server to refuse. */
const entries = listOf(fields({ id: text }) as Read<LogEntry>)

/** An entry and what is added to it a moment later must arrive in that order. */
let sending: Promise<unknown> = Promise.resolve()

/**
 * Entries on their way to the log. Each is kept in the browser until the server has it, so that a server that is away, or a page that is
 * closed, loses none; what waits is sent with the next one, and when a page that uses the log is opened.
 */
export function useOutbox() {
  const waiting = useRemembered('outbox', { read: entries, usual: [] })
  const held = computed(() => waiting.value.length)
  const without = (id: string) => waiting.value.filter(one => one.id !== id)

  /** Sends all that waits; answers why one could not be sent, or nothing. */
  const flush = (): Promise<string> => {
    // One that went wrong does not hold up the next.
    const sent = sending.then(sendAll, sendAll)
    sending = sent
    return sent
  }
  async function sendAll(): Promise<string> {
    for (const entry of [...waiting.value]) {
      try {
        await api.log.put(entry)
      } catch (error) {
        // One that is refused for what is in it would be refused for ever: it is reported and dropped. What passes, and a server that is away, all wait for.
        if (error instanceof ApiProblem && !error.passing) waiting.value = without(entry.id)
        return (error as Error).message
      }
      // A word that was added meanwhile still has to go.
      if (JSON.stringify(waiting.value.find(one => one.id === entry.id)) === JSON.stringify(entry))
        waiting.value = without(entry.id)
    }
    return ''
  }

  /** Writes an entry down here at once, and sends it. */
  function put(entry: LogEntry): Promise<string> {
    waiting.value = [...without(entry.id), entry]
    return flush()
  }
  return { held, put, flush }
}
