<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { type KindName, KINDS } from '#core/documents'
import { looped } from '#core/perform'
import { sayTempo } from '#core/time'
import { useKeeping } from '~/composables/useKeeping'
import { useOpening } from '~/composables/useOpening'
import { usePlayback } from '~/composables/usePlayback'
import { useStationKeys } from '~/composables/useStationKeys'
import { useKits } from '~/stores/kits'
import { useOpened } from '~/stores/opened'
import { usePlayer } from '~/stores/player'

/** A file, looked at before anything of it is kept: what it holds, what is doubtful, who would play what. */
const found = useOpened()
const kits = useKits()
const player = usePlayer()
const { waiting, chosen, lookAtText } = useOpening()
const { keepAll, keeping, sent, callOff } = useKeeping()
const field = useTemplateRef('field')
const text = ref('')
const shown = ref(0)
const kept = ref<ReadonlySet<number>>(new Set())

watch(
  waiting,
  file => {
    if (!file) return
    waiting.value = undefined
    shown.value = 0
    void found.look(file)
  },
  { immediate: true },
)
watch(
  () => found.stretches.length,
  (now, before) => {
    // All of a song is kept, unless the player says otherwise.
    kept.value =
      now < before ? new Set() : new Set([...kept.value, ...Array.from({ length: now - before }, (_, i) => before + i)])
  },
)
onMounted(found.ready)
onUnmounted(found.leave)

const score = computed(() => (found.opened?.holds === 'score' ? found.opened.score : undefined))
const stretch = computed(() => found.stretches[shown.value])
const groove = computed(() =>
  found.opened?.holds === 'document' && found.opened.kind === 'groove'
    ? found.opened.document
    : stretch.value?.made.groove,
)
const KEEPS = [
  {
    label: 'Keep the feel',
    description:
      'Strokes go to the slots they were meant for, as loud as they usually are there; swing and what lies ahead or behind are the groove’s.',
    value: 'feel',
  },
  {
    label: 'Keep the times',
    description:
      'Each beat is cut as its strokes lie, in fives or sevens if need be, each stroke as loud as it was; this sounds nearest to the file.',
    value: 'times',
  },
]
const says = computed(() => {
  if (!score.value) return ''
  const { bars, meters, strokes, tempo, tempos } = score.value
  return `${bars === 1 ? '1 bar' : `${bars} bars`} of ${meters.slice(0, 4).join(', ')}${meters.length > 4 ? ' …' : ''}, ${strokes} strokes, ${sayTempo(tempo)}${tempos.length ? `, then ${tempos.slice(0, 4).join(', ')}` : ''}`
})
const archived = computed(() => {
  if (found.opened?.holds !== 'archive') return []
  const { documents, log, notes, assets } = found.opened.archive
  return [
    ...(Object.keys(documents) as KindName[]).map(kind => [KINDS[kind].what, documents[kind].length] as const),
    ['log entry', log.length] as const,
    ['note of a day', Object.keys(notes).length] as const,
    ['sound', assets.length] as const,
  ].filter(([, many]) => many)
})
const plural = (word: string, many: number) =>
  many === 1
    ? `1 ${word}`
    : `${many} ${word === 'log entry' ? 'log entries' : word === 'note of a day' ? 'notes of days' : `${word}s`}`

const performance = computed(() => groove.value && looped({ groove: groove.value, kit: kits.of(groove.value.kitId) }))
const { toggle } = usePlayback(performance)
async function keep() {
  if (!found.opened || !found.file || keeping.value) return
  await keepAll(
    found.opened,
    found.stretches.filter((_, i) => kept.value.has(i)),
    found.file.file,
  )
}
useStationKeys('opening', { hear: toggle, keep })
useHead({ title: 'Open a file · Bazzet' })
</script>

