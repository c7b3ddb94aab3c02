import { defineStore } from 'pinia'
import { computed, ref, shallowRef, triggerRef } from 'vue'
import { type Edit, type Groove, type History, type Part, apply, beginHistory, make, partOf, redo, undo } from '#core/groove'
import { type Result, refuse } from '#core/result'
import { ApiProblem, ApiSilent, api, newId, type Stored } from '../composables/useApi'
import { useKits } from './kits'
import { Autosave, type Draft, type SaveAnswer, type SaveState } from '../saving/autosave'

const draftKey = (id: string) => `bazzet:draft:${id}`

function readDraft(id: string): Draft<Groove> | undefined {
  writeDrafts()
  const text = localStorage.getItem(draftKey(id))
  return text ? JSON.parse(text) as Draft<Groove> : undefined
}

/** Drafts on their way to this machine's store: written once the frame with the change has been painted, or as the page goes. */
const drafts = new Map<string, Draft<Groove> | undefined>()
let writing: ReturnType<typeof setTimeout> | undefined

function writeDrafts() {
  clearTimeout(writing)
  writing = undefined
  for (const [id, draft] of drafts) {
    if (draft) localStorage.setItem(draftKey(id), JSON.stringify(draft))
    else localStorage.removeItem(draftKey(id))
  }
  drafts.clear()
}

function keepDraft(id: string, draft: Draft<Groove> | undefined) {
  drafts.set(id, draft)
  writing ??= setTimeout(writeDrafts, 50)
}

async function send(groove: Groove, revision: number): Promise<SaveAnswer> {
  try {
    return { kind: 'saved', revision: (await api.grooves.save(groove, revision)).revision }
  } catch (error) {
    if (error instanceof ApiSilent) return { kind: 'unreachable', reason: error.message }
    if (!(error instanceof ApiProblem)) throw error
    const theirs = error.body.theirs as Stored<Groove> | undefined
    if (error.status === 409 && theirs) return { kind: 'stale', theirs: theirs.document, revision: theirs.revision }
    return { kind: 'refused', reason: error.message }
  }
}

/** The groove on the Bench: its history, what is chosen in it, and how it stands with the server. */
export const useBench = defineStore('bench', () => {
  const history = shallowRef<History>()
  const preview = shallowRef<Groove>()
  const saveState = shallowRef<SaveState>({ kind: 'saved', at: undefined })
  const solo = ref<string[]>([])
  const chosenPartId = ref('')
  let autosave: Autosave<Groove> | undefined
  const tabs = new BroadcastChannel('bazzet')

  /** The groove as it is saved, and as it is shown while something is being dragged or tried. */
  const groove = computed(() => history.value?.groove)
  const shown = computed(() => preview.value ?? history.value?.groove)
  const kits = useKits()
  const kit = computed(() => kits.of(groove.value?.kitId ?? ''))
  const chosenPart = computed<Part | undefined>(() => (shown.value ? partOf(shown.value, chosenPartId.value) ?? shown.value.parts[0] : undefined))

  function begin(document: Groove) {
    history.value = beginHistory(document)
    preview.value = undefined
    solo.value = []
    if (!partOf(document, chosenPartId.value)) chosenPartId.value = document.parts[0]?.id ?? ''
  }

  /** Opens a groove from the server, and any changes to it that never reached the server. */
  async function open(id: string) {
    if (groove.value?.id === id && autosave?.dirty) return
    await leave()
    const [stored] = await Promise.all([api.grooves.get(id), kits.load()])
    // Coming back to what is still open keeps its undo.
    if (groove.value?.id === id && autosave?.base === stored.revision) return
    autosave = new Autosave<Groove>({
      send: async (document, revision) => {
        const answer = await send(document, revision)
        if (answer.kind === 'saved') tabs.postMessage({ id: document.id, revision: answer.revision })
        return answer
      },
      keepDraft: draft => keepDraft(id, draft),
      show: state => (saveState.value = state),
      later: (ms, then) => {
        const timer = setTimeout(then, ms)
        return () => clearTimeout(timer)
      },
      now: () => new Date(),
    }, stored.revision, new Date(stored.updatedAt))
    const kept = readDraft(id)
    // A draft that reached the server as the page closed has nothing more to say.
    const draft = kept && JSON.stringify(kept.document) !== JSON.stringify(stored.document) ? kept : undefined
    if (!draft) keepDraft(id, undefined)
    begin(draft?.document ?? stored.document)
    if (!draft) return
    if (draft.revision === stored.revision) autosave.changed(draft.document)
    else autosave.stale(draft.document, stored.document, stored.revision)
  }

  /** Sends what is waiting before the page goes elsewhere. */
  const leave = async () => {
    await autosave?.flush()
  }

  /** A page about to be closed gets its last change out; the draft stays until the server has it. */
  function sendOnClose() {
    writeDrafts()
    const unsent = autosave?.unsent
    if (unsent) void api.grooves.save(unsent.document, unsent.revision, true).catch(() => undefined)
  }

  function settle(next: Result<History>): Result<History> {
    preview.value = undefined
    if (!next.ok) return next
    history.value = next.value
    autosave?.changed(next.value.groove)
    return next
  }

  const nothingOpen = () => refuse('No groove is open.')
  const edit = (change: Edit) => (history.value ? settle(make(history.value, change)) : nothingOpen())
  const takeBack = () => (history.value ? settle(undo(history.value)) : nothingOpen())
  const bringBack = () => (history.value ? settle(redo(history.value)) : nothingOpen())

  /** Shows what an edit would come to, without making it; nothing takes the preview away. */
  function tryOut(change: Edit | undefined): Result<unknown> {
    if (!change || !groove.value) {
      preview.value = undefined
      return { ok: true, value: undefined }
    }
    const applied = apply(groove.value, change)
    if (applied.ok) preview.value = applied.value.groove
    return applied
  }

  /** The player's choice after a stale save. */
  async function resolveStale(choice: 'mine' | 'theirs' | 'copy') {
    const state = saveState.value
    const mine = groove.value
    if (state.kind !== 'stale' || !mine || !autosave) return
    if (choice === 'mine') return autosave.keepMine(state.revision)
    if (choice === 'copy') await api.grooves.create({ ...mine, id: newId(), title: `${mine.title} (mine)` })
    autosave.abandon()
    autosave = undefined
    await open(mine.id)
  }

  // Another tab has saved this groove: with nothing unsent here, show theirs.
  tabs.onmessage = ({ data }: MessageEvent<{ id: string, revision: number }>) => {
    if (groove.value?.id === data.id && autosave && !autosave.dirty && data.revision > autosave.base) void reload(data.id)
  }

  async function reload(id: string) {
    autosave = undefined
    await open(id)
    triggerRef(history)
  }

  /** Looks whether a newer revision is on the server, as when the page comes back into view. */
  async function refresh() {
    const id = groove.value?.id
    if (!id || !autosave || autosave.dirty) return
    const stored = await api.grooves.get(id).catch(() => undefined)
    if (stored && autosave && !autosave.dirty && stored.revision > autosave.base) await reload(id)
  }

  const canUndo = computed(() => (history.value?.back.length ?? 0) > 0)
  const canRedo = computed(() => (history.value?.forward.length ?? 0) > 0)

  return {
    groove, shown, kit, preview, saveState, solo, chosenPartId, chosenPart, canUndo, canRedo,
    open, leave, sendOnClose, edit, takeBack, bringBack, tryOut, resolveStale, refresh, revision: () => autosave?.base ?? 1,
  }
})
