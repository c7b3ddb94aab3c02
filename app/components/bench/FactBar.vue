<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Bar, Edit, Facts, Filling, Groove } from '#core/groove'
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

const title = ref(props.groove.title)
watch(
  () => props.groove.title,
  now => (title.value = now),
)
function rename() {
  const wanted = title.value.trim()
  if (wanted && wanted !== props.groove.title) set({ title: wanted })
  else title.value = props.groove.title
}
const styles = [
  [{ label: 'none', value: 'none' }],
  ...STYLE_FAMILIES.map(family => [
    { type: 'label' as const, label: family },
    ...STYLE_CARDS.filter(card => card.family === family).map(card => ({ label: card.name, value: card.id })),
  ]),
]
</script>

<template>
  <header
    class="isolate flex min-h-16 shrink-0 flex-wrap items-center gap-x-5 gap-y-1 border-b border-default px-5 py-2 xl:flex-nowrap">
    <input
      v-model="title"
      aria-label="Title"
      class="display field-sizing-content min-w-24 max-w-80 shrink-[20] text-ellipsis border-b border-transparent bg-transparent text-2xl text-highlighted hover:border-accented focus:border-inverted"
      maxlength="120"
      @blur="rename"
      @keydown.enter="($event.target as HTMLInputElement).blur()" />
    <FactButton name="style" :value="styleOf(groove.style)?.name ?? 'none'">
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
    <div class="ml-auto flex shrink-0 items-center gap-2"><slot /></div>
  </header>
</template>
