<script setup lang="ts">
import { computed, nextTick } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Groove } from '#core/groove'
import { type Plan, type Stage, sayStage, stageMoved } from '#core/practise'
import { byKey, keyOf } from '~/keys'
import { useSettings } from '~/stores/settings'

/** The stages of a plan in a column: dragged, or walked and moved by keys; breaks have no number. */
const props = defineProps<{ plan: Plan; grooveOf: (stage: Stage) => Groove | undefined }>()
const chosen = defineModel<string>({ required: true })
const emit = defineEmits<{ plan: [plan: Plan]; double: [id: string]; out: [id: string] }>()
const settings = useSettings()
const stages = computed({ get: () => props.plan.stages, set: now => emit('plan', { ...props.plan, stages: now }) })
const numberOf = (i: number) => props.plan.stages.slice(0, i + 1).filter(stage => stage.subject.kind !== 'break').length

const at = () => props.plan.stages.findIndex(stage => stage.id === chosen.value)
async function go(to: number) {
  const stage = props.plan.stages[to]
  if (!stage) return
  chosen.value = stage.id
  await nextTick()
  document.querySelector<HTMLElement>(`[data-stage-id="${stage.id}"]`)?.focus()
}
async function move(by: number) {
  emit('plan', stageMoved(props.plan, chosen.value, at() + by))
  await go(at())
}
const deeds = byKey('stages', {
  up: () => go(at() - 1),
  down: () => go(at() + 1),
  earlier: () => move(-1),
  later: () => move(1),
  double: () => emit('double', chosen.value),
  out: () => emit('out', chosen.value),
})
function key(event: KeyboardEvent) {
  const act = deeds[keyOf(event)]
  if (!act) return
  event.preventDefault()
  void act()
}
</script>

<template>
  <VueDraggable
    v-model="stages"
    tag="ol"
    handle=".grip"
    :animation="120"
    aria-label="Stages of the plan"
    @keydown="key">
    <li
      v-for="(stage, i) in plan.stages"
      :key="stage.id"
      class="flex border-b border-muted"
      :class="stage.id === chosen ? 'bg-elevated' : 'hover:bg-muted'"
      :data-stage="stage.name">
      <span
        class="grip display w-9 shrink-0 cursor-grab py-3 text-center text-xl text-muted"
        title="Drag to another place"
        >{{ stage.subject.kind === 'break' ? '' : numberOf(i) }}</span
      >
      <button
        type="button"
        class="min-w-0 flex-1 cursor-pointer py-2.5 pr-3 text-left"
        :aria-current="stage.id === chosen"
        :data-stage-id="stage.id"
        @click="chosen = stage.id">
        <span class="flex flex-wrap items-center gap-x-3 gap-y-1"
          ><LimbMarks v-if="grooveOf(stage)" :groove="grooveOf(stage)!" :stage="stage" /><b
            class="min-w-0 font-semibold text-highlighted"
            >{{ stage.name }}</b
          ></span
        >
        <span class="mt-0.5 block text-sm text-muted">{{ sayStage(grooveOf(stage), stage, settings.counting) }}</span>
      </button>
    </li>
  </VueDraggable>
</template>
