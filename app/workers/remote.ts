import { type Remote, wrap } from 'comlink'

/** What crosses to a worker: plain data, since what Vue watches does not cross. */
export const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * A worker that starts when it is first asked for, and again after it was ended. It has one proxy: a second one, once forgotten,
 * would close the worker's door behind it.
 */
export function remoteWorker<W>(start: () => Worker) {
  let now: { raw: Worker; remote: Remote<W> } | undefined
  return {
    get remote(): Remote<W> {
      if (!now) {
        const raw = start()
        now = { raw, remote: wrap<W>(raw) }
      }
      return now.remote
    },
    end(): void {
      now?.raw.terminate()
      now = undefined
    },
  }
}
