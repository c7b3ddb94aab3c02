import { anything, fields, figure } from '#core/read'
import { type TextStore, storageKeyOf as rememberedAs, readRemembered, writeRemembered } from '../remembered'
import type { Draft } from './autosave'

/** What is read of a draft here; its store may be missing, and its document is read by its kind, where it is opened. */
const readDraft = fields({ revision: figure, document: anything })

/**
 * Documents not yet on the server, by their own name. What is kept is written a moment later, once the frame with the
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
    return readRemembered<Draft<unknown> | undefined>('draft', text, {
      read: value => readDraft(value) as Draft<unknown> | undefined,
      usual: undefined,
    })
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
      if (draft) this.store.setItem(keyOf(name), writeRemembered('draft', draft))
      else this.store.removeItem(keyOf(name))
    }
    this.waiting.clear()
  }
}

// Grooves were the first to have drafts, and their names are bare ids: one left by an older Bazzet is found.
const keyOf = (name: string): string => `${rememberedAs('draft')}:${name.replace(/^groove:/, '')}`
