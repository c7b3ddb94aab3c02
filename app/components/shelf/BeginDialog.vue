<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { COMMON_TIME, type Groove, barsOf, makeBars, makeGroove, sentence } from '#core/groove'
import { STYLE_CARDS, STYLE_FAMILIES, type StyleCard, figureBars, firstCandidates, partFrom, stylesFound } from '#core/style'
import { type Meter, type Tempo, convertTempo, isCompound, sayTempo, writeMeter } from '#core/time'
import { newId } from '~/documents/ids'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'

/** Begin a groove: from a style, with its first parts or bare, or from empty bars. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ begin: [groove: Groove] }>()

const drummer = useDrummer()
const kits = useKits()
/** What the player begins with, unless they say otherwise. */
const usual = computed(() => ({ lead: drummer.defaults.lead, kitId: kits.of(drummer.defaults.kitId).id }))

const title = ref('')
const from = ref<'style' | 'empty'>('style')
const styleId = ref(STYLE_CARDS[0]!.id)
const styleBars = ref(2)
const layered = ref<'first' | 'bare'>('first')
const time = ref({ ...COMMON_TIME })
const wrong = ref('')

/** Where a dotted quarter is felt, it is also what a tempo counts. */
const counted = (quarters: number, m: Meter): Tempo =>
  (isCompound(m) ? { ...convertTempo({ bpm: quarters, counts: '1/4' }, '1/4.'), counts: '1/4.' } : { bpm: quarters, counts: '1/4' })

const sought = ref('')
/** What is looked for, family by family. */
const styles = computed(() => {
  const found = stylesFound(sought.value)
  return STYLE_FAMILIES.flatMap(family => found.filter(one => one.family === family)).map(one => ({
    value: one.id,
    label: one.name,
    description: `${sentence(one.family)}. ${one.about} ${writeMeter(one.meter)}, ${sayTempo(counted(one.tempo.usual, one.meter))}.`,
  }))
})
watch(styles, now => now.length && !now.some(one => one.value === styleId.value) && (styleId.value = now[0]!.value))
const card = computed(() => STYLE_CARDS.find(one => one.id === styleId.value)!)
/** A figure of two bars is begun in pairs of bars. */
const figure = computed(() => figureBars(card.value))
watch(figure, now => (styleBars.value = Math.max(now, Math.ceil(styleBars.value / now) * now)))

function fromStyle(style: StyleCard): Groove {
  const bars = makeBars(style.meter, styleBars.value, style.slots)
  const seat = { lead: usual.value.lead, hands: kits.of(usual.value.kitId).hands }
  const parts = layered.value === 'bare' ? [] : firstCandidates(style, seat).map((candidate) => {
    const part = partFrom(style, candidate, bars, newId())
    return { ...part, name: drummer.named(part.name) }
  })
  return makeGroove({
    ...usual.value,
    id: newId(),
    title: title.value.trim() || style.name,
    style: style.id,
    bars,
    parts,
    tempo: counted(style.tempo.usual, style.meter),
    feel: { swing: style.swing, push: {} },
  })
}

/** What the player begins with must have come before anything is begun. */
async function begin() {
  await kits.load()
  if (from.value === 'style') return emit('begin', fromStyle(card.value))
  const bars = barsOf(time.value)
  wrong.value = bars.ok ? '' : bars.reason
  if (!bars.ok) return
  emit('begin', makeGroove({
    ...usual.value,
    id: newId(),
    title: title.value.trim() || 'New groove',
    bars: bars.value,
    tempo: counted(isCompound(bars.value[0]!.meter) ? 108 : 100, bars.value[0]!.meter),
  }))
}
</script>

<template>
  <UModal v-model:open="open" title="Begin a groove" description="From a style, or from empty bars. Everything can be changed later." :ui="{ content: 'max-w-2xl bg-default' }">
    <template #body>
      <form class="space-y-4" @submit.prevent="begin">
        <UFormField label="Title">
          <UInput v-model="title" :placeholder="from === 'style' ? card.name : 'New groove'" maxlength="120" class="w-full" />
        </UFormField>
        <UTabs v-model="from" :items="[{ label: 'From a style', value: 'style' }, { label: 'Empty bars', value: 'empty' }]" color="neutral" :content="false" />
        <template v-if="from === 'style'">
          <UInput v-model="sought" icon="i-lucide-search" placeholder="Style or family: shuffle, jazz, Brazil …" class="w-full" aria-label="Find a style" />
          <div class="h-64 overflow-y-auto pr-1">
            <p v-if="!styles.length">No style is called that.</p>
            <URadioGroup v-model="styleId" legend="Style" color="neutral" variant="table" size="sm" :items="styles" />
          </div>
          <div class="flex gap-8">
            <UFormField label="Bars"><UInputNumber v-model="styleBars" :min="figure" :max="8" :step="figure" class="w-24" /></UFormField>
            <URadioGroup v-model="layered" legend="Start with" color="neutral" :items="[{ value: 'first', label: 'a first part for each limb' }, { value: 'bare', label: 'nothing: I layer it myself' }]" />
          </div>
        </template>
        <template v-else>
          <TimeForm v-model="time" />
          <p v-if="wrong" role="alert" class="text-error">{{ wrong }}</p>
        </template>
        <UButton type="submit" color="neutral" size="lg">Begin</UButton>
      </form>
    </template>
  </UModal>
</template>
