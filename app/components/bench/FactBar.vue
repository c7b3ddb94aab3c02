<script setup lang="ts">
import type { Bar, Edit, Facts, Filling, Groove } from '#core/groove'
import { STYLE_CARDS, STYLE_FAMILIES, styleOf } from '#core/style'

/** The groove's name, style, meter, slots, feel, kit and lead along the top, each to be changed where it is. */
defineProps<{ groove: Omit<Groove, 'parts'>; pieces: { id: string; name: string }[] }>()
const emit = defineEmits<{
  edit: [edit: Edit]
  bars: [bars: Bar[], filling: Filling]
  mirror: [feet: boolean]
  refused: [reason: string]
}>()

const set = (facts: Partial<Facts>) => emit('edit', { type: 'facts', set: facts })

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
