<script setup lang="ts">
import { together } from '#core/edit'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Groove } from '#core/groove'
import {
  type Answers,
  type Phrase,
  type PhraseEdit,
  type SmallChange,
  type Template,
  TEMPLATES,
  asGroove,
  busierChanges,
  formed,
  otherCymbals,
  phraseBars,
  playedGroove,
  roundedOff,
  sketchOf,
  smallChanges,
  templateFill,
  unusedOut,
} from '#core/phrase'
import type { Stored } from '#core/documents/wire'
import { present } from '#core/present'
import { api } from '~/documents/api'
import { ApiProblem } from '~/documents/ask'
import { newId } from '~/documents/ids'
import { useKits } from '~/stores/kits'

/** Forms made on grooves of the shelf: each asks for what it needs, and is seen whole before it is taken. */
const props = defineProps<{ phrase: Phrase; /** The groove that is begun with. */ grooveId: string }>()
const emit = defineEmits<{ edit: [edit: PhraseEdit]; close: []; refused: [reason: string] }>()
const kits = useKits()
const kit = computed(() => kits.of(props.phrase.kitId))

const template = shallowRef<Template>(TEMPLATES[0]!)
/** Grooves of the shelf that were chosen, by the place they are asked for. */
const chosen = ref<Record<number, string>>({ 0: props.grooveId })
const whole = shallowRef(new Map<string, Stored<Groove>>())
watch(
  chosen,
  async now => {
    const missing = Object.values(now).filter(id => id && !whole.value.has(id))
    if (!missing.length) return
    try {
      const found = await api.grooves.some(missing)
      whole.value = new Map([...whole.value, ...found.map(one => [one.document.id, one] as const)])
    } catch (error) {
      emit('refused', (error as Error).message)
    }
  },
  { immediate: true, deep: true },
)
const home = computed(() => whole.value.get(chosen.value[0] ?? ''))
const cards = computed(() =>
  TEMPLATES.map(one => ({
    template: one,
    bars: home.value && sketchOf(one, playedGroove(home.value.document, home.value.revision)),
  })),
)

/** What can be made of the first groove on the spot, and which of it is wanted. */
const makers = {
  'small changes': smallChanges,
  'other cymbal': otherCymbals,
  busier: busierChanges,
  'rounded off': roundedOff,
} as const
const offered = computed<SmallChange[]>(() => {
  const from = template.value.grooves[1]?.from
  return from && home.value ? makers[from](home.value.document, kit.value) : []
})
const wanted = ref<string[]>([])
watch([template, home], () => (wanted.value = offered.value.slice(0, template.value.many ? 4 : 1).map(one => one.name)))
const toggle = (name: string) =>
  (wanted.value = template.value.many
    ? wanted.value.includes(name)
      ? wanted.value.filter(one => one !== name)
      : [...wanted.value, name]
    : [name])
/** Ids for what is made, kept while the player chooses, so that the same is seen and taken. */
const ids = new Map<string, string>()
const madeOf = (change: SmallChange, taken: readonly string[]): Groove => {
  const key = `${present(home.value, 'home').document.id} ${change.name}`
  if (!ids.has(key)) ids.set(key, newId())
  const { document, revision } = present(home.value, 'home')
  return asGroove(change, document, revision, ids.get(key)!, taken)
}
const made = computed(() =>
  home.value && !chosen.value[1]
    ? offered.value
        .filter(one => wanted.value.includes(one.name))
        .reduce<Groove[]>(
          (all, one) => [
            ...all,
            madeOf(
              one,
              all.map(({ title }) => title),
            ),
          ],
          [],
        )
    : [],
)

/** What is asked for: of a template of any number of changes one place more than were chosen. */
const asked = computed(() => {
  const { grooves, many } = template.value
  const last = grooves.at(-1)!
  const picked = many ? Object.entries(chosen.value).filter(([i, id]) => Number(i) > 0 && id).length : 0
  return [...grooves, ...Array.from({ length: picked }, (_, i) => ({ ...last, name: `${last.name}, ${i + 2}` }))]
})
/** Every other groove of its family, each a change. */
async function takeFamily() {
  const first = chosen.value[0] ?? ''
  try {
    const family = (await api.grooves.list({ family: first }))
      .map(({ summary }) => summary.id)
      .filter(id => id !== first)
    if (!family.length) return emit('refused', 'It has no variations yet: keep some, or choose grooves one by one.')
    chosen.value = { 0: first, ...Object.fromEntries(family.map((id, i) => [i + 1, id])) }
  } catch (error) {
    emit('refused', (error as Error).message)
  }
}
watch(template, () => (chosen.value = { 0: chosen.value[0] ?? '' }))

