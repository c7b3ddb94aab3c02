<script setup lang="ts">
import { computed } from 'vue'
import { type MapEvent, barChosen, whyNoFill } from '#core/editor'
import {
  PHRASE_LIMITS,
  RESTS,
  REST_NAMES,
  type PhraseEdit,
  type Section,
  type When,
  grooveKeyOf,
  pin,
  sayBarsOf,
  sayWhen,
  setTurns,
  shortTitle,
} from '#core/phrase'
import { present } from '#core/present'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { usePhrase } from '~/stores/phrase'

/** The chosen section: its name, what it plays and how often, and its turns. */
const emit = defineEmits<{ send: [event: MapEvent]; take: [as: 'play' | 'turn', grooveId: string] }>()
const store = usePhrase()
// The map is drawn at once; the fields around it follow.
const phrase = useAfterPaint(() => present(store.phrase, 'phrase'), 2)
const section = computed(
  () => phrase.value.sections.find(one => one.id === store.section?.id) ?? phrase.value.sections[0]!,
)
const key = computed(() => grooveKeyOf(section.value.play))
const groove = computed(() => phrase.value.grooves[key.value]!)
const rest = computed(() => ('rest' in section.value.play ? section.value.play : undefined))

const set = (facts: Partial<Omit<Section, 'id'>>) => emit('send', { type: 'set', facts })
const edit = (change: PhraseEdit) => emit('send', { type: 'edit', edit: change })

function rename(event: Event) {
  const input = event.target as HTMLInputElement
  const name = input.value.trim()
  if (name) set({ name })
  else input.value = section.value.name
}
function togglePin() {
  const done = pin(phrase.value, key.value, !groove.value.pinned)
  if (done.ok) edit(done.value)
}
/** Why a fill can't be added here, as the deed itself would say. */
const why = computed(() => {
  const bar = store.bars.length ? barChosen(store.state, store.bars) : undefined
  return bar && whyNoFill(bar, section.value)
})
const titleOf = (one: string) => phrase.value.grooves[one]?.seen.groove.title ?? ''
/** When a turn may come, as a list to choose from. */
const whens = computed(() => {
  const { times } = section.value
  const all: When[] = [
    'last',
    ...[1, 2, 3, 4, 8].filter(n => n === 1 || n <= times).map(every => ({ every })),
    ...Array.from({ length: Math.min(times, 16) }, (_, i) => ({ round: i + 1 })),
  ]
  return all.map(when => ({ label: sayWhen(when), value: JSON.stringify(when) }))
})
const setWhen = (turn: number, when: string) =>
  edit(
    setTurns(
      phrase.value,
      section.value.id,
      section.value.turns.map((one, i) => (i === turn ? { ...one, when: JSON.parse(when) as When } : one)),
    ),
  )
const rests = RESTS.map(value => ({ label: REST_NAMES[value], value }))
</script>

