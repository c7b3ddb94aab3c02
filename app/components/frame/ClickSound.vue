<script setup lang="ts">
import { type ClickPlace, CLICK_PLACES, CLICK_RANGES, CLICK_SOUNDS, USUAL_CLICK } from '#core/kit'
import equal from 'fast-deep-equal'
import { useDrummer } from '~/stores/drummer'

/** How the click sounds: one sound, its loudness and pitch by what it falls on; and the lamp that lights with the beats. Kept with the player. */
const drummer = useDrummer()

const ON: Record<ClickPlace, string> = { first: 'First of the bar', beat: 'Beats', slot: 'Between beats' }
const set = (place: ClickPlace, facts: { gain?: number; pitch?: number }) =>
  drummer.setClick({ [place]: { ...drummer.player.click[place], ...facts } })
const setLamp = (facts: { light?: boolean; flash?: boolean }) =>
  drummer.set({ lamp: { ...drummer.player.lamp, ...facts } })
</script>

<template>
  <div class="space-y-3">
    <UFormField label="Sound"
      ><USelect
        class="w-full"
        :model-value="drummer.player.click.sound"
        :items="[...CLICK_SOUNDS]"
        aria-label="Sound of the click"
        @update:model-value="sound => drummer.setClick({ sound })"
    /></UFormField>
    <table class="w-full text-sm" aria-label="Loudness and pitch of the click">
      <thead class="text-left text-muted">
        <tr>
          <th class="font-normal">It falls on</th>
          <th class="font-normal">dB</th>
          <th class="font-normal">semitones</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="place in CLICK_PLACES" :key="place" :data-click-on="place">
          <th class="py-0.5 pr-2 text-left font-normal">{{ ON[place] }}</th>
          <td class="pr-2">
            <UInputNumber
              size="xs"
              class="w-22"
              :model-value="drummer.player.click[place].gain"
              :min="CLICK_RANGES.gain.least"
              :max="CLICK_RANGES.gain.most"
              :aria-label="`${ON[place]}, in dB`"
              @update:model-value="gain => gain != null && set(place, { gain })" />
          </td>
          <td>
            <UInputNumber
              size="xs"
              class="w-22"
              :model-value="drummer.player.click[place].pitch"
              :min="CLICK_RANGES.pitch.least"
              :max="CLICK_RANGES.pitch.most"
              :aria-label="`${ON[place]}, in semitones`"
              @update:model-value="pitch => pitch != null && set(place, { pitch })" />
          </td>
        </tr>
      </tbody>
    </table>
    <USwitch
      :model-value="drummer.player.click.warns"
      color="neutral"
      label="Higher in the last bar before another section"
      @update:model-value="warns => drummer.setClick({ warns })" />
    <USwitch
      :model-value="drummer.player.lamp.light"
      color="neutral"
      label="A lamp on each beat"
      @update:model-value="light => setLamp({ light })" />
    <USwitch
      :model-value="drummer.player.lamp.flash"
      color="neutral"
      label="Flash the edge of the screen too"
      description="Less than three times a second, and never where your system asks for less motion. Leave it off if flashing light affects you."
      @update:model-value="flash => setLamp({ flash })" />
    <UButton
      v-if="!equal(drummer.player.click, USUAL_CLICK)"
      color="neutral"
      variant="outline"
      @click="drummer.setClick(USUAL_CLICK)"
      >The click as it ships</UButton
    >
  </div>
</template>
