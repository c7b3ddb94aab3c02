<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import { LIMBS, LIMB_NAMES, type Limb } from '#core/kit'
import type { LogFilter } from '#core/practise'
import { styleOf } from '#core/style'
import { api } from '~/documents/api'

/** Which entries are shown: of a groove, a style, a tag, a limb, a span of days. */
const filter = defineModel<LogFilter>({ required: true })
const styles = shallowRef<string[]>([])
const tags = shallowRef<string[]>([])
let asked = false
/** What there is to choose from, asked for once somebody looks. */
async function look(open: boolean) {
  if (!open || asked) return
  asked = true
  try {
    const grooves = (await api.grooves.list()).map(one => one.summary)
    styles.value = [...new Set(grooves.map(one => one.style).filter(Boolean))].sort()
    tags.value = [...new Set(grooves.flatMap(one => one.tags))].sort()
  } catch {
    // The lists stay empty; the log itself says that the server is away.
    asked = false
  }
}
const ANY = 'any'
const set = (facts: Partial<Record<keyof LogFilter, string>>) => {
  const now = { ...filter.value, ...facts } as Record<string, string | undefined>
  filter.value = Object.fromEntries(Object.entries(now).filter(([, value]) => value && value !== ANY)) as LogFilter
}
const groove = computed({ get: () => filter.value.about ?? '', set: about => set({ about }) })
const styleItems = computed(() => [
  { label: 'any', value: ANY },
  ...styles.value.map(value => ({ label: styleOf(value)?.name ?? value, value })),
])
const tagItems = computed(() => [{ label: 'any', value: ANY }, ...tags.value.map(value => ({ label: value, value }))])
const limbItems = [
  { label: 'any', value: ANY },
  ...LIMBS.map(value => ({ label: LIMB_NAMES[value], value: value as string })),
]
const any = computed(() => Object.keys(filter.value).length > 0)
</script>

<template>
  <div class="flex flex-wrap items-center gap-2" role="group" aria-label="Which entries">
    <GroovePicker v-model="groove" label="Only of this groove" inside="Groove" placeholder="any" />
    <BarSelect
      label="Style"
      means="Only of this style"
      :model-value="filter.style ?? ANY"
      :items="styleItems"
      class="max-w-48"
      @update:open="look"
      @update:model-value="style => set({ style: String(style) })" />
    <BarSelect
      label="Tag"
      means="Only with this tag"
      :model-value="filter.tag ?? ANY"
      :items="tagItems"
      class="max-w-48"
      @update:open="look"
      @update:model-value="tag => set({ tag: String(tag) })" />
    <BarSelect
      label="Limb"
      means="Only with this limb"
      :model-value="filter.limb ?? ANY"
      :items="limbItems"
      class="max-w-48"
      @update:model-value="limb => set({ limb: String(limb) as Limb })" />
    <UInput
      type="date"
      :model-value="filter.from ?? ''"
      :ui="{ base: 'ps-13' }"
      class="w-46"
      aria-label="From day"
      @update:model-value="from => set({ from: String(from) })"
      ><template #leading><span class="text-sm text-muted">From</span></template></UInput
    >
    <UInput
      type="date"
      :model-value="filter.to ?? ''"
      :ui="{ base: 'ps-9' }"
      class="w-42"
      aria-label="To day"
      @update:model-value="to => set({ to: String(to) })"
      ><template #leading><span class="text-sm text-muted">To</span></template></UInput
    >
    <UButton v-if="any" color="neutral" variant="ghost" @click="filter = {}">All of it</UButton>
  </div>
</template>
