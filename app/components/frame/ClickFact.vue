<script setup lang="ts">
import { computed } from 'vue'
import type { Bar } from '#core/groove'
import { CLICKS } from '#core/perform'
import { slotsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** The click: where it falls, by a school’s name or on the player’s own slots; its bars of silence; and how it sounds. */
const props = defineProps<{ bars: Bar[] }>()
const settings = useSettings()

const slots = computed(() => slotsOf(props.bars))
const pressed = computed(() =>
  slots.value.filter(slot => settings.clickSlots.includes(slot.at)).map(slot => slot.index),
)
function toggle(slot: number) {
  const { at } = slots.value[slot]!
  settings.clickSlots = settings.clickSlots.includes(at)
    ? settings.clickSlots.filter(one => one !== at)
    : [...settings.clickSlots, at]
}
const says = computed(() =>
  settings.clickGaps.silent ? `${settings.click}, ${settings.clickGaps.silent} silent` : settings.click,
)
</script>

<template>
  <FactButton name="click" :value="says">
    <div class="space-y-3">
      <UFormField label="Where it falls">
        <USelect v-model="settings.click" :items="[...CLICKS, 'own slots']" class="w-full" aria-label="Click" />
      </UFormField>
      <div v-if="settings.click === 'own slots'">
        <p class="mb-1 text-sm text-muted">Press the slots it falls on</p>
        <SlotRow label="Slots it falls on" :bars="bars" :pressed="pressed" @press="toggle" />
      </div>
      <fieldset class="flex items-center gap-2 text-sm">
        <legend class="sr-only">Silent bars</legend>
        <UInputNumber v-model="settings.clickGaps.sound" :min="1" :max="16" class="w-20" aria-label="Bars with click" />
        <span class="whitespace-nowrap">bars with it,</span>
        <UInputNumber
          v-model="settings.clickGaps.silent"
          :min="0"
          :max="16"
          class="w-20"
          aria-label="Bars without click" />
        silent
      </fieldset>
      <LazyClickSound />
    </div>
  </FactButton>
</template>
