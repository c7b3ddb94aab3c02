<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Edit, Groove, MoveMade } from '#core/groove'
import { displace } from '#core/vary'
import { useSettings } from '~/stores/settings'

/** Displacement: any parts by any slots, seen before it is taken, taken in place or kept as a variation. */
const props = defineProps<{ groove: Groove }>()
const emit = defineEmits<{ edit: [edit: Edit]; try: [edit: Edit | undefined]; keep: [edit: Edit, made: MoveMade] }>()

const settings = useSettings()
const chosen = ref<string[]>([])
const slots = ref(0)
watch(
  () => props.groove.parts.map(part => part.id).join(),
  () => {
    chosen.value = chosen.value.filter(id => props.groove.parts.some(part => part.id === id))
  },
)

const moved = computed(() =>
  slots.value !== 0 && chosen.value.length
    ? displace(props.groove, { partIds: chosen.value, slots: slots.value })
    : undefined,
)
watch(moved, now => emit('try', now?.ok ? now.value.edit : undefined))

const toggle = (id: string) =>
  (chosen.value = chosen.value.includes(id) ? chosen.value.filter(one => one !== id) : [...chosen.value, id])
const all = computed(() => chosen.value.length === props.groove.parts.length)
const toggleAll = () => (chosen.value = all.value ? [] : props.groove.parts.map(part => part.id))

function take(how: 'edit' | 'keep') {
  if (!moved.value?.ok) return
  const { edit, made } = moved.value.value
  slots.value = 0
  emit('try', undefined)
  if (how === 'edit') emit('edit', edit)
  else emit('keep', edit, made)
}

const buttons = useTemplateRef('buttons')
/** Unfolded, with the focus on the first choice: what the key is for. */
async function focus() {
  settings.folds = { ...settings.folds, displace: true }
  await nextTick()
  buttons.value?.querySelector('button')?.focus()
}
defineExpose({ focus })
</script>

<template>
  <FoldLine id="displace" title="Displace" says="parts, earlier or later">
    <div ref="buttons" class="flex flex-wrap gap-1" role="group" aria-label="Parts to move">
      <UButton
        size="xs"
        color="neutral"
        :variant="all && groove.parts.length ? 'solid' : 'outline'"
        :aria-pressed="all"
        @click="toggleAll"
        >All</UButton
      >
      <UButton
        v-for="part in groove.parts"
        :key="part.id"
        size="xs"
        color="neutral"
        :variant="chosen.includes(part.id) ? 'solid' : 'outline'"
        :aria-pressed="chosen.includes(part.id)"
        @click="toggle(part.id)"
        >{{ part.name }}</UButton
      >
    </div>
    <div class="mt-2 flex items-center gap-2">
      <UButton
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-left"
        aria-label="One slot earlier"
        :disabled="!chosen.length"
        @click="slots--" />
      <UInputNumber
        v-model="slots"
        :min="-256"
        :max="256"
        class="w-26"
        aria-label="Slots to move by"
        :disabled="!chosen.length" />
      <UButton
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-right"
        aria-label="One slot later"
        :disabled="!chosen.length"
        @click="slots++" />
    </div>
    <p class="mt-2 text-sm" role="status" data-shift-says>
      {{
        moved
          ? moved.ok
            ? moved.value.sentence
            : moved.reason
          : chosen.length
            ? 'Now say by how many slots, earlier or later.'
            : 'Choose the parts that move, then by how many slots.'
      }}
    </p>
    <div v-if="moved?.ok" class="mt-2 flex gap-2">
      <UButton color="neutral" variant="outline" @click="take('edit')">Move here</UButton>
      <UButton color="neutral" @click="take('keep')">Keep as variation</UButton>
    </div>
  </FoldLine>
</template>
