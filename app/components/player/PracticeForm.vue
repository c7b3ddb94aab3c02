<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PracticeSettings } from '#core/kit'
import { listeningMinutes } from '#core/practise'
import { useSettings } from '~/stores/settings'

/** How the player practises: when things come back, what counts as together and even, and how loud it is at the ears. */
const props = defineProps<{ practice: PracticeSettings }>()
const emit = defineEmits<{ practice: [practice: PracticeSettings] }>()
const set = (facts: Partial<PracticeSettings>) => emit('practice', { ...props.practice, ...facts })
const settings = useSettings()
const spacing = ref(props.practice.spacing.join(', '))
const setSpacing = () =>
  set({
    spacing: spacing.value
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map(Number),
  })
const loud = computed(() => props.practice.loudness)
const setLoud = (facts: Partial<NonNullable<PracticeSettings['loudness']>>) =>
  set({ loudness: { level: 100, protector: 0, ...loud.value, ...facts } })
const minutes = computed(() => (loud.value ? listeningMinutes(loud.value) : undefined))
</script>

<template>
  <div class="space-y-4">
    <UFormField
      label="Days until solid comes back"
      help="Longer each time; shaky comes back the next day, missed begins again."
      ><UInput v-model="spacing" class="w-56" aria-label="Days until something solid comes back" @change="setSpacing"
    /></UFormField>
    <div class="flex flex-wrap gap-x-8 gap-y-3">
      <UFormField label="Together within, ms" help="two hands, or a hand and a foot"
        ><UInputNumber
          :model-value="practice.together"
          :min="5"
          :max="60"
          class="w-28"
          aria-label="Together within, in ms"
          @update:model-value="ms => ms && set({ together: ms })"
      /></UFormField>
      <UFormField label="Two feet within, ms"
        ><UInputNumber
          :model-value="practice.feet"
          :min="5"
          :max="80"
          class="w-28"
          aria-label="Two feet together within, in ms"
          @update:model-value="ms => ms && set({ feet: ms })"
      /></UFormField>
      <UFormField label="Even within, ms" help="the spread of one limb"
        ><UInputNumber
          :model-value="practice.spread"
          :min="5"
          :max="80"
          class="w-28"
          aria-label="Even up to, in ms"
          @update:model-value="ms => ms && set({ spread: ms })"
      /></UFormField>
    </div>
    <USwitch
      v-model="settings.countPlay"
      color="neutral"
      label="Log what I play along with or step through on the Bench, from half a minute on" />
    <div class="flex flex-wrap items-end gap-x-8 gap-y-3">
      <USwitch
        :model-value="!!loud"
        color="neutral"
        label="Add up my listening time"
        @update:model-value="on => set({ loudness: on ? { level: 100, protector: 0 } : null })" />
      <template v-if="loud">
        <UFormField label="Level at the ears, dBA" help="as a meter or a phone shows it where you sit"
          ><UInputNumber
            :model-value="loud.level"
            :min="60"
            :max="130"
            class="w-28"
            aria-label="Level at the ears, in dBA"
            @update:model-value="level => level && setLoud({ level })"
        /></UFormField>
        <UFormField label="Protector, dB" help="its stated reduction; 0 for none"
          ><UInputNumber
            :model-value="loud.protector"
            :min="0"
            :max="50"
            class="w-28"
            aria-label="Reduction of the protector, in dB"
            @update:model-value="protector => setLoud({ protector: protector ?? 0 })"
        /></UFormField>
        <p class="max-w-md text-sm text-muted" data-listening>
          About
          {{ minutes! >= 90 ? `${Math.round(minutes! / 30) / 2} hours` : `${Math.round(minutes! * 10) / 10} minutes` }}
          a day at that level: the limit recommended by the US occupational health institute, 8 hours at 85 dBA, halved
          for each 3 dB more. Guidance, not a measurement; a hearing specialist knows more.
        </p>
      </template>
    </div>
  </div>
</template>