const numbers = ref<Record<string, number>>({})
watch(
  template,
  now => (numbers.value = Object.fromEntries(Object.entries(now.asks).map(([key, ask]) => [key, ask.usual]))),
  { immediate: true },
)
const number = (key: 'bars' | 'other' | 'times') => numbers.value[key] ?? template.value.asks[key]?.usual ?? 1
const answers = computed<Answers | undefined>(() => {
  if (!home.value) return undefined
  const others = asked.value.slice(1).flatMap((_, i) => whole.value.get(chosen.value[i + 1] ?? '') ?? [])
  const grooves = [
    playedGroove(home.value.document, home.value.revision),
    ...others.map(one => playedGroove(one.document, one.revision)),
    ...made.value.map(groove => playedGroove(groove, 1)),
  ]
  const bars = template.value.fill === 'beat' ? 4 : number('bars')
  return {
    grooves,
    bars: number('bars'),
    other: number('other'),
    times: number('times'),
    fill: templateFill(template.value, home.value.document, bars, kit.value, props.phrase.tempo),
  }
})
const form = computed(() => (answers.value ? formed(template.value, answers.value, newId) : undefined))
const preview = computed<Phrase | undefined>(() =>
  form.value?.ok ? { ...props.phrase, ...form.value.value } : undefined,
)
const fits = computed(() => (preview.value ? phraseBars(preview.value) <= 128 : false))

async function take(place: 'instead' | 'after') {
  if (!form.value?.ok) return
  try {
    // What was made on the spot is kept as variations, so that it can be opened on the Bench like any other.
    for (const groove of made.value)
      await api.grooves.create(groove).catch(error => {
        if (!(error instanceof ApiProblem) || error.status !== 409) throw error
      })
    const { grooves, sections } = form.value.value
    const whole: PhraseEdit[] = [
      { type: 'grooves', set: grooves },
      place === 'instead'
        ? { type: 'sections', index: 0, remove: props.phrase.sections.length, put: sections }
        : { type: 'sections', index: props.phrase.sections.length, remove: 0, put: sections },
    ]
    const after: Phrase = {
      ...props.phrase,
      grooves: { ...props.phrase.grooves, ...grooves },
      sections: place === 'instead' ? sections : [...props.phrase.sections, ...sections],
    }
    emit('edit', together(template.value.name, [...whole, ...unusedOut(after)]))
  } catch (error) {
    emit('refused', (error as Error).message)
  }
}
</script>

<template>
  <div
    class="grid min-h-0 flex-1 grid-cols-[17rem_minmax(0,1fr)] max-sm:grid-cols-[9rem_minmax(0,1fr)] overflow-hidden"
    data-templates>
    <nav aria-label="Templates" class="overflow-y-auto border-r border-default py-2">
      <button
        v-for="{ template: one, bars } in cards"
        :key="one.id"
        type="button"
        class="block w-full cursor-pointer px-3 py-2 text-left"
        :class="one === template ? 'outline-2 -outline-offset-2 outline-inverted' : 'hover:bg-elevated'"
        :aria-current="one === template ? 'true' : undefined"
        :aria-label="one.name"
        @click="template = one">
        <TemplateSketch v-if="bars" :bars="bars" />
        <span class="mt-1 block truncate text-lg text-highlighted">{{ one.name }}</span>
        <span class="block truncate text-sm text-muted">{{ one.about }}</span>
      </button>
    </nav>
    <div class="min-h-0 space-y-3 overflow-y-auto px-6 py-3">
      <div class="flex flex-wrap items-center gap-3">
        <p class="flex-1">{{ template.about }}</p>
        <UButton color="neutral" variant="ghost" @click="emit('close')">Close</UButton>
      </div>
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <UFormField v-for="(one, i) in asked" :key="one.name" :label="one.name"
          ><GroovePicker
            :model-value="chosen[i] ?? ''"
            :chosen="whole.get(chosen[i] ?? '') && { id: chosen[i]!, title: whole.get(chosen[i]!)!.document.title }"
            :label="`Groove for ${one.name}`"
            :placeholder="one.from ? 'From the Shelf, or made below' : 'Choose a groove'"
            class="w-56"
            @update:model-value="id => (chosen = { ...chosen, [i]: id })"
        /></UFormField>
        <UButton v-if="template.many" color="neutral" variant="outline" @click="takeFamily">All of its family</UButton>
        <UFormField v-for="(ask, key) in template.asks" :key="key" :label="ask!.name"
          ><USelect v-model="numbers[key]" :items="[...ask!.of]" class="w-24" :aria-label="ask!.name"
        /></UFormField>
      </div>
      <fieldset v-if="offered.length && !chosen[1]">
        <legend class="mb-1 text-sm text-muted">
          {{
            template.many
              ? 'Changes, each once; they are kept as variations'
              : 'Made of the first; it is kept as a variation'
          }}
        </legend>
        <div class="flex flex-wrap gap-1.5">
          <UButton
            v-for="one in offered"
            :key="one.name"
            color="neutral"
            :variant="wanted.includes(one.name) ? 'solid' : 'outline'"
            :aria-pressed="wanted.includes(one.name)"
            :title="one.sentence"
            @click="toggle(one.name)"
            >{{ one.name }}</UButton
          >
        </div>
      </fieldset>
      <p v-if="form && !form.ok" class="text-error" role="alert">{{ form.reason }}</p>
      <template v-if="preview">
        <div class="flex flex-wrap items-center gap-2">
          <b>{{ phraseBars(preview) }} bars</b>
          <UButton color="neutral" :disabled="!fits" @click="take('instead')">Use</UButton>
          <UButton
            color="neutral"
            variant="outline"
            :disabled="phraseBars(phrase) + phraseBars(preview) > 128"
            @click="take('after')"
            >Add it at the end</UButton
          >
          <span v-if="!fits" class="text-sm text-error">A phrase has at most 128 bars.</span>
        </div>
        <PhraseMap :phrase="preview" still />
      </template>
    </div>
  </div>
</template>
