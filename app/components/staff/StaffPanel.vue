<script setup lang="ts">
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { useSettings } from '~/stores/settings'

/** The staff under the lanes, on request. */
defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{ find: [strokes: { partId: string; at: number }[]] }>()
const settings = useSettings()
</script>

<template>
  <section class="shrink-0" aria-labelledby="staff-title">
    <div class="mb-1 flex flex-wrap items-center gap-4">
      <h2 id="staff-title" class="text-base">Staff</h2>
      <USwitch v-model="settings.staff.shown" size="sm" label="Show it" />
      <template v-if="settings.staff.shown">
        <USwitch v-model="settings.staff.counts" size="sm" label="Counts" />
        <USwitch v-model="settings.staff.sticking" size="sm" label="Sticking" />
        <span class="text-sm text-muted">Press a note to find its stick.</span>
      </template>
    </div>
    <StaffView
      v-if="settings.staff.shown"
      :groove="groove"
      :kit="kit"
      :counts="settings.staff.counts"
      :sticking="settings.staff.sticking"
      @find="strokes => emit('find', strokes)" />
  </section>
</template>
