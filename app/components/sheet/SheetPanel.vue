<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Summaries } from '#core/documents'
import type { Groove } from '#core/groove'
import type { SheetEntry, SheetSetup } from '#core/notation'
import type { Listed } from '#core/documents/wire'
import { api } from '~/documents/api'

/** What is on a sheet: its entries, each with a groove, the parts that enter and a title, in the order they are put in; bars to a line; a line for the band. */
const props = defineProps<{ setup: SheetSetup; home: Groove; grooves: ReadonlyMap<string, Groove> }>()
const emit = defineEmits<{ setup: [setup: SheetSetup] }>()

/** The family of the groove comes first; any other is found by its title. */
const family = ref<Listed<Summaries['groove']>[]>([])
api.grooves.list({ family: props.home.id }).then(
  list => (family.value = list),
  () => undefined,
)
const other = ref('')
watch(other, id => {
  if (!id) return
  add(id)
  other.value = ''
})
const kin = computed(() => {
  const titles = new Map([
    [props.home.id, props.home.title],
    ...family.value.map(({ summary }) => [summary.id, summary.title] as const),
    ...[...props.grooves.values()].map(groove => [groove.id, groove.title] as const),
  ])
  return [...titles].map(([value, label]) => ({ label, value }))
})

const set = (more: Partial<SheetSetup>) => emit('setup', { ...props.setup, ...more })
const setEntry = (i: number, more: Partial<SheetEntry>) =>
  set({ entries: props.setup.entries.map((entry, at) => (at === i ? { ...entry, ...more } : entry)) })
const move = (i: number, by: number) =>
  set({ entries: props.setup.entries.toSpliced(i, 1).toSpliced(i + by, 0, props.setup.entries[i]!) })
const add = (grooveId: string) => set({ entries: [...props.setup.entries, { grooveId, only: null, title: '' }] })
const partsOf = ({ grooveId }: SheetEntry) =>
  props.grooves.get(grooveId)?.parts.filter(part => part.strokes.length) ?? []
const within = (entry: SheetEntry, part: Groove['parts'][number]) =>
  entry.only ? entry.only.includes(part.id) : !part.muted
function toggle(i: number, part: Groove['parts'][number]) {
  const entry = props.setup.entries[i]!
  const now = partsOf(entry)
    .filter(one => within(entry, one))
    .map(one => one.id)
  setEntry(i, { only: now.includes(part.id) ? now.filter(id => id !== part.id) : [...now, part.id] })
}
const LINES = [
  { label: 'as many as fit', value: 0 },
  { label: '1', value: 1 },
  { label: '2', value: 2 },
  { label: '4', value: 4 },
]
</script>

<template>
  <div class="space-y-4 text-base">
    <UFormField label="A line for the band"
      ><UInput
        :model-value="setup.forBand"
        maxlength="160"
        placeholder="Verse twice, then the bridge"
        class="w-full"
        aria-label="A line for the band"
        @update:model-value="forBand => set({ forBand: String(forBand) })"
    /></UFormField>
    <UFormField label="Bars to a line"
      ><USelect
        :model-value="setup.barsToLine"
        :items="LINES"
        class="w-full"
        aria-label="Bars to a line"
        @update:model-value="many => set({ barsToLine: Number(many) })"
    /></UFormField>
    <ol class="space-y-3">
      <li v-for="(entry, i) in setup.entries" :key="i" class="space-y-1.5 border-t border-muted pt-2" :data-entry="i">
        <div class="flex items-center gap-1">
          <b class="display w-5">{{ i + 1 }}</b>
          <label :for="`title-${i}`" class="text-sm text-muted">Title</label>
          <UInput
            :id="`title-${i}`"
            :model-value="entry.title"
            maxlength="80"
            :placeholder="entry.grooveId === home.id ? 'no title' : (grooves.get(entry.grooveId)?.title ?? '')"
            class="min-w-0 flex-1"
            :aria-label="`Title of entry ${i + 1}`"
            @update:model-value="title => setEntry(i, { title: String(title) })" />
          <UButton
            size="xs"
            color="neutral"
            variant="ghost"
            icon="i-lucide-arrow-up"
            :aria-label="`Entry ${i + 1} earlier`"
            :disabled="i === 0"
            @click="move(i, -1)" />
          <UButton
            size="xs"
            color="neutral"
            variant="ghost"
            icon="i-lucide-arrow-down"
            :aria-label="`Entry ${i + 1} later`"
            :disabled="i === setup.entries.length - 1"
            @click="move(i, 1)" />
          <UButton
            size="xs"
            color="neutral"
            variant="ghost"
            icon="i-lucide-x"
            :aria-label="`Remove entry ${i + 1}`"
            :disabled="setup.entries.length === 1"
            @click="set({ entries: setup.entries.filter((_, at) => at !== i) })" />
        </div>
        <BarSelect
          :model-value="entry.grooveId"
          :items="kin"
          class="w-full"
          label="Groove"
          :means="`Groove of entry ${i + 1}`"
          @update:model-value="id => setEntry(i, { grooveId: String(id), only: null })" />
        <div class="flex flex-wrap gap-1" role="group" :aria-label="`Parts of entry ${i + 1}`">
          <UButton
            v-for="part in partsOf(entry)"
            :key="part.id"
            size="xs"
            color="neutral"
            :variant="within(entry, part) ? 'solid' : 'outline'"
            :aria-pressed="within(entry, part)"
            @click="toggle(i, part)"
            >{{ part.name }}</UButton
          >
        </div>
      </li>
    </ol>
    <div class="flex flex-wrap items-center gap-2 border-t border-muted pt-2">
      <UButton color="neutral" variant="outline" icon="i-lucide-plus" @click="add(home.id)">A stage</UButton>
      <GroovePicker v-model="other" label="Another groove for the sheet" placeholder="Another groove" />
    </div>
  </div>
</template>
