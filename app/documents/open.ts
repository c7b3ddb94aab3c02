import equal from 'fast-deep-equal'
import { computed, shallowRef } from 'vue'
import type { Documents, KindName } from '#core/documents'
import type { Apply } from '#core/edit'
import { type History, beginHistory, make, redo, undo } from '#core/history'
import { present } from '#core/present'
import { type Result, refuse } from '#core/result'
import type { Stored } from '#core/documents/wire'
import { Autosave, type Base, type Draft, type SaveState } from './autosave'
import { Histories } from './histories'
import { UNMADE, sender } from './send'
import type { World } from './world'

/** How documents of a kind are changed, and how a draft is read, which an older Bazzet may have left. */
interface Rules<K extends KindName, E> {
  apply: Apply<Documents[K], E>
  read(input: unknown): Result<Documents[K]>
}

/** What an open document must know of its kind. */
export interface OpenKind<K extends KindName, E> {
  kind: K
  /** How one is read and changed, fetched as the first is opened: a page that only shows a kind need not wait for its schema. */
  rules(): Promise<Rules<K, E>>
  /** What every page reads and few change: its rules are fetched by `ready`, before a change, not as it is opened. */
  read?: boolean
  /** The same under another id, where both versions are kept. */
  copied(document: Documents[K], id: string): Documents[K]
  /** Nothing is saved until it is asked for; changes wait in a draft meanwhile. */
  asked?: boolean
}

/**
 * One document as it is worked on: its history of edits, saved by itself a moment after each, its draft in this browser,
 * other tabs, and the player's choice where someone else saved first. Every kind of document is opened by this.
 */
