import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { type EditorEffect, type EditorEvent, type EditorState, beginEditor, stepEditor } from '#core/editor'
import {
  type Bar,
  type Edit,
  type Groove,
  LIMITS,
  type Part,
  apply,
  partOf,
  readGroove,
  withFollowing,
} from '#core/groove'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'
import { newId } from '../documents/ids'
import { useDrummer } from './drummer'
import { useKits } from './kits'

const MINE = ' (mine)'

/** The groove on the Bench: the open document, its kit, and the lanes' state beside it. */
export const useBench = defineStore('bench', () => {
  const open = useOpenDocument<'groove', Edit>(
    {
      kind: 'groove',
      rules: async () => ({ apply, read: readGroove }),
      copied: (groove, id) => ({ ...groove, id, title: groove.title.slice(0, LIMITS.title - MINE.length) + MINE }),
    },
    api.grooves,
  )
  const solo = ref<string[]>([])
  const kits = useKits()
  const drummer = useDrummer()

  const groove = open.document
  const kit = computed(() => kits.of(groove.value?.kitId ?? ''))

  // ---- the lanes' state ----------------------------------------------------

  const state = shallowRef<EditorState>()
  const span = computed(() => state.value?.span ?? undefined)
  const chosenPartId = computed(() => state.value?.partId ?? '')
  const chosenPart = computed<Part | undefined>(() =>
    open.shown.value ? (partOf(open.shown.value, chosenPartId.value) ?? open.shown.value.parts[0]) : undefined,
  )
  const desk = (groove: Groove) => ({ groove, kit: kit.value, newId: newId(), called: drummer.named })
  /** Whether a change of the document comes from here: what is chosen goes along with the edit then. */
  let mine = false
  function byMyself<T>(change: () => T): T {
    mine = true
    try {
      return change()
    } finally {
      mine = false
    }
  }

  /** An event of the lanes: what it comes to is made, and what it asks of the world is answered for the page to do. */
  function send(event: EditorEvent): EditorEffect[] {
    const before = groove.value
    if (!before || !state.value) return []
    const held = state.value.gesture?.edit ?? undefined
    const { state: next, edit, effects } = stepEditor(state.value, event, desk(before))
    if (edit) {
      const done = byMyself(() => open.edit(withFollowing(before, edit, drummer.named)))
      if (!done.ok) return [{ type: 'refuse', reason: done.reason }]
    }
    state.value = next
    const holds = next.gesture?.edit ?? undefined
    if (holds !== held) open.tryOut(holds)
    return effects
  }

  /** The lanes' state after the groove was changed from outside them. */
  function edited(before: Groove | undefined, how: 'made' | 'undone' | 'redone' | 'came', edit: Edit | null) {
    const after = groove.value
    if (before && after && state.value)
      state.value = stepEditor(state.value, { type: 'edited', how, edit, after }, desk(before)).state
  }

  /** The groove that was open last, and what it is called: other stations work on it too. */
  const last = shallowRef<{ id: string; title: string }>()
  const lastBars = shallowRef<Bar[]>()
  watch(
    groove,
    (now, before) => {
      if (!now) return
      lastBars.value = now.bars
      const same = last.value?.id === now.id
      if (!same || last.value?.title !== now.title) last.value = { id: now.id, title: now.title }
      if (same && state.value) {
        if (!mine) edited(before, 'came', null)
        return
      }
      solo.value = []
      state.value = state.value
        ? stepEditor(state.value, { type: 'opened', groove: now }, desk(now)).state
        : beginEditor(now)
    },
    { flush: 'sync' },
  )

  /** Opens a groove, and its kit with it. */
  async function openGroove(id: string, again = false) {
    await Promise.all([open.open(id, again), kits.load()])
  }

  /** Makes an edit; names and roles that the player has not given follow what is in the parts. */
  const edit = (change: Edit) => editAsIs(groove.value ? withFollowing(groove.value, change, drummer.named) : change)

  /** Makes an edit to the letter: one that gives back what was there says names and roles itself. */
  function editAsIs(change: Edit) {
    const before = groove.value
    const done = byMyself(() => open.edit(change))
    if (done.ok) edited(before, 'made', change)
    return done
  }

  function goesBack(direction: 'takeBack' | 'bringBack') {
    const before = groove.value
    const done = byMyself(open[direction])
    if (done.ok) edited(before, direction === 'takeBack' ? 'undone' : 'redone', null)
    return done
  }
  const takeBack = () => goesBack('takeBack')
  const bringBack = () => goesBack('bringBack')

  return {
    ...open,
    editAsIs,
    groove,
    kit,
    last,
    lastBars,
    solo,
    state,
    span,
    chosenPartId,
    chosenPart,
    send,
    takeBack,
    bringBack,
    open: openGroove,
    edit,
  }
})
