<script setup lang="ts">
import { computed } from 'vue'
import { type EditorEvent, noteUnder } from '#core/editor'
import { guideOf, renameGuide, sayPlace } from '#core/groove'
import { LEVEL_NAMES, LEVELS } from '#core/kit'
import type { useTapping } from '~/composables/useTapping'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The line that the cursor is on: its note, its name, where its notes come from, and what is made of it. */
const props = defineProps<{ hands: ReturnType<typeof useTapping>; playing: boolean }>()
const emit = defineEmits<{ send: [event: EditorEvent]; play: []; read: [] }>()
const bench = useBench()
const settings = useSettings()

const guide = computed(() =>
  bench.shown && bench.state?.cursor.line ? guideOf(bench.shown, bench.state.cursor.line) : undefined,
)
const note = useAfterPaint(() => bench.state && bench.shown && noteUnder(bench.state, bench.shown), 2)
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
    .map(part => ({ label: part.name, onSelect: () => emit('send', { type: 'take notes', partId: part.id }) })),
])

function rename(event: Event) {
  const input = event.target as HTMLInputElement
  const name = input.value.trim()
  if (!guide.value || !bench.groove) return
  if (name && name !== guide.value.name) bench.edit(renameGuide(bench.groove, guide.value.id, name))
  else input.value = guide.value.name
}
function tap() {
  if (props.hands.toggle() && !props.playing) emit('play')
}
</script>

<template>
  <section
    v-if="guide"
    class="flex min-h-9 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 py-1"
    aria-label="The line above"
    data-line-panel>
    <input
      :value="guide.name"
      aria-label="Name of the line"
      maxlength="60"
      class="w-28 border-b border-accented bg-transparent font-semibold"
      @change="rename" />
    <template v-if="note">
      <span class="text-sm">{{ sayPlace(bench.shown!, note.at, settings.counting) }}</span>
      <BarSelect
        label="Lasts"
        means="How long the note lasts"
        :model-value="note.length"
        :items="lengths"
        @update:model-value="length => emit('send', { type: 'note', set: { length: Number(length) } })" />
      <div class="flex gap-0.5" role="group" aria-label="Level of the note">
        <UButton
          v-for="level in LEVELS"
          :key="level"
          size="xs"
          color="neutral"
          :variant="note.level === level ? 'solid' : 'ghost'"
          :aria-pressed="note.level === level"
          :aria-label="`Level ${level}, ${LEVEL_NAMES[level]}`"
          @click="emit('send', { type: 'level', level })"
          >{{ level }}</UButton
        >
      </div>
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-x"
        aria-label="Remove the note"
        @click="emit('send', { type: 'out' })" />
    </template>
    <span v-else class="text-sm text-muted"
      >Press a slot and draw, or Enter and O, for a note as long as you like.</span
    >
    <span class="ml-auto flex flex-wrap items-center gap-1">
      <USwitch v-model="settings.lineHeard" label="Heard" />
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
        @click="emit('send', { type: 'remove line' })" />
    </span>
    <button
      v-if="hands.tapping.value"
      type="button"
      class="w-full cursor-pointer touch-none border border-accented bg-elevated py-2 text-center select-none active:bg-accented"
      data-tap
      @pointerdown="hands.down()"
      @pointerup="hands.up()"
      @pointercancel="hands.up()">
      Tap here, or press J, while it plays; hold for a long note
    </button>
  </section>
</template>
