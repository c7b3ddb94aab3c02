<script setup lang="ts">
import { computed } from 'vue'
import type { Bar } from '#core/groove'
import { CLICKS, SPOKEN, type Spoken } from '#core/perform'
import { type Stage, sayVoice } from '#core/practise'
import { slotsOf } from '#core/time'

/** The click of a stage: on which slots or in words, what is counted in, and how many bars it is silent. */
const props = defineProps<{ stage: Stage; bars: Bar[] }>()
const emit = defineEmits<{ set: [facts: Partial<Stage>] }>()
const set = (facts: Partial<Stage>) => emit('set', facts)

const clicks = computed(() => [
  ...CLICKS.map(value => ({ label: value, value: value as string })),
  { label: 'own slots', value: 'own slots' },
  ...SPOKEN.map(where => ({ label: sayVoice(where).slice(0, -1).toLowerCase(), value: `voice ${where}` })),
])
const click = computed(() =>
  props.stage.click.voice
    ? `voice ${props.stage.click.voice}`
    : typeof props.stage.click.program === 'string'
      ? props.stage.click.program
      : 'own slots',
)
function setClick(value: string) {
  const { click: now } = props.stage
  if (value.startsWith('voice ')) set({ click: { ...now, voice: value.slice(6) as Spoken } })
  else
    set({ click: { ...now, voice: null, program: value === 'own slots' ? [0] : (value as (typeof CLICKS)[number]) } })
}
const slots = computed(() => slotsOf(props.bars))
const pressed = computed(() =>
  slots.value
    .filter(slot => Array.isArray(props.stage.click.program) && props.stage.click.program.includes(slot.at))
    .map(slot => slot.index),
)
function pressSlot(i: number) {
  const { at } = slots.value[i]!
  const now = props.stage.click.program as number[]
  set({
    click: {
      ...props.stage.click,
      program: now.includes(at) ? now.filter(one => one !== at) : [...now, at].sort((a, b) => a - b),
    },
  })
}
/** Exactly, or spread as people are; what somebody else’s plan says beside these stays on offer. */
const humans = computed(() =>
  [...new Set([0, 5, 10, 15, props.stage.human])]
    .sort((a, b) => a - b)
    .map(value => ({ label: value ? `as people do, ${value} ms` : 'exactly', value })),
)
const gaps = computed(() => props.stage.click.gaps ?? { sound: 1, silent: 0 })
const setGaps = (facts: Partial<{ sound: number; silent: number }>) =>
  set({ click: { ...props.stage.click, gaps: { ...gaps.value, ...facts } } })
</script>

<template>
  <UFormField label="Click"
    ><USelect
      :model-value="click"
      :items="clicks"
      class="w-56"
      aria-label="Click of the stage"
      @update:model-value="one => setClick(String(one))"
  /></UFormField>
  <UFormField label="Count-in"
    ><USelect
      :model-value="stage.countIn"
      :items="[0, 1, 2, 4].map(value => ({ label: value === 1 ? '1 bar' : value ? `${value} bars` : 'none', value }))"
      class="w-24"
      aria-label="Count-in of the stage"
      @update:model-value="n => set({ countIn: Number(n) })"
  /></UFormField>
  <UFormField label="The machine plays"
    ><USelect
      :model-value="stage.human"
      :items="humans"
      class="w-52"
      aria-label="How the machine plays"
      @update:model-value="human => set({ human: Number(human) })"
  /></UFormField>
  <span class="flex items-center gap-2 text-sm text-muted"
    ><UInputNumber
      :model-value="gaps.sound"
      :min="1"
      :max="64"
      class="w-22"
      aria-label="Bars with click"
      @update:model-value="sound => sound && setGaps({ sound })" />
    bars with click,
    <UInputNumber
      :model-value="gaps.silent"
      :min="0"
      :max="64"
      class="w-22"
      aria-label="Bars without click"
      @update:model-value="silent => setGaps({ silent: silent ?? 0 })" />
    without</span
  >
  <div v-if="click === 'own slots' && bars.length">
    <p class="mb-1 text-sm text-muted">Press the slots it falls on</p>
    <SlotRow label="Slots the click falls on" :bars="bars" :pressed="pressed" @press="pressSlot" />
  </div>
</template>