<template>
  <StationHeader :name="found.file?.name || (found.opened ? 'From a text' : 'Open a file')">
    <p v-if="score" class="text-sm text-muted" role="status">{{ score.format }}: {{ says }}</p>
    <template #actions>
      <UButton color="neutral" variant="outline" icon="i-lucide-folder-open" @click="field?.click()">{{
        found.file ? 'Another file' : 'Choose a file'
      }}</UButton>
      <input
        ref="field"
        type="file"
        accept=".mid,.midi,.musicxml,.mxl,.xml,.txt,.tab,.json,.zip,.bazzet"
        class="hidden"
        aria-label="File to open"
        @change="chosen" />
      <UButton
        v-if="groove"
        color="neutral"
        variant="outline"
        :icon="player.playing ? 'i-lucide-square' : 'i-lucide-play'"
        @click="toggle"
        >{{ player.playing ? 'Stop' : 'Hear' }}</UButton
      >
      <UButton v-if="found.opened" color="neutral" :loading="keeping" :disabled="!!score && !kept.size" @click="keep">{{
        score ? (kept.size === 1 ? 'Keep as a groove' : `Keep ${kept.size} grooves`) : 'Keep'
      }}</UButton>
    </template>
  </StationHeader>

  <div v-if="!found.opened" class="min-h-0 flex-1 overflow-y-auto px-4 py-6 sm:px-6">
    <p v-if="found.refused" role="alert" class="mb-6 max-w-3xl border-l-3 border-error pl-4 text-base">
      {{ found.refused }} Nothing was kept.
    </p>
    <p v-else-if="found.looking" role="status">Looking …</p>
    <div class="max-w-3xl space-y-4">
      <p>
        Choose a file, drop one anywhere in Bazzet, or paste a tablature. You see what was found before anything is
        kept.
      </p>
      <ul class="list-disc pl-5 text-sm text-muted">
        <li>MIDI: its drums are cut into grooves, and each stroke gets a limb</li>
        <li>MusicXML, packed or not: percussion, with repeats played out</li>
        <li>text tablature: a line a piece, bars between upright strokes</li>
        <li>Bazzet’s own JSON and archives</li>
      </ul>
      <UFormField label="Or paste it here">
        <UTextarea
          v-model="text"
          :rows="8"
          class="w-full font-mono"
          placeholder="HH|x-x-x-x-|&#10;SD|--o---o-|&#10;BD|o---o---|" />
      </UFormField>
      <UButton color="neutral" :disabled="!text.trim()" @click="lookAtText(text)">Look at it</UButton>
    </div>
  </div>

  <div
    v-else-if="score"
    class="min-h-0 flex-1 overflow-y-auto lg:grid lg:grid-cols-[22rem_minmax(0,1fr)] lg:overflow-hidden">
    <div class="border-default lg:overflow-y-auto lg:border-r">
      <StretchList v-model="shown" v-model:kept="kept" :stretches="found.stretches" :more="found.more" />
    </div>
    <div class="space-y-5 px-4 py-4 sm:px-6 lg:overflow-y-auto">
      <div class="flex flex-wrap items-center gap-3 text-sm">
        <span class="text-muted">for</span>
        <USelect
          v-model="found.kitId"
          :items="kits.all.map(kit => ({ label: kit.name, value: kit.id }))"
          class="w-48"
          aria-label="Kit"
          @update:model-value="found.again()" />
        <USelect
          v-model="found.lead"
          :items="[
            { label: 'right hand leads', value: 'right' },
            { label: 'left hand leads', value: 'left' },
          ]"
          class="w-44"
          aria-label="Leading hand"
          @update:model-value="found.again()" />
        <span v-if="found.looking" role="status" class="text-muted">Working out who plays what …</span>
      </div>
      <StretchView
        v-if="stretch"
        :stretch="stretch"
        :chosen="found.chosenIn(shown)"
        @choose="(index, limb) => found.choose(shown, index, limb)" />
      <section v-if="score.played" data-played>
        <h3 class="font-semibold">This was played, not written</h3>
        <p v-if="score.played.length" class="mt-1 max-w-3xl">{{ score.played.join(' ') }}</p>
        <URadioGroup
          v-model="found.keeps"
          :items="KEEPS"
          color="neutral"
          class="mt-2"
          aria-label="What is kept of how it was played"
          @update:model-value="found.again()" />
      </section>
      <section v-if="score.doubts.length" data-doubts>
        <h3 class="font-semibold">What is not certain in this file</h3>
        <ul class="mt-1 max-w-3xl list-disc space-y-0.5 pl-5">
          <li v-for="(doubt, i) in score.doubts" :key="i">{{ doubt }}</li>
        </ul>
      </section>
    </div>
  </div>

  <div v-else class="min-h-0 flex-1 overflow-y-auto px-4 py-6 sm:px-6">
    <template v-if="found.opened.holds === 'document'">
      <p class="mb-4">
        A {{ KINDS[found.opened.kind].what }}:
        <b>{{
          'title' in found.opened.document
            ? found.opened.document.title
            : 'name' in found.opened.document
              ? found.opened.document.name
              : 'settings of a player'
        }}</b>
      </p>
      <LanesStill v-if="groove" :groove="groove" large />
    </template>
    <template v-else-if="found.opened.holds === 'archive'">
      <p>An archive of everything that was kept:</p>
      <ul class="mt-2 list-disc pl-5">
        <li v-for="[word, many] in archived" :key="word">{{ plural(word, many) }}</li>
      </ul>
      <p class="mt-3 max-w-3xl text-sm text-muted">
        What is here already, by its id, stays as it is; the rest is added.
      </p>
      <div v-if="sent !== undefined" role="status" class="mt-4 max-w-md" data-sent>
        <p class="mb-1 text-sm">Bringing in the sounds, {{ Math.round(sent * 100) }} %</p>
        <UProgress :model-value="Math.round(sent * 100)" color="neutral" />
        <UButton class="mt-3" color="neutral" variant="outline" @click="callOff">Call it off</UButton>
      </div>
      <section v-if="found.opened.archive.bad.length" class="mt-4">
        <h3 class="font-semibold text-error">Can’t be read</h3>
        <ul class="list-disc pl-5">
          <li v-for="one in found.opened.archive.bad" :key="one.file">{{ one.file }}: {{ one.reason }}</li>
        </ul>
      </section>
    </template>
  </div>
</template>
