<script setup lang="ts">
import { computed } from 'vue'
import { type Bar, CLICKS } from '#core/groove'
import { countSlots, slotsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** The click: where it falls, by a school’s name or on the player’s own slots; its bars of silence, sound and level. */
const props = defineProps<{ bars: Bar[] }>()
const settings = useSettings()
const SOUNDS = ['wood', 'beep', 'bell', 'shaker']

const slots = computed(() => {
  const words = countSlots(props.bars, settings.counting)
  return slotsOf(props.bars).map((slot, i) => ({ at: slot.at, word: words[i]!, first: slot.slot === 0 }))
})
const toggle = (at: number) => (settings.clickSlots = settings.clickSlots.includes(at) ? settings.clickSlots.filter(one => one !== at) : [...settings.clickSlots, at])
const says = computed(() => (settings.clickGaps.silent ? `${settings.click}, ${settings.clickGaps.silent} silent` : settings.click))
</script>

<template>
  <FactButton name="click" :value="says">
    <div class="space-y-3">
      <UFormField label="Where it falls">
        <USelect v-model="settings.click" :items="[...CLICKS, 'own slots']" class="w-full" aria-label="Click" />
      </UFormField>
      <fieldset v-if="settings.click === 'own slots'">
        <legend class="mb-1 text-sm text-muted">Press the slots it falls on</legend>
        <div class="flex flex-wrap gap-0.5">
          <UButton v-for="slot in slots" :key="slot.at" size="xs" color="neutral" :variant="settings.clickSlots.includes(slot.at) ? 'solid' : 'ghost'" :aria-pressed="settings.clickSlots.includes(slot.at)" :class="slot.first ? 'font-bold' : ''" @click="toggle(slot.at)">{{ slot.word }}</UButton>
        </div>
      </fieldset>
      <fieldset class="flex items-center gap-2 text-sm">
        <legend class="sr-only">Silent bars</legend>
        <UInputNumber v-model="settings.clickGaps.sound" :min="1" :max="16" size="sm" class="w-22" aria-label="Bars with click" /> bars with it,
        <UInputNumber v-model="settings.clickGaps.silent" :min="0" :max="16" size="sm" class="w-22" aria-label="Bars without click" /> silent
      </fieldset>
      <div class="flex gap-3">
        <UFormField label="Sound"><USelect v-model="settings.clickSound" :items="SOUNDS" size="sm" class="w-28" aria-label="Sound of the click" /></UFormField>
        <UFormField label="Level" class="flex-1"><USlider v-model="settings.clickLevel" :min="1" :max="20" aria-label="Level of the click" /></UFormField>
      </div>
    </div>
  </FactButton>
</template>
