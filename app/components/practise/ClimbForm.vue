<script setup lang="ts">
import { computed } from 'vue'
import { ALLOWS, ALLOW_WORDS, type Climb, MISS_WORDS, ON_MISS, type Stage, rungsOf } from '#core/practise'
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
</script>

<template>
  <div>
    <USwitch :model-value="!!climb" color="neutral" label="the tempo climbs" @update:model-value="toggle" />
    <div v-if="climb" class="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2" data-climb>
      <label class="text-sm text-muted"
        >up to<br /><UInputNumber
          :model-value="climb.to"
          :min="20"
          :max="400"
          size="sm"
          class="w-26"
          aria-label="Goal of the climb"
          @update:model-value="to => to && change({ to })"
      /></label>
      <label class="text-sm text-muted"
        >by<br /><UInputNumber
          :model-value="climb.step"
          :min="1"
          :max="100"
          size="sm"
          class="w-22"
          aria-label="Step of the climb"
          @update:model-value="step => step && change({ step })"
      /></label>
      <label class="text-sm text-muted"
        >then<br /><UInput
          :model-value="climb.then.map(Math.round).join(', ')"
          size="sm"
          class="w-28"
          placeholder="97, 92"
          aria-label="Tempos after the goal"
          @change="setThen"
      /></label>
      <label class="text-sm text-muted"
        >on when<br /><USelect
          :model-value="climb.allows"
          :items="allows"
          size="sm"
          class="w-48"
          aria-label="What allows the next step"
          @update:model-value="one => change({ allows: one as Climb['allows'] })"
      /></label>
      <label class="text-sm text-muted"
        >a miss means<br /><USelect
          :model-value="climb.miss"
          :items="misses"
          size="sm"
          class="w-60"
          aria-label="What a miss does"
          @update:model-value="one => change({ miss: one as Climb['miss'] })"
      /></label>
      <p class="w-full text-sm text-muted">{{ rungs.length }} steps: {{ rungs.map(Math.round).join(', ') }}</p>
    </div>
  </div>
</template>
