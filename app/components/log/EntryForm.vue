<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { LIMBS, LIMB_NAMES } from '#core/kit'
import { type LogEntry, WORDS, makeEntry, readEntry } from '#core/practise'
import { NOTE_VALUES, sayNoteValue } from '#core/time'
import { newId } from '~/documents/ids'

/** An entry corrected, or one written down by hand: a rehearsal, a lesson, an hour at the kit. */
const props = defineProps<{ entry?: LogEntry | undefined; today: string }>()
const emit = defineEmits<{ keep: [entry: LogEntry]; bin: []; close: [] }>()
const NO_WORD = 'no word'
const NONE = 'no tempo'
const draft = reactive({
  title: props.entry?.subject.title ?? '',
  day: props.entry?.day ?? props.today,
  minutes: props.entry ? Math.round(props.entry.seconds / 6) / 10 : 60,
  bpm: props.entry?.tempo?.bpm,
  counts: (props.entry?.tempo?.counts ?? NONE) as string,
  word: (props.entry?.word ?? NO_WORD) as string,
  limbs: [...(props.entry?.limbs ?? LIMBS)],
  note: props.entry?.note ?? '',
})
const reason = ref('')
const counts = [
  { label: NONE, value: NONE },
  ...NOTE_VALUES.map(value => ({ label: sayNoteValue(value), value: value as string })),
]
const words = [NO_WORD, ...WORDS]
const byHand = computed(() => !props.entry || props.entry.source === 'hand')
function keep() {
  const now =
    props.entry ??
    makeEntry({
      id: newId(),
      at: new Date().toISOString(),
      day: draft.day,
      subject: { kind: 'other', id: 'by-hand', revision: null, title: '' },
      stage: '',
      seconds: 0,
    })
  const title = draft.title.trim()
  // A day of its own is noon, so that it lies in its place among the others.
  const at =
    props.entry && props.entry.day === draft.day
      ? now.at
      : draft.day === props.today && !props.entry
        ? now.at
        : `${draft.day}T12:00:00Z`
  const made = readEntry({
    ...now,
    at,
    day: draft.day,
    subject: { ...now.subject, title },
    stage: props.entry && !byHand.value ? now.stage : title,
    seconds: Math.round(Number(draft.minutes) * 60),
    limbs: LIMBS.filter(limb => draft.limbs.includes(limb)),
    tempo: draft.counts === NONE ? null : { bpm: draft.bpm, counts: draft.counts },
    word: draft.word === NO_WORD ? null : draft.word,
    note: draft.note.trim(),
  })
  if (!made.ok) reason.value = made.problems?.map(one => one.reason).join(' ') ?? made.reason
  else emit('keep', made.value)
}
const limbItems = LIMBS.map(value => ({ label: LIMB_NAMES[value], value }))
</script>

<template>
  <form class="space-y-3" data-entry @submit.prevent="keep">
    <UFormField label="What"
      ><UInput
        v-model="draft.title"
        maxlength="160"
        class="w-full"
        aria-label="What was practised"
        placeholder="Rehearsal, lesson, an hour at the kit"
        :disabled="!byHand"
    /></UFormField>
    <div class="flex flex-wrap gap-x-4 gap-y-3">
      <UFormField label="Day"><UInput v-model="draft.day" type="date" class="w-40" aria-label="Day" /></UFormField>
      <UFormField label="Minutes"
        ><UInputNumber v-model="draft.minutes" :step="1" :step-snapping="false" class="w-28" aria-label="Minutes"
      /></UFormField>
      <UFormField label="Word"
        ><USelect v-model="draft.word" :items="words" class="w-28" aria-label="Word"
      /></UFormField>
      <UFormField label="Tempo"
        ><span class="flex gap-2"
          ><USelect
            v-model="draft.counts"
            :items="counts"
            class="w-36"
            aria-label="What the tempo counts" /><UInputNumber
            v-if="draft.counts !== NONE"
            v-model="draft.bpm"
            :step-snapping="false"
            class="w-26"
            aria-label="Tempo" /></span
      ></UFormField>
    </div>
    <UCheckboxGroup
      v-model="draft.limbs"
      legend="Who played"
      :items="limbItems"
      orientation="horizontal"
      color="neutral" />
    <UFormField label="Note"
      ><UTextarea v-model="draft.note" :rows="3" maxlength="1000" class="w-full" aria-label="Note"
    /></UFormField>
    <p v-if="reason" role="alert" class="text-error">{{ reason }}</p>
    <div class="flex gap-2">
      <UButton type="submit" color="neutral">Keep</UButton
      ><UButton color="neutral" variant="outline" @click="emit('close')">Leave it</UButton
      ><UButton
        v-if="entry"
        color="neutral"
        variant="ghost"
        class="ml-auto"
        icon="i-lucide-trash-2"
        @click="emit('bin')"
        >Put in the bin</UButton
      >
    </div>
  </form>
</template>
