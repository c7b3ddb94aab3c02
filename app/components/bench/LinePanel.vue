<script setup lang="ts">
import { computed } from 'vue'
import { renameGuide, sayPlace } from '#core/groove'
import { LEVEL_NAMES, LEVELS } from '#core/kit'
import type { GuideHands } from '~/composables/useGuideHands'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The line that the cursor is on: its note, its name, where its notes come from, and what is made of it. */
const props = defineProps<{ hands: GuideHands; playing: boolean }>()
const emit = defineEmits<{ play: []; read: [] }>()
const bench = useBench()
const settings = useSettings()

const note = useAfterPaint(() => props.hands.note.value, 2)
const LENGTHS: [number, string][] = [
  [1260, 'a sixteenth'],
  [1680, 'a triplet eighth'],
  [2520, 'an eighth'],
  [3780, 'a dotted eighth'],
  [5040, 'a quarter'],
  [7560, 'a dotted quarter'],
  [10080, 'a half'],
  [20160, 'a whole'],
]
const lengths = computed(() => {
  const known = LENGTHS.map(([value, label]) => ({ value, label }))
  const now = note.value?.length
  return now === undefined || known.some(one => one.value === now)
    ? known
    : [{ value: now, label: `${Math.round((100 * now) / 5040) / 100} quarters` }, ...known]
})
const parts = useAfterPaint(() => bench.groove?.parts ?? [], 2)
const from = computed(() => [
  parts.value
    .filter(part => part.strokes.length)
    .map(part => ({ label: part.name, onSelect: () => props.hands.takeFrom(part.id) })),
])

function rename(event: Event) {
  const input = event.target as HTMLInputElement
  const guide = props.hands.guide.value!
  const name = input.value.trim()
  if (name && name !== guide.name) bench.edit(renameGuide(bench.groove!, guide.id, name))
  else input.value = guide.name
}
function tap() {
  if (props.hands.toggleTapping() && !props.playing) emit('play')
}
</script>

<template>
  <section
    v-if="hands.guide.value"
    class="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 py-1"
    aria-label="The line above"
    data-line-panel>
    <input
      :value="hands.guide.value.name"
      aria-label="Name of the line"
      maxlength="60"
      class="w-28 border-b border-accented bg-transparent font-semibold"
      @change="rename" />
    <template v-if="note">
      <span class="text-sm">{{ sayPlace(bench.shown!, note.at, settings.counting) }}</span>
      <label class="flex items-center gap-1.5 text-sm text-muted"
        >lasts
        <USelect
          :model-value="note.length"
          :items="lengths"
          size="sm"
          class="w-36"
          aria-label="How long the note lasts"
          @update:model-value="length => hands.alter({ length: Number(length) })"
      /></label>
      <div class="flex gap-0.5" role="group" aria-label="Level of the note">
        <UButton
          v-for="level in LEVELS"
          :key="level"
          size="xs"
          color="neutral"
          :variant="note.level === level ? 'solid' : 'ghost'"
          :aria-pressed="note.level === level"
          :aria-label="`Level ${level}, ${LEVEL_NAMES[level]}`"
          @click="hands.setLevel(level)"
          >{{ level }}</UButton
        >
      </div>
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-x"
        aria-label="Take the note out"
        @click="hands.remove()" />
    </template>
    <span v-else class="text-sm text-muted"
      >Press a slot and draw, or Enter and O, for a note as long as you like.</span
    >
    <span class="ml-auto flex flex-wrap items-center gap-1">
      <USwitch v-model="settings.lineHeard" size="sm" label="Heard" />
      <UDropdownMenu :items="from"
        ><UButton size="xs" color="neutral" variant="outline" trailing-icon="i-lucide-chevron-down"
          >From a part</UButton
        ></UDropdownMenu
      >
      <UButton
        size="xs"
        color="neutral"
        :variant="hands.tapping.value ? 'solid' : 'outline'"
        :aria-pressed="hands.tapping.value"
        title="Press J in time, and hold it for a long note"
        @click="tap"
        >Tap it</UButton
      >
      <UButton size="xs" color="neutral" @click="emit('read')">Give it to the limbs</UButton>
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-trash-2"
        aria-label="Remove the line"
        @click="hands.removeLine()" />
    </span>
    <button
      v-if="hands.tapping.value"
      type="button"
      class="w-full cursor-pointer touch-none border border-accented bg-elevated py-2 text-center select-none active:bg-accented"
      data-tap
      @pointerdown="hands.tapDown()"
      @pointerup="hands.tapUp()"
      @pointercancel="hands.tapUp()">
      Tap here, or press J, while it plays; hold for a long note
    </button>
  </section>
</template>
