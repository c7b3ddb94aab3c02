/** Whether the server has a document. */
export type SaveState =
  | { kind: 'saved'; at: Date | undefined }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  /** The server does not answer; it is tried again until it does. */
  | { kind: 'unreachable'; reason: string }
  /** Someone else saved first; the player chooses. */
  | { kind: 'stale'; theirs: unknown; base: Base }
  | { kind: 'refused'; reason: string }

/** What a save is made from: a revision, and the store that counts it. */
export interface Base {
  revision: number
  store: string | undefined
}

/** What the server said to a save. */
export type SaveAnswer =
  | { kind: 'saved'; revision: number }
  | { kind: 'stale'; theirs: unknown; base: Base }
  | { kind: 'unreachable'; reason: string }
  | { kind: 'refused'; reason: string }

/**
 * A document not yet on the server, kept where a reload finds it. `sent` is what was on its way there when this was kept:
 * if that is what the server has, this was made from it.
 */
export interface Draft<T> extends Base {
  document: T
  sent?: T | undefined
}

interface AutosaveParts<T> {
  send(document: T, base: Base): Promise<SaveAnswer>
  keepDraft(draft: Draft<T> | undefined): void
  show(state: SaveState): void
  /** Calls back after a number of ms; answers a way to call it off. */
  later(ms: number, then: () => void): () => void
  now(): Date
}

const SETTLE = 500
const RETRY = 2000

/**
 * Saves a document a moment after it last changed, one request at a time, each from the revision the one
 * before it made. A stale answer stops it until the player has chosen; silence is tried again.
 */
export class Autosave<T> {
  private pending: T | undefined
  /** What is on its way to the server. */
  private under: T | undefined
  private sending: Promise<void> | undefined
  private cancel: (() => void) | undefined
  private stopped = false

  constructor(
    private parts: AutosaveParts<T>,
    private from: Base,
    savedAt?: Date,
  ) {
    parts.show({ kind: 'saved', at: savedAt })
  }

  /** What the next save starts from. */
  get base(): Base {
    return this.from
  }

  /** True while something here is not yet on the server. */
  get dirty(): boolean {
    return this.pending !== undefined || this.sending !== undefined
  }

  /** The document that a page about to close must still send, if any. */
  get unsent(): Draft<T> | undefined {
    return this.pending === undefined || this.stopped ? undefined : this.draft
  }

  private get draft(): Draft<T> | undefined {
    return this.pending === undefined
      ? undefined
      : { ...this.from, document: this.pending, ...(this.under === undefined ? {} : { sent: this.under }) }
  }

  /** The document has changed; it is saved once it has been still for a moment. */
  changed(document: T): void {
    this.pending = document
    this.parts.keepDraft(this.draft)
    if (this.stopped) return
    this.parts.show({ kind: 'unsaved' })
    this.schedule(SETTLE)
  }

  /** Saves at once whatever is waiting; done when it is on the server or cannot be. */
  async flush(): Promise<void> {
    this.cancel?.()
    await this.sending
    if (this.pending === undefined || this.stopped) return
    this.sending = this.send(this.pending).finally(() => (this.sending = undefined))
    await this.sending
  }

  /** The player keeps this version over the one that was saved elsewhere. */
  keepMine(base: Base): Promise<void> {
    this.from = base
    this.stopped = false
    return this.flush()
  }

  /** The version here is given up, or kept elsewhere; nothing more is sent. */
  abandon(): void {
    this.cancel?.()
    this.pending = undefined
    this.stopped = true
    this.parts.keepDraft(undefined)
  }

  /** Someone saved first, as was seen before a save was tried. */
  stale(document: T, theirs: unknown, base: Base): void {
    this.pending = document
    this.stopped = true
    this.parts.show({ kind: 'stale', theirs, base })
  }

  private schedule(ms: number): void {
    this.cancel?.()
    this.cancel = this.parts.later(ms, () => void this.flush())
  }

  private async send(document: T): Promise<void> {
    this.under = document
    this.parts.show({ kind: 'saving' })
    // Until the answer is here, a draft says what is on its way: the page may close meanwhile.
    this.parts.keepDraft(this.draft)
    const answer = await this.parts.send(document, this.from)
    this.under = undefined
    // A version that was abandoned while it was under way has no more to say.
    if (this.pending === undefined) return
    if (answer.kind === 'saved') {
      this.from = { ...this.from, revision: answer.revision }
      if (this.pending === document) {
        this.pending = undefined
        this.parts.keepDraft(undefined)
        this.parts.show({ kind: 'saved', at: this.parts.now() })
      } else {
        this.parts.keepDraft(this.draft)
        this.parts.show({ kind: 'unsaved' })
        this.schedule(SETTLE)
      }
      return
    }
    this.parts.show(answer)
    if (answer.kind === 'unreachable') this.schedule(RETRY)
    if (answer.kind === 'stale') this.stopped = true
  }
}
