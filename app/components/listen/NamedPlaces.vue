<script setup lang="ts">
import { ref, useTemplateRef } from 'vue'
import { RECORDING_LIMITS, type BeatMap, NEAR, type Recording, barAt } from '#core/recording'
import { newId } from '~/documents/ids'
import { sayClock } from '~/listen/say'

/** Sections of a recording, named over what is marked, and marks with words at a place. */
const props = defineProps<{
  recording: Recording
  map: BeatMap
  at: number
  span: { from: number; to: number } | undefined
}>()
const emit = defineEmits<{ change: [set: Partial<Recording>]; go: [from: number, to?: number] }>()

const name = ref('')
const words = ref('')
const section = useTemplateRef<{ inputRef: HTMLInputElement }>('section')
const mark = useTemplateRef<{ inputRef: HTMLInputElement }>('mark')
defineExpose({ toSection: () => section.value?.inputRef.focus(), toMark: () => mark.value?.inputRef.focus() })

function nameIt() {
  const { span, recording } = props
  if (!span || !name.value.trim()) return
  const sections = [...recording.sections, { id: newId(), name: name.value.trim(), ...span }].sort(
    (a, b) => a.from - b.from,
  )
  emit('change', { sections })
  name.value = ''
}
function markIt() {
  if (!words.value.trim()) return
  const marks = [...props.recording.marks, { id: newId(), at: props.at, words: words.value.trim() }].sort(
    (a, b) => a.at - b.at,
  )
  emit('change', { marks })
  words.value = ''
}
const without = <T extends { id: string }>(list: T[], id: string) => list.filter(one => one.id !== id)
const barOf = (at: number) => {
  const n = barAt(props.map, at)
  return n < 0 ? sayClock(at) : `bar ${n + 1}`
}
</script>

<template>
  <section aria-labelledby="places-title">
    <h2 id="places-title" class="mb-1 text-lg">Sections and marks</h2>
    <form class="mb-2 flex max-w-md gap-2" @submit.prevent="nameIt">
      <UInput
        ref="section"
        v-model="name"
        :maxlength="RECORDING_LIMITS.name"
        class="flex-1"
        :placeholder="
          span ? `Name of ${barOf(span.from)} to ${barOf(span.to - 2 * NEAR)}` : 'Mark bars first, by dragging'
        "
        aria-label="Name of the section that is marked" />
      <UButton type="submit" color="neutral" variant="outline" :disabled="!span || !name.trim()">Name it</UButton>
    </form>
    <form class="mb-3 flex max-w-md gap-2" @submit.prevent="markIt">
      <UInput
        ref="mark"
        v-model="words"
        :maxlength="RECORDING_LIMITS.words"
        class="flex-1"
        :placeholder="`What is at ${barOf(at)}`"
        aria-label="Words for a mark at the cursor" />
      <UButton type="submit" color="neutral" variant="outline" :disabled="!words.trim()">Mark it</UButton>
    </form>
    <ul class="max-w-md">
      <li v-for="one in recording.sections" :key="one.id" class="flex items-center border-b border-muted" data-section>
        <button
          type="button"
          class="flex min-w-0 flex-1 cursor-pointer items-baseline gap-3 py-1 text-left hover:bg-muted"
          @click="emit('go', one.from, one.to)">
          <span class="truncate font-semibold">{{ one.name }}</span>
          <span class="ml-auto text-sm text-muted">from {{ barOf(one.from) }}, {{ sayClock(one.to - one.from) }}</span>
        </button>
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="`Take away the section ${one.name}`"
          @click="emit('change', { sections: without(recording.sections, one.id) })" />
      </li>
      <li v-for="one in recording.marks" :key="one.id" class="flex items-center border-b border-muted" data-mark>
        <button
          type="button"
          class="flex min-w-0 flex-1 cursor-pointer items-baseline gap-3 py-1 text-left hover:bg-muted"
          @click="emit('go', one.at)">
          <span class="min-w-0 break-words">{{ one.words }}</span>
          <span class="ml-auto whitespace-nowrap text-sm text-muted">{{ barOf(one.at) }}, {{ sayClock(one.at) }}</span>
        </button>
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="`Take away the mark ${one.words}`"
          @click="emit('change', { marks: without(recording.marks, one.id) })" />
      </li>
    </ul>
  </section>
</template>
