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
  { label: 'any style', value: ANY },
  ...styles.value.map(value => ({ label: styleOf(value)?.name ?? value, value })),
])
const tagItems = computed(() => [
  { label: 'any tag', value: ANY },
  ...tags.value.map(value => ({ label: value, value })),
])
const limbItems = [
  { label: 'any limb', value: ANY },
  ...LIMBS.map(value => ({ label: LIMB_NAMES[value], value: value as string })),
]
const any = computed(() => Object.keys(filter.value).length > 0)
</script>

<template>
  <div class="flex flex-wrap items-end gap-2" role="group" aria-label="Which entries">
    <GroovePicker v-model="groove" label="Only of this groove" placeholder="any groove" />
    <USelect
      :model-value="filter.style ?? ANY"
      :items="styleItems"
      class="w-40"
      aria-label="Only of this style"
      @update:open="look"
      @update:model-value="style => set({ style: String(style) })" />
    <USelect
      :model-value="filter.tag ?? ANY"
      :items="tagItems"
      class="w-32"
      aria-label="Only with this tag"
      @update:open="look"
      @update:model-value="tag => set({ tag: String(tag) })" />
    <USelect
      :model-value="filter.limb ?? ANY"
      :items="limbItems"
      class="w-32"
      aria-label="Only with this limb"
      @update:model-value="limb => set({ limb: String(limb) as Limb })" />
    <UFormField label="From"
      ><UInput
        type="date"
        :model-value="filter.from ?? ''"
        class="w-38"
        aria-label="From day"
        @update:model-value="from => set({ from: String(from) })"
    /></UFormField>
    <UFormField label="To"
      ><UInput
        type="date"
        :model-value="filter.to ?? ''"
        class="w-38"
        aria-label="To day"
        @update:model-value="to => set({ to: String(to) })"
    /></UFormField>
    <UButton v-if="any" color="neutral" variant="ghost" @click="filter = {}">All of it</UButton>
  </div>
</template>
