<script setup lang="ts">
import { computed, ref } from 'vue'
import { relate, sayRelation } from '#core/analyse'
import { type Groove, timeline } from '#core/groove'
import type { Kit } from '#core/kit'
import { useSettings } from '~/stores/settings'

/** One part against another: with it, or how many slots after. The bass drum against the lead, until others are chosen. */
const props = defineProps<{ groove: Groove, kit: Kit }>()
const events = computed(() => timeline(props.groove, props.kit))
const settings = useSettings()
const wantedPart = ref('')
const wantedOther = ref('')

const items = computed(() => props.groove.parts.map(part => ({ label: part.name, value: part.id })))
const byRole = (role: string) => props.groove.parts.find(part => part.role === role)
const has = (id: string) => props.groove.parts.some(part => part.id === id)
const part = computed(() => (has(wantedPart.value) ? wantedPart.value : (byRole('bass drum') ?? props.groove.parts.at(-1))?.id ?? ''))
const other = computed(() => (has(wantedOther.value) ? wantedOther.value : (byRole('lead') ?? props.groove.parts[0])?.id ?? ''))
const says = computed(() => (part.value === other.value ? 'Choose two different parts.' : sayRelation(props.groove, relate(props.groove, events.value, part.value, other.value), settings.counting)))
</script>

<template>
  <section v-if="groove.parts.length > 1" aria-labelledby="relation-title" class="text-[0.94rem]">
    <h2 id="relation-title" class="mb-1 text-lg">One against another</h2>
    <div class="mb-1 flex items-center gap-1.5 text-sm text-muted">
      <USelect :model-value="part" :items="items" size="sm" class="min-w-0 flex-1" aria-label="Part" @update:model-value="id => wantedPart = String(id)" />
      against
      <USelect :model-value="other" :items="items" size="sm" class="min-w-0 flex-1" aria-label="Against" @update:model-value="id => wantedOther = String(id)" />
    </div>
    <p data-relation>{{ says }}</p>
  </section>
</template>
