<script setup lang="ts">
import { computed } from 'vue'
import type { Stage } from '#core/practise'

/** How long a stage lasts, or each step of its climb: minutes, bars, or until it was clean so often. */
const props = defineProps<{ stage: Stage }>()
const emit = defineEmits<{ set: [facts: Partial<Stage>] }>()
const kind = computed(() =>
  'bars' in props.stage.length ? 'bars' : 'clean' in props.stage.length ? 'clean times' : 'minutes',
)
const kinds = computed(() =>
  props.stage.subject.kind === 'break' || props.stage.pulse === 'step'
    ? ['minutes']
    : ['minutes', 'bars', 'clean times'],
)
const amount = computed(() =>
  'bars' in props.stage.length
    ? props.stage.length.bars
    : 'clean' in props.stage.length
      ? props.stage.length.clean
      : Math.round(props.stage.length.seconds / 6) / 10,
)
function setKind(to: string) {
  if (to === kind.value) return
  emit('set', { length: to === 'bars' ? { bars: 16 } : to === 'clean times' ? { clean: 4 } : { seconds: 120 } })
}
function setAmount(to: number | null | undefined) {
  if (!to) return
  emit('set', {
    length:
      kind.value === 'bars'
        ? { bars: Math.round(to) }
        : kind.value === 'clean times'
          ? { clean: Math.round(to) }
          : { seconds: Math.round(to * 60) },
  })
}
</script>

<template>
  <span class="flex items-center gap-2">
    <UInputNumber
      :model-value="amount"
      :min="kind === 'minutes' ? 0.1 : 1"
      :max="kind === 'minutes' ? 60 : kind === 'bars' ? 1000 : 50"
      :step="kind === 'minutes' ? 0.5 : 1"
      :step-snapping="false"
      class="w-26"
      :aria-label="
        kind === 'minutes' ? 'Minutes of the stage' : kind === 'bars' ? 'Bars of the stage' : 'Clean times of the stage'
      "
      @update:model-value="setAmount" />
    <USelect
      :model-value="kind"
      :items="kinds"
      class="w-32"
      aria-label="What the length counts"
      @update:model-value="to => setKind(String(to))" />
  </span>
</template>
