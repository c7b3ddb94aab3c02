<script setup lang="ts">
import { computed } from 'vue'
import { NOTE_VALUES, type NoteValue, TEMPO_RANGE, type Tempo, convertTempo, sayNoteValue } from '#core/time'

/** What the tempo counts, and the same speed counted in every other note value. */
const props = defineProps<{ tempo: Tempo }>()
const emit = defineEmits<{ tempo: [tempo: Tempo] }>()
const others = computed(() =>
  NOTE_VALUES.map((value: NoteValue) => {
    const bpm = convertTempo(props.tempo, value).bpm
    return {
      value,
      name: sayNoteValue(value),
      bpm: Math.round(bpm * 100) / 100,
      exact: bpm,
      within: bpm >= TEMPO_RANGE.least && bpm <= TEMPO_RANGE.most,
    }
  }),
)
function choose(tempo: Tempo, close: () => void) {
  emit('tempo', tempo)
  close()
}
</script>

<template>
  <FactButton name="">
    <template #value><span class="sr-only">Note value: </span><NoteGlyph :counts="tempo.counts" /></template>
    <template #default="{ close }">
      <p class="mb-2 text-sm text-muted">
        The same speed, counted in each note value. Press one to count in it; the speed does not change.
      </p>
      <ul>
        <li v-for="one in others" :key="one.value">
          <button
            type="button"
            class="flex w-full cursor-pointer justify-between px-2 py-1 text-left hover:bg-elevated disabled:cursor-default disabled:text-dimmed"
            :class="one.value === tempo.counts ? 'font-semibold' : ''"
            :aria-pressed="one.value === tempo.counts"
            :disabled="!one.within"
            @click="choose({ bpm: one.exact, counts: one.value }, close)">
            <span class="flex items-baseline gap-2"
              ><NoteGlyph :counts="one.value" aria-hidden="true" />{{ one.name }}</span
            ><span class="tabular-nums">{{ one.bpm }}{{ one.within ? '' : ', out of range' }}</span>
          </button>
        </li>
      </ul>
    </template>
  </FactButton>
</template>
