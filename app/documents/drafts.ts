import type { Draft } from './autosave'

/** Where drafts wait: a text store such as the browser's, which outlives the page. */
export type TextStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>

/**
 * Documents not yet on the server, by a name of their own. What is kept is written a moment later, once the frame with the
 * change has been painted, or at once when asked: a page that goes must leave nothing behind.
 */
export class Drafts {
  private readonly waiting = new Map<string, Draft<unknown> | undefined>()
  private cancel: (() => void) | undefined

  constructor(
    private store: TextStore,
    private later: (ms: number, then: () => void) => () => void,
  ) {}

  keep(name: string, draft: Draft<unknown> | undefined): void {
    this.waiting.set(name, draft)
    this.cancel ??= this.later(50, () => this.write())
  }

  /** What is kept under a name, if it can be read. */
  read(name: string): Draft<unknown> | undefined {
    this.write()
    const text = this.store.getItem(keyOf(name))
    if (!text) return undefined
    try {
      return JSON.parse(text) as Draft<unknown>
    } catch {
      return undefined
    }
  }

  /** The drafts of a kind, by the ids of their documents. */
  of(kind: string): Map<string, Draft<unknown>> {
    this.write()
    const prefix = keyOf(`${kind}:`)
    const keys = Array.from({ length: this.store.length }, (_, i) => this.store.key(i)).filter(key =>
      key?.startsWith(prefix),
    )
    return new Map(
      keys.flatMap(key => {
        const id = key!.slice(prefix.length)
        const draft = this.read(`${kind}:${id}`)
        return draft ? [[id, draft] as const] : []
      }),
    )
  }

  write(): void {
    this.cancel?.()
    this.cancel = undefined
    for (const [name, draft] of this.waiting) {
      if (draft) this.store.setItem(keyOf(name), JSON.stringify(draft))
      else this.store.removeItem(keyOf(name))
    }
    this.waiting.clear()
  }
}

// Grooves were the first to have drafts, and their names are bare ids: one left by an older Bazzet is found.
const keyOf = (name: string): string => `bazzet:draft:${name.replace(/^groove:/, '')}`