<template>
  <section aria-label="The chosen section" class="space-y-3">
    <div class="flex items-baseline gap-2">
      <input
        :value="section.name"
        aria-label="Name of the section"
        maxlength="60"
        class="display field-sizing-content min-w-10 max-w-52 border-b border-transparent bg-transparent text-xl text-highlighted hover:border-accented focus:border-inverted"
        @change="rename" />
      <span class="text-sm text-muted">{{ sayBarsOf(phrase, phrase.sections.indexOf(section)) }}</span>
    </div>
    <div v-if="rest" class="space-y-2">
      <UFormField label="For"
        ><USelect
          :model-value="rest.rest"
          :items="rests"
          class="w-36"
          aria-label="What these bars are for"
          @update:model-value="kind => set({ play: { ...rest!, rest: kind as (typeof RESTS)[number] } })"
      /></UFormField>
      <div class="flex gap-4">
        <USwitch
          :model-value="rest.feet"
          label="Feet go on"
          @update:model-value="feet => set({ play: { ...rest!, feet } })" /><USwitch
          :model-value="rest.click"
          label="Click goes on"
          @update:model-value="click => set({ play: { ...rest!, click } })" />
      </div>
    </div>
    <div v-else class="space-y-1">
      <GroovePicker
        :model-value="groove.id"
        :chosen="{ id: groove.id, title: groove.seen.groove.title }"
        label="Groove of the section"
        class="w-full"
        @update:model-value="id => id && id !== groove.id && emit('take', 'play', id)" />
      <p class="flex flex-wrap items-center gap-2 text-sm text-muted">
        <UButton
          size="xs"
          color="neutral"
          :variant="groove.pinned ? 'solid' : 'outline'"
          icon="i-lucide-pin"
          :aria-pressed="groove.pinned"
          title="A pinned groove stays as it is; otherwise changes on the Bench show here"
          @click="togglePin"
          >{{ groove.pinned ? 'Pinned' : 'Pin' }}</UButton
        >
        <UButton size="xs" color="neutral" variant="outline" :to="`/bench/${groove.id}`">Open on Bench</UButton>
        <span v-if="store.gone.has(groove.id)">Not on the Shelf any more; played as last seen.</span>
      </p>
    </div>
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2 text-sm text-muted">
      <UFormField label="Bars a time"
        ><UInputNumber
          :model-value="section.bars"
          :min="1"
          :max="PHRASE_LIMITS.bars"
          class="w-22"
          aria-label="Bars a time"
          @update:model-value="bars => bars && set({ bars })"
      /></UFormField>
      <UFormField label="Times"
        ><UInputNumber
          :model-value="section.times"
          :min="1"
          :max="PHRASE_LIMITS.bars"
          class="w-22"
          aria-label="Times"
          @update:model-value="times => times && set({ times })"
      /></UFormField>
    </div>
    <div class="flex items-center gap-2 text-sm text-muted">
      <USwitch
        :model-value="!!section.tempo"
        label="Its own tempo"
        @update:model-value="own => set({ tempo: own ? phrase.tempo : null })" />
      <UInputNumber
        v-if="section.tempo"
        :model-value="section.tempo.bpm"
        :min="20"
        :max="400"
        class="w-24"
        aria-label="Tempo of the section"
        @update:model-value="bpm => bpm && set({ tempo: { ...section.tempo!, bpm } })" />
    </div>
    <div>
      <h3 class="mb-1 text-base">Turns</h3>
      <p v-if="!section.turns.length" class="text-sm text-muted">
        Every time alike. Turn it by a fill over the chosen bar, or by another groove.
      </p>
      <ul class="space-y-1">
        <li v-for="(turn, i) in section.turns" :key="i" class="flex items-center gap-1.5 text-sm" data-turn>
          <BarSelect
            :model-value="JSON.stringify(turn.when)"
            :items="whens"
            size="xs"
            class="w-36 shrink-0"
            label="Comes"
            :means="`When turn ${i + 1} comes`"
            @update:model-value="when => setWhen(i, String(when))" />
          <span v-if="'fill' in turn.put" class="flex-1">fill</span>
          <span v-else class="min-w-0 flex-1 truncate" :title="titleOf(turn.put.groove)">{{
            shortTitle(phrase, turn.put.groove)
          }}</span>
          <UButton
            size="xs"
            color="neutral"
            variant="ghost"
            icon="i-lucide-x"
            :aria-label="`Remove turn ${i + 1}`"
            @click="emit('send', { type: 'turn out', turn: i })" />
        </li>
      </ul>
      <div class="mt-2 flex flex-wrap gap-1.5">
        <UButton
          color="neutral"
          variant="outline"
          :disabled="!!why"
          :title="why ?? 'Over the chosen bar, this time'"
          @click="emit('send', { type: 'fill' })"
          >Add a fill</UButton
        >
        <GroovePicker
          :model-value="''"
          label="Groove to turn it by"
          placeholder="Turn by a groove"
          class="w-40"
          @update:model-value="id => id && emit('take', 'turn', id)" />
      </div>
    </div>
    <div class="flex flex-wrap gap-1.5">
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-up"
        aria-label="The section earlier"
        @click="emit('send', { type: 'move', by: -1 })" />
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-down"
        aria-label="The section later"
        @click="emit('send', { type: 'move', by: 1 })" />
      <UButton size="xs" color="neutral" variant="outline" @click="emit('send', { type: 'twice' })">Duplicate</UButton>
      <UButton
        size="xs"
        color="error"
        variant="ghost"
        :disabled="phrase.sections.length === 1"
        @click="emit('send', { type: 'out' })"
        >Remove</UButton
      >
    </div>
  </section>
</template>
