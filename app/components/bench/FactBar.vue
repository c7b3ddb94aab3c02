<script setup lang="ts">
import { computed } from 'vue'
import {
  type Bar,
  CLAVES,
  type Edit,
  type Facts,
  type Filling,
  type Groove,
  claveCycle,
  claveNamed,
  sayClave,
} from '#core/groove'
import { STYLE_CARDS, STYLE_FAMILIES, styleOf } from '#core/style'

/** The groove's name, style, meter, slots, feel, kit and lead along the top, each to be changed where it is. */
const props = defineProps<{ groove: Omit<Groove, 'parts'>; pieces: { id: string; name: string }[] }>()
const emit = defineEmits<{
  edit: [edit: Edit]
  bars: [bars: Bar[], filling: Filling]
  mirror: [feet: boolean]
  refused: [reason: string]
}>()

const set = (facts: Partial<Facts>) => emit('edit', { type: 'facts', set: facts })

/** The claves that lie in these bars, and whichever the groove has. */
const claves = computed(() => [
  'none',
  ...CLAVES.filter(clave => claveCycle(props.groove.bars, clave) || clave === props.groove.clave).map(sayClave),
])

const styles = [
  [{ label: 'none', value: 'none' }],
  ...STYLE_FAMILIES.map(family => [
    { type: 'label' as const, label: family },
    ...STYLE_CARDS.filter(card => card.family === family).map(card => ({ label: card.name, value: card.id })),
  ]),
]
</script>

<template>
  <StationHeader station="Bench" :name="groove.title" label="Title" @rename="title => set({ title })">
    <FactButton over name="style" :value="styleOf(groove.style)?.name ?? 'none'">
      <UFormField label="Style" help="What the readout holds the groove against, and what is offered for each limb.">
        <USelect
          :model-value="groove.style || 'none'"
          :items="styles"
          class="w-full"
          @update:model-value="style => set({ style: style === 'none' ? '' : String(style) })" />
      </UFormField>
      <UFormField
        v-if="claves.length > 1"
        class="mt-3"
        label="Clave"
        help="Drawn over the counts; heard where the click is “clave”. The readout says which parts go against it.">
        <USelect
          :model-value="groove.clave ? sayClave(groove.clave) : 'none'"
          :items="claves"
          class="w-full"
          aria-label="Clave"
          @update:model-value="name => set({ clave: claveNamed(String(name)) ?? null })" />
      </UFormField>
    </FactButton>
    <MeterFact
      :bars="groove.bars"
      @bars="(bars, filling) => emit('bars', bars, filling)"
      @refused="reason => emit('refused', reason)" />
    <FeelFact :groove="groove" :pieces="pieces" @set="set" />
    <KitFact :groove="groove" @set="set" @mirror="feet => emit('mirror', feet)" />
    <template #actions><slot /></template>
  </StationHeader>
</template>
