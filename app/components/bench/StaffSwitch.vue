<script setup lang="ts">
import { useSettings } from '~/stores/settings'

/** Whether the staff stands under the lanes, and the hands under its notes; over the names of the limbs. */
const settings = useSettings()
const set = (change: Partial<typeof settings.staff>) => (settings.staff = { ...settings.staff, ...change })
</script>

<template>
  <div class="absolute left-0 top-0 z-1 w-max max-sm:relative max-sm:mb-1" data-staff-switch>
    <div class="flex" role="group" aria-label="What is shown">
      <button type="button" class="quiet-button" :aria-pressed="!settings.staff.shown" @click="set({ shown: false })">
        Lanes</button
      ><button type="button" class="quiet-button" :aria-pressed="settings.staff.shown" @click="set({ shown: true })">
        Staff
      </button>
    </div>
    <button
      v-if="settings.staff.shown"
      type="button"
      class="quiet-button mt-1"
      title="The hands and feet under the staff"
      :aria-pressed="settings.staff.sticking"
      @click="set({ sticking: !settings.staff.sticking })">
      Sticking
    </button>
  </div>
</template>
