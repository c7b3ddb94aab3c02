import type { Stored } from '#core/documents/wire'
import { present } from '#core/present'
import { ApiProblem, ApiSilent } from './ask'
import { Drafts } from './drafts'
import type { TabNews } from './world'

export const settled = () => new Promise(resolve => setImmediate(resolve))

/** A server of one document, which may be away, slow, or saved to by somebody else; and a browser that outlives its pages. */
export class TestWorld<D extends { id: string }> {
  stored: Stored<D>
  made: D[] = []
  binned = false
  away = false
  /** Answers that are held back until the test calls them. */
  held: (() => void)[] | undefined
  texts = new Map<string, string>()
  timers: { then: () => void; off: boolean }[] = []
  told: TabNews[] = []
  private listeners: ((news: TabNews) => void)[] = []

  constructor(document: D) {
    this.stored = { revision: 1, store: 'here', updatedAt: '2026-03-01T18:00:00.000Z', document }
  }

  routes = {
    get: async (id: string) => {
      await this.reach()
      if (id === this.stored.document.id) return structuredClone(this.stored)
      const document = this.made.find(one => one.id === id)
      if (!document) throw new ApiProblem(404, 'There is none.', {})
      return structuredClone({ ...this.stored, revision: 1, document })
    },
    create: async (document: D) => {
      await this.reach()
      if (this.made.some(one => one.id === document.id)) throw new ApiProblem(409, 'There is one already.', {})
      this.made.push(document)
      return { ...this.stored, revision: 1, document }
    },
    bin: async () => {
      await this.reach()
      this.binned = true
    },
    restore: async () => {
      await this.reach()
      this.binned = false
    },
    save: async (document: D, { revision, store }: { revision: number; store?: string | undefined }) => {
      // The server writes as the request comes; its answer may be slow.
      const answer = this.write(document, revision, store)
      await this.reach()
      if (answer instanceof Error) throw answer
      return answer
    },
  }

  private write(document: D, revision: number, store: string | undefined) {
    if (this.away) return new ApiSilent()
    const { stored } = this
    if (JSON.stringify(stored.document) === JSON.stringify(document))
      return { revision: stored.revision, updatedAt: stored.updatedAt }
    if (revision !== stored.revision || (store ?? stored.store) !== stored.store)
      return new ApiProblem(409, 'stale', { theirs: structuredClone(stored) })
    this.stored = { ...stored, revision: revision + 1, document: structuredClone(document) }
    return { revision: this.stored.revision, updatedAt: stored.updatedAt }
  }

  private async reach() {
    if (this.held) await new Promise<void>(resolve => present(this.held, 'held').push(resolve))
    if (this.away) throw new ApiSilent()
  }

  /** Somebody else saves, in another tab or by hand. */
  elsewhere(document: D) {
    this.stored = { ...this.stored, revision: this.stored.revision + 1, document }
  }
  /** Another tab tells of a save. */
  async hear(news: TabNews) {
    for (const listen of this.listeners) listen(news)
    await settled()
  }

  later = (_: number, then: () => void) => {
    const timer = { then, off: false }
    this.timers.push(timer)
    return () => (timer.off = true)
  }
  /** A moment passes: what waits for it happens. */
  async wait() {
    const due = this.timers.filter(timer => !timer.off)
    this.timers = []
    due.forEach(timer => timer.then())
    await settled()
  }

  /** A page that has just been loaded: nothing of the one before lives on but what the browser keeps. */
  page() {
    this.timers = []
    this.listeners = []
    const texts = {
      getItem: (key: string) => this.texts.get(key) ?? null,
      setItem: (key: string, value: string) => this.texts.set(key, value),
      removeItem: (key: string) => this.texts.delete(key),
      key: (n: number) => [...this.texts.keys()][n] ?? null,
      length: this.texts.size,
    }
    const drafts = new Drafts(texts, this.later)
    let n = 0
    return {
      drafts,
      routes: this.routes as never,
      later: this.later,
      now: () => new Date(0),
      newId: () => `new${n++}`,
      tabs: {
        tell: (news: TabNews) => this.told.push(news),
        hear: (listen: (news: TabNews) => void) => void this.listeners.push(listen),
      },
    }
  }
}
