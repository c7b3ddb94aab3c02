<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import { type Params, type Step, type StepDone, MOVES, abstracted, firstParams, moveOf, resolved } from '#core/vary'
import { newId } from '~/documents/ids'

/** The steps of a recipe in order, each with what it does here; set otherwise, heard up to, dragged, taken out, added. */
const props = defineProps<{ groove: Groove; kit: Kit; steps: readonly Step[]; run: readonly StepDone[] }>()
const emit = defineEmits<{ steps: [steps: Step[]]; hear: [groove: Groove] }>()
const toast = useToast()

const open = ref(-1)
const adding = ref(MOVES[0]!.id)
/** A key for each step, which goes with it as it is dragged. */
const keys = shallowRef<string[]>([])
const keyOf = (i: number) => (keys.value[i] ??= newId())
const lines = computed({
  get: () => props.steps.map((step, i) => ({ step, key: keyOf(i) })),
  set: now => {
    keys.value = now.map(line => line.key)
    emit(
      'steps',
      now.map(line => line.step),
    )
  },
})
const before = (i: number): Groove => props.run[i - 1]?.groove ?? props.groove

function tell(i: number, params: Params) {
  const { move } = props.steps[i]!
  emit(
    'steps',
    props.steps.with(i, { move, params: { ...abstracted(present(moveOf(move), 'move'), before(i), params) } }),
  )
}
function add() {
  const move = present(moveOf(adding.value), 'move')
  const last = props.run.at(-1)?.groove ?? props.groove
  const params = firstParams(move, last, props.kit)
  if (!params) return toast.add({ title: `This groove has nothing for “${move.name}”.`, color: 'error' })
  open.value = props.steps.length
  emit('steps', [...props.steps, { move: move.id, params: { ...abstracted(move, last, params) } }])
}
function shift(i: number, by: number) {
  const moved = [...lines.value]
  const [line] = moved.splice(i, 1)
  moved.splice(Math.max(0, Math.min(moved.length, i + by)), 0, line!)
  lines.value = moved
  open.value = -1
}
const takeOut = (i: number) => (lines.value = lines.value.toSpliced(i, 1))
const moves = MOVES.map(move => ({ value: move.id, label: `${move.name} (${move.group})` }))
</script>

<template>
  <p v-if="!steps.length" class="text-muted">No steps yet: add a move below, or send one here from Moves.</p>
  <VueDraggable v-model="lines" tag="ol" handle=".grip" :animation="120" class="space-y-1" @end="open = -1">
    <li v-for="(line, i) in lines" :key="line.key" class="border-t border-muted py-1.5" data-step>
      <div class="flex items-center gap-2">
        <span class="grip cursor-grab select-none px-1 text-muted" aria-hidden="true">⠿</span>
        <span class="display w-5 text-right">{{ i + 1 }}</span>
        <button
          type="button"
          class="cursor-pointer font-semibold text-highlighted hover:underline"
          :aria-expanded="open === i"
          @click="open = open === i ? -1 : i">
          {{ moveOf(line.step.move)?.name }}
        </button>
        <span class="flex-1 text-base" :class="run[i]?.ok ? 'text-toned' : 'text-error'" data-step-says>{{
          run[i]?.ok ? run[i].sentence : run[i] ? `Passed over. ${run[i].reason}` : ''
        }}</span>
        <UButton
          size="xs"
          color="neutral"
          variant="outline"
          icon="i-lucide-volume-2"
          :aria-label="`Hear it up to step ${i + 1}`"
          @click="emit('hear', run[i]!.groove)" />
        <UButton
          size="xs"
          color="neutral"
          variant="ghost"
          icon="i-lucide-arrow-up"
          :aria-label="`Step ${i + 1} earlier`"
          :disabled="i === 0"
          @click="shift(i, -1)" />
        <UButton
          size="xs"
          color="neutral"
          variant="ghost"
          icon="i-lucide-arrow-down"
          :aria-label="`Step ${i + 1} later`"
          :disabled="i === lines.length - 1"
          @click="shift(i, 1)" />
        <UButton
          size="xs"
          color="neutral"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="`Remove step ${i + 1}`"
          @click="takeOut(i)" />
      </div>
      <div v-if="open === i && run[i]" class="mt-2 grid items-start gap-4 lg:grid-cols-[1fr_22rem] lg:pl-10">
        <MoveForm
          :move="moveOf(line.step.move)!"
          :params="resolved(moveOf(line.step.move)!, before(i), line.step.params, kit)"
          :groove="before(i)"
          :kit="kit"
          @params="params => tell(i, params)" />
        <VariationCard :groove="run[i]!.groove" :home="before(i)" :kit="kit" />
      </div>
    </li>
  </VueDraggable>
  <div class="flex items-center gap-2">
    <BarSelect v-model="adding" :items="moves" class="w-80" label="Move" means="Move to add" />
    <UButton color="neutral" variant="outline" icon="i-lucide-plus" @click="add">Add a step</UButton>
  </div>
</template>
