import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import {
  type Bar,
  type Clip,
  type Edit,
  LIMITS,
  type Part,
  type Span,
  apply,
  grooveTicks,
  partOf,
  readGroove,
  withFollowing,
} from '#core/groove'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'
import { useDrummer } from './drummer'
import { useKits } from './kits'

const MINE = ' (mine)'

/** The groove on the Bench: the open document, what is chosen in it, and its kit. */
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
  const chosenPartId = ref('')
  /** The run of slots that is marked, and what was copied last: that may be laid into another groove. */
  const span = shallowRef<Span>()
  const clip = shallowRef<Clip>()
  const kits = useKits()
  const drummer = useDrummer()

  const groove = open.document
  const kit = computed(() => kits.of(groove.value?.kitId ?? ''))
  const chosenPart = computed<Part | undefined>(() =>
    open.shown.value ? (partOf(open.shown.value, chosenPartId.value) ?? open.shown.value.parts[0]) : undefined,
  )

  /** The groove that was open last, and what it is called: other stations work on it too. */
  const last = shallowRef<{ id: string; title: string }>()
  const lastBars = shallowRef<Bar[]>()
  // Another groove: what was chosen in the one before may not be in it.
  watch(
    groove,
    now => {
      if (!now) return
      lastBars.value = now.bars
      const same = last.value?.id === now.id
      if (!same || last.value?.title !== now.title) last.value = { id: now.id, title: now.title }
      if (same) return
      solo.value = []
      span.value = undefined
      if (!partOf(now, chosenPartId.value)) chosenPartId.value = now.parts[0]?.id ?? ''
    },
    { flush: 'sync' },
  )
  // Other bars may end before the mark does.
  watch(
    () => open.shown.value?.bars,
    () => {
      if (span.value && open.shown.value && span.value.to > grooveTicks(open.shown.value)) span.value = undefined
    },
  )

  /** Opens a groove, and its kit with it. */
  async function openGroove(id: string, again = false) {
    await Promise.all([open.open(id, again), kits.load()])
  }

  /** Makes an edit; names and roles that the player has not given follow what is in the parts. */
  function edit(change: Edit) {
    const before = groove.value
    const done = open.edit(before ? withFollowing(before, change, drummer.named) : change)
    // A part that was added is the one that keys and presses go to.
    const added = groove.value?.parts.filter(part => !before?.parts.some(one => one.id === part.id)) ?? []
    if (done.ok && added.length === 1) chosenPartId.value = added[0]!.id
    return done
  }

  /** Makes an edit to the letter: one that gives back what was there says names and roles itself. */
  const editAsIs = open.edit

  return {
    ...open,
    editAsIs,
    groove,
    kit,
    last,
    lastBars,
    solo,
    span,
    clip,
    chosenPartId,
    chosenPart,
    open: openGroove,
    edit,
  }
})
