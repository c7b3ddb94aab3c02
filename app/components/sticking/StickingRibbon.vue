<script setup lang="ts">
import { computed } from 'vue'
import {
  type Ground,
  type Sticking,
  LETTER_NAMES,
  byTick,
  groundBars,
  homeAfter,
  layOver,
  onBeats,
} from '#core/sticking'
import { beatsOf, countSlots, slotsOf } from '#core/time'
import { toneOfLetter } from '~/lanes/tone'
import { useSettings } from '~/stores/settings'

/** A sticking on the counts, bar under bar until it comes home: letters over their slots, accents high, felt beats set apart. */
const props = defineProps<{
  sticking: Sticking
  ground: Ground
  /** At most this many bars are drawn. */ most: number
}>()
const emit = defineEmits<{ /** A letter was pressed, by its place in the sticking. */ accent: [place: number] }>()
const settings = useSettings()

const home = computed(() => homeAfter(props.sticking, props.ground))
const count = computed(() => Math.min(home.value, props.most))
const bars = computed(() => groundBars(props.ground, count.value))
const GRACES: Record<string, string> = { flam: '♪', drag: '♪♪', ruff: '♪♪♪', double: '/', buzz: 'z' }

const rows = computed(() => {
  const laid = layOver(props.sticking, props.ground, count.value)
  const at = byTick(laid)
  const feet = new Map(laid.filter(stroke => stroke.who === 'F').map(stroke => [stroke.at, stroke]))
  const words = countSlots(bars.value, settings.counting)
  const slots = slotsOf(bars.value)
  return bars.value.map((_, b) =>
    beatsOf(bars.value)
      .filter(beat => beat.bar === b)
      .map(beat =>
        slots
          .slice(beat.first, beat.first + beat.slots)
          .map(slot => ({
            slot,
            word: words[slot.index]!,
            stroke: at.get(slot.at),
            foot: at.get(slot.at)?.who === 'F' ? undefined : feet.get(slot.at),
          })),
      ),
  )
})
/** For a listener: who falls on each felt beat, bar by bar. */
const beats = computed(() =>
  rows.value.map((_, b) =>
    onBeats(props.sticking, props.ground, count.value)
      .filter(one => one.bar === b)
      .map(one => `${one.beat + 1} ${one.whos.map(who => LETTER_NAMES[who]).join(' with ') || 'rest'}`)
      .join(', '),
  ),
)
</script>

<template>
  <div>
    <div v-for="(row, b) in rows" :key="b" class="mb-2 flex items-end gap-1.5" :data-bar="b">
      <span class="display w-5 pb-1 text-sm text-muted" aria-hidden="true">{{ b + 1 }}</span>
      <div
        v-for="(beat, i) in row"
        :key="i"
        class="flex min-w-0 flex-1 bg-(--bed)"
        :class="i % 2 ? 'bg-(--bed-other)' : ''"
        aria-hidden="true">
        <div
          v-for="{ slot, word, stroke, foot } in beat"
          :key="slot.index"
          class="flex min-h-16 min-w-0 flex-1 flex-col items-center justify-end pb-0.5"
          :data-slot="slot.index">
          <span v-if="stroke?.ornament" class="text-xs leading-3 text-muted">{{ GRACES[stroke.ornament] }}</span>
          <button
            v-if="stroke"
            type="button"
            tabindex="-1"
            class="display cursor-pointer leading-6"
            :title="stroke.accent ? 'No accent' : 'Accent'"
            @click="emit('accent', stroke.place)">
            <span
              class="block"
              :class="stroke.accent ? 'text-2xl font-bold' : 'text-base'"
              :style="{ color: toneOfLetter(stroke.who) }"
              ><span v-if="stroke.accent" class="block text-center text-xs leading-3">&gt;</span>{{ stroke.who }}</span
            >
          </button>
          <span v-else class="text-muted">·</span>
          <span
            v-if="foot"
            class="display text-sm leading-4"
            :class="foot.accent ? 'font-bold' : ''"
            :style="{ color: toneOfLetter('F') }"
            >F</span
          >
          <span class="text-xs" :class="slot.slot === 0 ? 'font-bold text-highlighted' : 'text-muted'">{{ word }}</span>
        </div>
      </div>
    </div>
    <p v-for="(line, b) in beats" :key="b" class="sr-only">Bar {{ b + 1 }}: {{ line }}.</p>
  </div>
</template>