export function openDocument<K extends KindName, E>(
  { kind, rules: fetchRules, read = false, copied, asked = false }: OpenKind<K, E>,
  world: World<K>,
) {
  type D = Documents[K]
  let rules: Rules<K, E> | undefined
  const history = shallowRef<History<D, E>>()
  const preview = shallowRef<D>()
  const saveState = shallowRef<SaveState>({ kind: 'saved', at: undefined })
  /** The document as the player found it: what keeping a variation of it gives back. */
  const opened = shallowRef<D>()
  let autosave: Autosave<D> | undefined
  const earlier = new Histories<D, E>()
  /** A document that the server has not seen yet; it is made there by the first save that is asked for. */
  let fresh = false

  /** The document as it is saved, and as it is shown while something is being dragged or tried. */
  const document = computed(() => history.value?.document)
  const shown = computed(() => preview.value ?? history.value?.document)
  /** The document, for what is reached only while one is open. */
  const here = computed(() => {
    if (!history.value) throw new Error(`No ${kind} is open.`)
    return history.value.document
  })
  const nameOf = (id: string) => `${kind}:${id}`

  const send = sender(kind, world)
  const autosaveFrom = (id: string, base: Base, savedAt?: Date, sentBefore?: readonly D[]) =>
    new Autosave<D>(
      {
        send,
        keepDraft: draft => world.drafts.keep(nameOf(id), draft),
        show: state => (saveState.value = state),
        later: world.later,
        now: world.now,
      },
      base,
      savedAt,
      sentBefore,
    )

  /** Takes up what the server has, and what never reached it from here. */
  function begin(stored: Stored<D>) {
    const base: Base = { revision: stored.revision, store: stored.store }
    const { id } = stored.document
    remember()
    const draft = draftOf(id, stored.document)
    // The page that left the draft may have sent it as it closed.
    autosave = autosaveFrom(id, base, new Date(stored.updatedAt), draft && [...(draft.sent ?? []), draft.document])
    fresh = false
    preview.value = undefined
    history.value = draft ? beginHistory(draft.document) : (earlier.of(id, base) ?? beginHistory(stored.document))
    opened.value = history.value.document
    if (!draft) return
    const follows =
      (draft.revision === stored.revision && (draft.store ?? stored.store) === stored.store) ||
      draft.sent?.some(one => equal(one, stored.document))
    if (!follows) autosave.stale(draft.document, stored.document, base)
    else if (asked) saveState.value = { kind: 'unsaved' }
    else autosave.changed(draft.document)
  }

  /** Notes the history of what is open, before something else is opened: a player who comes back to it can still undo. */
  function remember() {
    const now = document.value
    // What the server never took, or somebody else saved over, is not what comes back from it.
    if (asked || !now || !autosave || !history.value || saveState.value.kind !== 'saved') return
    earlier.keep(history.value, autosave.base)
  }

  /** A draft that has something to say: one that reached the server as the page closed has not, nor one that cannot be read. */
  function draftOf(id: string, stored: D): Draft<D> | undefined {
    const kept = world.drafts.read(nameOf(id))
    const mine = kept && rules!.read(kept.document)
    if (kept && mine?.ok && !equal(mine.value, stored))
      // An older Bazzet remembered one that was sent, and not a list of them.
      return { ...kept, document: mine.value, sent: [kept.sent ?? []].flat() as D[] }
    if (kept) world.drafts.keep(nameOf(id), undefined)
    return undefined
  }

  /** Fetches what a change needs, once. */
  const ready = async () => void (rules ??= await fetchRules())
  /** Fetches what its draft needs to be read, where there is one. */
  const readable = async (id: string) => void (world.drafts.read(nameOf(id)) && (await ready()))

  /** What the server has; a document that it never saw, since it was away, is begun again from its draft instead. */
  async function fetched(id: string): Promise<Stored<D> | undefined> {
    try {
      return await world.routes.get(id)
    } catch (error) {
      const draft = world.drafts.read(nameOf(id))
      await ready()
      const mine = draft?.revision === UNMADE ? rules!.read(draft.document) : undefined
      if (!mine?.ok) throw error
      await beginNew(mine.value)
      return undefined
    }
  }

  /**
   * Opens a document from the server. Coming back to what is still open keeps its undo; with `again` the player comes to it again, and finds it
   * as it is now.
   */
  async function open(id: string, again = false) {
    if (again && document.value?.id === id) opened.value = document.value
    if (document.value?.id === id && (autosave?.dirty || saveState.value.kind === 'unsaved')) return
    await leave()
    const [stored] = await Promise.all([fetched(id), read ? undefined : ready()])
    if (!stored) return
    await readable(id)
    if (
      document.value?.id === id &&
      autosave?.base.revision === stored.revision &&
      autosave.base.store === stored.store
    )
      return
    begin(stored)
  }

  /** Opens a document that the server has not seen: it is made there once a save is asked for. */
  async function openNew(one: D) {
    await leave()
    await ready()
    autosave = undefined
    fresh = true
    preview.value = undefined
    history.value = beginHistory(one)
    opened.value = one
    saveState.value = { kind: 'unsaved' }
  }

  /** Begins a document that saves itself from its first moment on; while the server is away it waits in the browser. */
  async function beginNew(one: D) {
    await leave()
    await ready()
    remember()
    preview.value = undefined
    history.value = beginHistory(one)
    opened.value = one
    autosave = autosaveFrom(one.id, { revision: UNMADE, store: undefined })
    autosave.changed(one)
  }

  /** Takes a document as it has become by itself, with nothing to take back. */
  function become(now: D) {
    history.value = beginHistory(now)
    autosave?.changed(now)
  }

  /** Sends what is waiting before the page goes elsewhere. */
  const leave = async () => {
    if (!asked) await autosave?.flush()
  }

  /** A page that is looked away from saves at once what waits: from another window, or after a night asleep, it is all there. */
  function lookAway() {
    world.drafts.write()
    void leave()
  }

  /** A page about to be closed gets its last change out; the draft stays until the server has it. */
  function sendOnClose() {
    world.drafts.write()
    const unsent = asked ? undefined : autosave?.unsent
    if (unsent) void world.routes.save(unsent.document, unsent, true).catch(() => undefined)
  }

  function settle(next: Result<History<D, E>>): Result<History<D, E>> {
    preview.value = undefined
    if (!next.ok) return next
    history.value = next.value
    const { document: now } = next.value
    if (!asked) autosave?.changed(now)
    else {
      saveState.value = { kind: 'unsaved' }
      if (!fresh && autosave) world.drafts.keep(nameOf(now.id), { ...autosave.base, document: now })
    }
    return next
  }

  const nothingOpen = () => refuse('Nothing is open.')
  const edit = (change: E) => (history.value ? settle(make(history.value, change, rules!.apply)) : nothingOpen())
  const takeBack = () => (history.value ? settle(undo(history.value, rules!.apply)) : nothingOpen())
  const bringBack = () => (history.value ? settle(redo(history.value, rules!.apply)) : nothingOpen())

  /** Shows what an edit would come to, without making it; nothing takes the preview away. */
  function tryOut(change: E | undefined): Result<unknown> {
    if (change === undefined || !document.value) {
      preview.value = undefined
      return { ok: true, value: undefined }
    }
    const applied = rules!.apply(document.value, change)
    if (applied.ok) preview.value = applied.value.document
    return applied
  }

  /** Saves what is here, for kinds that are saved when it is asked for; answers why not, if not. */
  async function save(): Promise<string | undefined> {
    const now = document.value
    if (!now) return undefined
    if (fresh) {
      const stored = await world.routes.create(now)
      world.tabs.tell({ kind, id: now.id, revision: stored.revision })
      fresh = false
      autosave = autosaveFrom(now.id, stored, new Date(stored.updatedAt))
      return undefined
    }
    autosave?.changed(now)
    await autosave?.flush()
    const state = saveState.value
    return 'reason' in state ? state.reason : undefined
  }

  /** Closes the document and puts it in the bin, with what was still to be saved; answers the way back. `changed` runs after either, for the lists it stood in. */
  async function toBin(changed: () => Promise<unknown> = async () => {}): Promise<() => Promise<void>> {
    const { id } = present(document.value, 'document')
    if (asked) discard()
    else await leave()
    const revision = autosave?.base.revision ?? 1
    await world.routes.bin(id)
    close()
    world.tabs.tell({ kind, id, revision })
    await changed()
    return async () => {
      await world.routes.restore(id)
      world.tabs.tell({ kind, id, revision })
      await changed()
    }
  }

  function close() {
    history.value = undefined
    preview.value = undefined
    autosave = undefined
    saveState.value = { kind: 'saved', at: undefined }
  }

  /** Gives up what was not saved, for kinds that are saved when it is asked for. */
  function discard() {
    if (document.value) world.drafts.keep(nameOf(document.value.id), undefined)
    close()
  }

  /** The player's choice after a stale save. */
  async function resolveStale(choice: 'mine' | 'theirs' | 'copy') {
    const state = saveState.value
    const mine = document.value
    if (state.kind !== 'stale' || !mine || !autosave) return
    if (choice === 'mine') return autosave.keepMine(state.base)
    if (choice === 'copy') await world.routes.create(copied(mine, world.newId()))
    const stored = await world.routes.get(mine.id)
    autosave.abandon()
    begin(stored)
  }

  /**
   * Looks at what the server has; with nothing unsaved here, shows it where it is newer. Where it cannot be read, all stays as it is. What is
   * on its way arrives first: a page that slept may have been stopped between its save and the answer.
   */
  async function refresh() {
    const id = document.value?.id
    const before = autosave
    const idle = () => before && before === autosave && !before.dirty && saveState.value.kind !== 'unsaved'
    await leave()
    if (!id || !idle()) return
    const stored = await world.routes.get(id).catch(() => undefined)
    await readable(id)
    const newer = stored && (stored.revision > before!.base.revision || stored.store !== before!.base.store)
    if (newer && idle()) begin(stored)
  }

  // Another tab has saved this document.
  world.tabs.hear(news => {
    if (news.kind === kind && news.id === document.value?.id && news.revision > (autosave?.base.revision ?? Infinity))
      void refresh()
  })

  return {
    document,
    here,
    shown,
    preview,
    saveState,
    opened,
    canUndo: computed(() => (history.value?.back.length ?? 0) > 0),
    canRedo: computed(() => (history.value?.forward.length ?? 0) > 0),
    /** What the server refused as stale, and has instead. */
    theirs: computed(() => (saveState.value.kind === 'stale' ? (saveState.value.theirs as D) : undefined)),
    revision: () => autosave?.base.revision ?? 1,
    open,
    openNew,
    beginNew,
    become,
    ready,
    leave,
    lookAway,
    sendOnClose,
    edit,
    takeBack,
    bringBack,
    tryOut,
    save,
    discard,
    toBin,
    resolveStale,
    refresh,
  }
}
