<script setup lang="ts" generic="L extends string | number">
import { computed, ref, watch } from 'vue'
import type { Bar } from '#core/groove'
import { TEMPO_RANGE, type Tempo, tappedBpm } from '#core/time'
import { useDrummer } from '~/stores/drummer'
import { useSettings } from '~/stores/settings'

/** The foot of every station that sounds, in one order: play, where it is, tempo with note and tap, click, loop, count-in, mix. */
const props = defineProps<{
  disabled?: boolean
  tempo?: Tempo
  /** Its note value stays as it is. */ sameNote?: boolean
  /** What the click can fall on; without them there is none. */ bars?: readonly Bar[] | undefined
  /** What can go round; without them nothing is chosen. */ loops?: readonly { label: string; value: L }[]
  countIn?: boolean
}>()
const loop = defineModel<L>('loop')
const emit = defineEmits<{ toggle: []; tempo: [tempo: Tempo] }>()

/** Two bars that begin with every other beat are a choice of their own here, though the player has it for all that counts two bars. */
const HALVES = -2
const COUNT_INS = [
  { label: 'none', value: 0 },
  { label: '1 bar', value: 1 },
  { label: '2 bars', value: 2 },
  { label: '1 . 2 . 1 2 3 4', value: HALVES },
]
const drummer = useDrummer()
const settings = useSettings()
const countedIn = computed({
  get: () => (settings.countIn === 2 && drummer.player.click.halves ? HALVES : settings.countIn),
  set: to => {
    settings.countIn = Math.abs(to)
    if (Math.abs(to) === 2) void drummer.setClick({ halves: to === HALVES })
  },
})
const taps = ref<number[]>([])
const typed = ref(props.tempo?.bpm)
watch(
  () => props.tempo?.bpm,
  bpm => (typed.value = bpm),
)

function setBpm(bpm: number | null | undefined) {
  if (props.tempo && bpm && bpm >= TEMPO_RANGE.least && bpm <= TEMPO_RANGE.most) emit('tempo', { ...props.tempo, bpm })
}
function tap() {
  taps.value = [...taps.value, performance.now()].slice(-9)
  setBpm(tappedBpm(taps.value))
}
defineExpose({ tap })
</script>

<template>
  <footer
    class="isolate flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-t border-default bg-muted px-4 py-2 sm:px-6"
    data-transport>
    <slot name="play">
      <PlayButton :disabled="disabled" @toggle="emit('toggle')" />
      <BeatLamp class="-mx-1" />
    </slot>
    <slot name="position" />
    <div v-if="tempo" class="flex items-center gap-2">
      <NoteGlyph v-if="sameNote" :counts="tempo.counts" />
      <TempoFact v-else :tempo="tempo" @tempo="now => emit('tempo', now)" />
      <span aria-hidden="true">=</span>
      <UInputNumber
        v-model="typed"
        :min="TEMPO_RANGE.least"
        :max="TEMPO_RANGE.most"
        :step="1"
        :step-snapping="false"
        class="w-28 shrink-0"
        :ui="{ base: 'text-lg font-bold' }"
        aria-label="Tempo"
        @update:model-value="setBpm"
        @keyup.enter="($event.target as HTMLElement).blur()" />
      <UButton color="neutral" variant="outline" @click="tap">Tap</UButton>
    </div>
    <ClickFact v-if="bars" :bars="[...bars]" />
    <BarSelect v-if="loops && loop !== undefined" v-model="loop" label="Loop" :items="loops" />
    <BarSelect v-if="countIn" v-model="countedIn" label="Count-in" :items="COUNT_INS" class="max-sm:hidden" />
    <MixFact />
    <slot />
    <SilentNote />
  </footer>
</template>
