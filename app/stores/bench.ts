import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { type Clip, type Edit, LIMITS, type Part, type Span, applyToGroove, grooveTicks, partOf, readGroove, withFollowing } from '#core/groove'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'
import { useDrummer } from './drummer'
import { useKits } from './kits'

const MINE = ' (mine)'

/** The groove on the Bench: the open document, what is chosen in it, and its kit. */
export const useBench = defineStore('bench', () => {
  const open = useOpenDocument<'groove', Edit>({
    kind: 'groove',
    rules: async () => ({ apply: applyToGroove, read: readGroove }),
    copied: (groove, id) => ({ ...groove, id, title: groove.title.slice(0, LIMITS.title - MINE.length) + MINE }),
  }, api.grooves)
  const solo = ref<string[]>([])
  const chosenPartId = ref('')
  /** The run of slots that is marked, and what was copied last: that may be laid into another groove. */
  const span = shallowRef<Span>()
  const clip = shallowRef<Clip>()
  const kits = useKits()
  const drummer = useDrummer()

  const groove = open.document
  const kit = computed(() => kits.of(groove.value?.kitId ?? ''))
  const chosenPart = computed<Part | undefined>(() => (open.shown.value ? partOf(open.shown.value, chosenPartId.value) ?? open.shown.value.parts[0] : undefined))

  // Another groove: what was chosen in the one before may not be in it.
  watch(groove, (now, before) => {
    if (!now || before?.id === now.id) return
    solo.value = []
    span.value = undefined
    if (!partOf(now, chosenPartId.value)) chosenPartId.value = now.parts[0]?.id ?? ''
  }, { flush: 'sync' })
  // Other bars may end before the mark does.
  watch(() => open.shown.value?.bars, () => {
    if (span.value && open.shown.value && span.value.to > grooveTicks(open.shown.value)) span.value = undefined
  })

  /** Opens a groove, and its kit with it. */
  async function openGroove(id: string) {
    await Promise.all([open.open(id), kits.load()])
  }

  /** Makes an edit; names and roles that the player has not given follow what is in the parts. */
  const edit = (change: Edit) => open.edit(groove.value ? withFollowing(groove.value, change, drummer.named) : change)

  return { ...open, groove, kit, solo, span, clip, chosenPartId, chosenPart, open: openGroove, edit }
})

