<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Readout, relate, sayRelation } from '#core/analyse'
import { type Groove, grooveTicks } from '#core/groove'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useSettings } from '~/stores/settings'

/** One part against another, or against both hands: with it, or between which of its strokes. The bass drum against the lead, until others are chosen. */
const props = defineProps<{ groove: Groove, read: Readout }>()
const settings = useSettings()
/** Once what lands together has been painted: its lists are dear, and nobody reads them in that moment. */
const now = useAfterPaint(() => ({ groove: props.groove, read: props.read }))
const wantedPart = ref('')
const wantedOther = ref('')

const items = computed(() => now.value.groove.parts.filter(part => !part.muted).map(part => ({ label: part.name, value: part.id })))
const others = computed(() => [{ label: 'both hands', value: 'both hands' }, ...items.value])
const byRole = (role: string) => now.value.groove.parts.find(part => part.role === role)
const nameOf = (id: string) => others.value.find(one => one.value === id)?.label.toLowerCase() ?? ''
const has = (id: string) => now.value.groove.parts.some(part => part.id === id)
const part = computed(() => (has(wantedPart.value) ? wantedPart.value : (byRole('bass drum') ?? now.value.groove.parts.at(-1))?.id ?? ''))
const other = computed(() => (wantedOther.value === 'both hands' || has(wantedOther.value) ? wantedOther.value : (byRole('lead') ?? now.value.groove.parts[0])?.id ?? ''))
const says = computed(() => {
  const { groove, read } = now.value
  if (part.value === other.value) return 'Choose two different parts.'
  return sayRelation(groove, relate(groove, read.events, part.value, other.value, grooveTicks(groove) * read.rounds), settings.counting)
})
</script>

<template>
  <FoldLine v-if="now.groove.parts.length > 1" id="relation" title="One against another" :says="`${nameOf(part)} against ${nameOf(other)}`">
    <div class="mb-1 flex items-center gap-1.5 text-sm text-muted">
      <USelect :model-value="part" :items="items" size="sm" class="min-w-0 flex-1" aria-label="Part" @update:model-value="id => wantedPart = String(id)" />
      against
      <USelect :model-value="other" :items="others" size="sm" class="min-w-0 flex-1" aria-label="Against" @update:model-value="id => wantedOther = String(id)" />
    </div>
    <p data-relation>{{ says }}</p>
  </FoldLine>
</template>
