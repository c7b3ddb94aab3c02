<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { SHARE, type Swing } from '#core/time'

/** A swing: how much of each pair its first note takes, and on which notes. A drag of the slider is one change, made when it is released. */
const props = defineProps<{ swing: Swing | null }>()
const emit = defineEmits<{ swing: [swing: Swing | null] }>()

const share = computed(() => Math.round((props.swing?.share ?? SHARE.straight) * 1000) / 10)
const dragged = ref(share.value)
watch(share, now => (dragged.value = now))

function set(level: Swing['level'], percent: number) {
  const exact = percent > 66 && percent < 67 ? SHARE.triplet : percent / 100
  emit('swing', exact === SHARE.straight ? null : { level, share: exact })
}
/** The slider says that it was released before its value has come through. */
const release = () => setTimeout(() => dragged.value !== share.value && set(props.swing?.level ?? '1/8', dragged.value))
const COMMON = [
  ['straight', 50],
  ['light', 57],
  ['triplet', 66.7],
  ['hard', 75],
] as const
</script>

<template>
  <div class="space-y-3">
    <UFormField
      label="Swing"
      :help="`The first note of each pair takes ${dragged} of 100. 50 is straight, 66.7 a triplet.`">
      <div class="flex items-center gap-3">
        <USlider
          v-model="dragged"
          :min="50"
          :max="80"
          :step="0.1"
          aria-label="Share of the first note"
          @change="release" />
        <UInputNumber
          :model-value="share"
          :min="50"
          :max="80"
          :step="1"
          :step-snapping="false"
          class="w-26 shrink-0"
          aria-label="Swing in figures"
          @update:model-value="percent => percent && set(swing?.level ?? '1/8', percent)" />
      </div>
    </UFormField>
    <div class="flex gap-1">
      <UButton
        v-for="[name, value] in COMMON"
        :key="name"
        color="neutral"
        :variant="share === value ? 'solid' : 'outline'"
        :aria-pressed="share === value"
        @click="set(swing?.level ?? '1/8', value)"
        >{{ name }}</UButton
      >
    </div>
    <UFormField label="On which notes">
      <USelect
        :model-value="swing?.level ?? '1/8'"
        :items="[
          { label: 'eighths', value: '1/8' },
          { label: 'sixteenths', value: '1/16' },
        ]"
        class="w-36"
        aria-label="On which notes"
        :disabled="!swing"
        @update:model-value="level => set(level as '1/8' | '1/16', share)" />
    </UFormField>
  </div>
</template>
