<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import type { Edit, Groove, MoveMade } from '#core/groove'
import { sentence } from '#core/groove'
import type { Kit } from '#core/kit'
import { LINE_READINGS, readLine, runMove } from '#core/vary'

/** The ways in which a line is read, each as the groove it would make: seen and heard when it is pointed at, taken by a press. */
const props = defineProps<{ groove: Groove; kit: Kit; line: string }>()
const emit = defineEmits<{
  edit: [edit: Edit]
  try: [edit: Edit | undefined]
  hear: [on: boolean]
  keep: [edit: Edit, made: MoveMade]
  close: []
}>()
const hearing = ref(true)
const root = useTemplateRef('root')

const readings = computed(() =>
  LINE_READINGS.map(reading => {
    const done = runMove(readLine, props.groove, { line: props.line, how: reading.name }, props.kit)
    return {
      id: reading.id,
      name: sentence(reading.name),
      done: done.ok ? done.value : undefined,
      why: done.ok ? '' : done.reason,
    }
  }),
)
const pointed = ref('')
function point({ id, done }: (typeof readings.value)[number]) {
  pointed.value = id
  emit('try', done?.edit)
  if (hearing.value && done) emit('hear', true)
}
function leave() {
  pointed.value = ''
  emit('try', undefined)
}
function take({ done }: (typeof readings.value)[number], how: 'edit' | 'keep') {
  if (!done) return
  emit('try', undefined)
  if (how === 'edit') emit('edit', done.edit)
  else emit('keep', done.edit, done.made)
}
onMounted(() => root.value?.querySelector('button')?.focus())
onBeforeUnmount(() => {
  leave()
  emit('hear', false)
})
</script>

<template>
  <section ref="root" aria-labelledby="readings-title" class="text-base" data-readings @keydown.escape="emit('close')">
    <div class="mb-1 flex items-baseline justify-between gap-2">
      <h2 id="readings-title" class="text-lg">Ways to play the line</h2>
      <UButton color="neutral" variant="outline" @click="emit('close')">Done</UButton>
    </div>
    <div class="mb-1 flex items-start justify-between gap-2 text-sm text-muted">
      <span
        ><span class="pointer-coarse:hidden">Point to see and hear it in place, press to take it.</span
        ><span class="pointer-fine:hidden">Tap one to take it.</span></span
      >
      <USwitch v-model="hearing" label="Hear" />
    </div>
    <ul>
      <li v-for="one in readings" :key="one.id" class="border-t border-muted py-1" :data-reading="one.id">
        <button
          type="button"
          class="w-full cursor-pointer px-1 py-0.5 text-left hover:bg-elevated focus:bg-elevated disabled:cursor-default disabled:text-muted"
          :disabled="!one.done"
          :title="one.why"
          @mouseenter="point(one)"
          @focus="point(one)"
          @mouseleave="leave"
          @blur="leave"
          @click="take(one, 'edit')">
          {{ one.name }}
          <LanesStill v-if="one.done" :groove="one.done.groove" class="mt-0.5" />
          <span v-else class="block text-sm">{{ one.why }}</span>
        </button>
        <button v-if="one.done" type="button" class="quiet-button ml-1" @click="take(one, 'keep')">
          Keep as variation
        </button>
      </li>
    </ul>
  </section>
</template>
