<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Bar } from '#core/groove'
import { TEMPO_RANGE, type Tempo, tappedBpm } from '#core/time'
import { MARKED } from '~/composables/useLoop'
import { useSettings } from '~/stores/settings'

/** Play, tempo with tap, click, loop and count-in, at the foot of every station that sounds. */
const props = defineProps<{
  tempo: Tempo
  bars: Bar[]
  /** What is marked, in words; empty where nothing is. */ marked: string
}>()
/** A bar by its number from 0, all of them, or what is marked. */
const loop = defineModel<number>('loop', { required: true })
const emit = defineEmits<{ toggle: []; step: []; record: []; tempo: [tempo: Tempo] }>()

const settings = useSettings()
const taps = ref<number[]>([])
const typed = ref(props.tempo.bpm)
watch(
  () => props.tempo.bpm,
  bpm => (typed.value = bpm),
)

function tap() {
  taps.value = [...taps.value, performance.now()].slice(-9)
  const bpm = tappedBpm(taps.value)
  if (bpm) emit('tempo', { ...props.tempo, bpm })
}

const setBpm = (bpm: number | null | undefined) => {
  if (bpm && bpm >= TEMPO_RANGE.least && bpm <= TEMPO_RANGE.most) emit('tempo', { ...props.tempo, bpm })
}
const loops = computed(() => [
  { label: props.bars.length === 1 ? 'the bar' : 'all bars', value: -1 },
  ...(props.bars.length > 1 ? props.bars.map((_, i) => ({ label: `bar ${i + 1}`, value: i })) : []),
  ...(props.marked ? [{ label: props.marked, value: MARKED }] : []),
])
defineExpose({ tap })
</script>

<template>
  <footer
    class="isolate flex min-h-16 shrink-0 flex-wrap items-center gap-x-5 gap-y-2 border-t border-default bg-muted px-5 py-2">
    <PlayButton @toggle="emit('toggle')" />
    <UButton color="neutral" variant="outline" icon="i-lucide-footprints" @click="emit('step')">Step</UButton>
    <UButton
      color="neutral"
      variant="outline"
      icon="i-lucide-circle-dot"
      title="Record what you play"
      @click="emit('record')"
      >Play in</UButton
    >
    <div class="flex items-center gap-2">
      <UInputNumber
        v-model="typed"
        :min="TEMPO_RANGE.least"
        :max="TEMPO_RANGE.most"
        :step="1"
        :step-snapping="false"
        size="lg"
        class="w-30 shrink-0"
        :ui="{ base: 'text-lg font-bold' }"
        aria-label="Tempo"
        @update:model-value="setBpm"
        @keyup.enter="($event.target as HTMLElement).blur()" />
      <TempoFact :tempo="tempo" @tempo="now => emit('tempo', now)" />
      <UButton size="sm" color="neutral" variant="outline" @click="tap">Tap</UButton>
    </div>
    <ClickFact :bars="bars" />
    <label class="flex items-center gap-2 whitespace-nowrap text-sm text-muted"
      >loop
      <USelect v-model="loop" :items="loops" size="sm" class="w-26" aria-label="Loop" />
    </label>
    <label class="flex items-center gap-2 whitespace-nowrap text-sm text-muted"
      >count-in
      <USelect
        v-model="settings.countIn"
        :items="[
          { label: 'none', value: 0 },
          { label: '1 bar', value: 1 },
          { label: '2 bars', value: 2 },
        ]"
        size="sm"
        class="w-22"
        aria-label="Count-in" />
    </label>
  </footer>
</template>
