<script setup lang="ts">
import { computed } from 'vue'
import { ALLOWS, ALLOW_WORDS, type Climb, MISS_WORDS, ON_MISS, type Stage, rungsOf } from '#core/practise'
import { sayCount } from '#core/groove'
import { present } from '#core/present'
import { type Tempo, convertTempo } from '#core/time'

/** How the tempo of a stage climbs: to where, by which steps, what allows the next, and what a miss does. */
const props = defineProps<{ stage: Stage; goal?: Tempo | undefined }>()
const emit = defineEmits<{ set: [facts: Partial<Stage>] }>()
const climb = computed(() => props.stage.climb)
/** Where a new climb goes: to the groove's own tempo, or where it is there already, a third faster. */
function goalOf({ bpm, counts }: Tempo): number {
  const goal = props.goal ? Math.round(convertTempo(props.goal, counts).bpm) : 0
  return goal > bpm ? goal : Math.min(400, Math.round((bpm * 4) / 3))
}
const toggle = (on: boolean) =>
  emit('set', { climb: on ? { to: goalOf(props.stage.tempo), step: 4, then: [], allows: 'word', miss: 'down' } : null })
/** Four bars at a time from the stage’s own tempo: two unclean fours in a row take it a step down, a clean one a step back up. */
const fall = () =>
  emit('set', {
    climb: { to: props.stage.tempo.bpm, step: 4, then: [], allows: 'measured', miss: 'fall' },
    length: { bars: 4 },
  })
const change = (facts: Partial<Climb>) => emit('set', { climb: { ...present(climb.value, 'climb'), ...facts } })
/** Tempos after the goal as they are typed: '97, 92'. */
function setThen(event: Event) {
  const text = (event.target as HTMLInputElement).value
  const list = text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  change({ then: list })
}
const allows = ALLOWS.map(value => ({ label: ALLOW_WORDS[value], value }))
const misses = ON_MISS.map(value => ({ label: MISS_WORDS[value], value }))
const rungs = computed(() => rungsOf(props.stage))
/** A step as high as its tempo among them, the slowest still to be seen. */
const heightOf = (bpm: number) => {
  const [least, most] = [Math.min(...rungs.value), Math.max(...rungs.value)]
  return `${20 + (80 * (bpm - least)) / (most - least || 1)}%`
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <USwitch :model-value="!!climb" color="neutral" label="the tempo climbs" @update:model-value="toggle" />
      <UButton
        v-if="!climb"
        label="Fall and climb back"
        title="Four bars at a time: two unclean fours take it a step down, a clean one a step back up; on once it is clean at this tempo"
        color="neutral"
        variant="outline"
        @click="fall" />
    </div>
    <div v-if="climb" class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2" data-climb>
      <UFormField label="Up to"
        ><UInputNumber
          :model-value="climb.to"
          :min="20"
          :max="400"
          class="w-26"
          aria-label="Goal of the climb"
          @update:model-value="to => to && change({ to })"
      /></UFormField>
      <UFormField label="By"
        ><UInputNumber
          :model-value="climb.step"
          :min="1"
          :max="100"
          class="w-22"
          aria-label="Step of the climb"
          @update:model-value="step => step && change({ step })"
      /></UFormField>
      <UFormField label="Then"
        ><UInput
          :model-value="climb.then.map(Math.round).join(', ')"
          class="w-28"
          placeholder="97, 92"
          aria-label="Tempos after the goal"
          @change="setThen"
      /></UFormField>
      <UFormField label="On when"
        ><USelect
          :model-value="climb.allows"
          :items="allows"
          class="w-48"
          aria-label="What allows the next step"
          @update:model-value="one => change({ allows: one as Climb['allows'] })"
      /></UFormField>
      <UFormField label="A miss means"
        ><USelect
          :model-value="climb.miss"
          :items="misses"
          class="w-60"
          aria-label="What a miss does"
          @update:model-value="one => change({ miss: one as Climb['miss'] })"
      /></UFormField>
      <div class="w-full text-sm text-muted">
        <div class="flex h-8 items-end gap-0.5 overflow-hidden" aria-hidden="true" data-steps>
          <span
            v-for="(bpm, i) in rungs"
            :key="i"
            class="max-w-4 min-w-1 flex-1 bg-(--ui-text-dimmed)"
            :style="{ height: heightOf(bpm) }"
            :title="String(Math.round(bpm))" />
        </div>
        <p>
          {{ sayCount(rungs.length, 'step') }}: {{ rungs.map(Math.round).join(', ') }}
          <template v-if="climb.miss === 'fall'"
            >· after two misses {{ Math.round(climb.step) }} slower, and back up</template
          >
        </p>
      </div>
    </div>
  </div>
</template>
