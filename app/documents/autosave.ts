import equal from 'fast-deep-equal'

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
 * A document not yet on the server, kept where a reload finds it. `sent` is what was on its way there when this was kept, with no
 * answer: if the server has one of them, this was made from it.
 */
export interface Draft<T> extends Base {
  document: T
  sent?: readonly T[]
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
/** How many of what was sent without an answer are remembered. */
const UNANSWERED = 3

/**
 * Saves a document a moment after it last changed, one request at a time, each from the revision the one
 * before it made. Silence is tried again. A stale answer stops it until the player has chosen, unless what the server has
 * was sent from here: then only the answer was lost, and what is here goes on top.
 */
export class Autosave<T> {
  private pending: T | undefined
  private sending: Promise<void> | undefined
  private cancel: (() => void) | undefined
  private stopped = false

  constructor(
    private parts: AutosaveParts<T>,
    private from: Base,
    savedAt?: Date,
    /** What was sent with no answer, and may be on the server or still on its way there, the newest last. */
    private unanswered: readonly T[] = [],
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
      : { ...this.from, document: this.pending, ...(this.unanswered.length ? { sent: this.unanswered } : {}) }
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
    this.unanswered = [...this.unanswered.filter(one => !equal(one, document)), document].slice(-UNANSWERED)
    this.parts.show({ kind: 'saving' })
    // Until the answer is here, a draft says what is on its way: the page may close meanwhile.
    this.parts.keepDraft(this.draft)
    const answer = await this.parts.send(document, this.from)
    const ours = answer.kind === 'stale' && this.unanswered.some(one => equal(one, answer.theirs))
    if (answer.kind !== 'unreachable') this.unanswered = []
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
    if (ours) {
      this.from = answer.base
      return this.send(this.pending)
    }
    this.parts.show(answer)
    if (answer.kind === 'unreachable') this.schedule(RETRY)
    if (answer.kind === 'stale') this.stopped = true
  }
}
