<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Groove, makeBars, makeGroove } from '#core/groove'
import { STYLE_CARDS, type StyleCard, partFrom, candidatesFor } from '#core/style'
import { type Meter, type Tempo, convertTempo, isCompound, writeMeter } from '#core/time'
import { newId } from '~/composables/useApi'
import { COMMON_TIME, barsOf } from '~/composables/useTimeChoice'

/** Begin a groove: from a style, with its first parts or bare, or from empty bars. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ begin: [groove: Groove] }>()

const title = ref('')
const from = ref<'style' | 'empty'>('style')
const styleId = ref(STYLE_CARDS[0]!.id)
const styleBars = ref(2)
const layered = ref<'first' | 'bare'>('first')
const time = ref({ ...COMMON_TIME })
const wrong = ref('')

const styles = STYLE_CARDS.map(one => ({
  value: one.id,
  label: one.name,
  description: `${one.about} ${writeMeter(one.meter)}, ${Array.isArray(one.slots) ? one.slots.join('+') : one.slots} slots a beat, around ${one.tempo.usual} quarters a minute.`,
}))
const card = computed(() => STYLE_CARDS.find(one => one.id === styleId.value)!)

/** Where a dotted quarter is felt, it is also what a tempo counts. */
const counted = (quarters: number, m: Meter): Tempo =>
  (isCompound(m) ? { ...convertTempo({ bpm: quarters, counts: '1/4' }, '1/4.'), counts: '1/4.' } : { bpm: quarters, counts: '1/4' })

function fromStyle(style: StyleCard): Groove {
  const bars = makeBars(style.meter, styleBars.value, style.slots)
  const parts = layered.value === 'bare' ? [] : style.order.map(limb => partFrom(candidatesFor(style, limb)[0]!, bars, newId()))
  return makeGroove({
    id: newId(),
    title: title.value.trim() || style.name,
    style: style.id,
    bars,
    parts,
    tempo: counted(style.tempo.usual, style.meter),
    feel: { swing: style.swing, push: {} },
  })
}

function begin() {
  if (from.value === 'style') return emit('begin', fromStyle(card.value))
  const bars = barsOf(time.value)
  wrong.value = bars.ok ? '' : bars.reason
  if (!bars.ok) return
  emit('begin', makeGroove({
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
          <div class="max-h-64 overflow-y-auto pr-1">
            <URadioGroup v-model="styleId" legend="Style" color="neutral" variant="table" size="sm" :items="styles" />
          </div>
          <div class="flex gap-8">
            <UFormField label="Bars"><UInputNumber v-model="styleBars" :min="1" :max="8" class="w-24" /></UFormField>
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
