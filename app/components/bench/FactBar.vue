<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Bar, type Edit, type Groove, sayBars, sayFeel } from '#core/groove'
import { KITS, kitById } from '#core/kit'
import { STYLE_CARDS, styleOf } from '#core/style'
import { SHARE } from '#core/time'
import { barsOf, timeChoiceOf } from '~/composables/useTimeChoice'

/** The groove's name, style, meter, slots, feel, kit and lead along the top, each to be changed where it stands. */
const props = defineProps<{ groove: Omit<Groove, 'parts'> }>()
const emit = defineEmits<{ edit: [edit: Edit], bars: [bars: Bar[]], refused: [reason: string] }>()

const set = (facts: Extract<Edit, { type: 'facts' }>['set']) => emit('edit', { type: 'facts', set: facts })

const title = ref(props.groove.title)
watch(() => props.groove.title, now => (title.value = now))
function rename() {
  const wanted = title.value.trim()
  if (wanted && wanted !== props.groove.title) set({ title: wanted })
  else title.value = props.groove.title
}

const time = ref(timeChoiceOf(props.groove.bars))
watch(() => props.groove.bars, bars => (time.value = timeChoiceOf(bars)))
function setTime(close: () => void) {
  const bars = barsOf(time.value)
  if (!bars.ok) return emit('refused', bars.reason)
  emit('bars', bars.value)
  close()
}

const slots = computed(() => {
  const all = new Set(props.groove.bars.flatMap(bar => bar.slots))
  return all.size === 1 ? `${[...all][0]} a beat` : props.groove.bars[0]!.slots.join(' ')
})

const swing = computed(() => props.groove.feel.swing)
const share = computed(() => Math.round((swing.value?.share ?? SHARE.straight) * 1000) / 10)
function setSwing(level: '1/8' | '1/16', percent: number) {
  const exact = percent > 66 && percent < 67 ? SHARE.triplet : percent / 100
  set({ feel: { ...props.groove.feel, swing: exact === SHARE.straight ? null : { level, share: exact } } })
}
const styles = [{ label: 'none', value: 'none' }, ...STYLE_CARDS.map(card => ({ label: card.name, value: card.id }))]
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-6 gap-y-1 border-b border-default px-5 py-2">
    <input v-model="title" aria-label="Title" class="display field-sizing-content min-w-24 max-w-80 border-b border-transparent bg-transparent text-2xl text-highlighted hover:border-accented focus:border-inverted" maxlength="120" @blur="rename" @keydown.enter="($event.target as HTMLInputElement).blur()" />
    <FactButton name="style" :value="styleOf(groove.style)?.name ?? 'none'">
      <UFormField label="Style" help="What the readout holds the groove against, and what is offered for each limb.">
        <USelect :model-value="groove.style || 'none'" :items="styles" class="w-full" @update:model-value="style => set({ style: style === 'none' ? '' : String(style) })" />
      </UFormField>
    </FactButton>
    <FactButton v-slot="{ close }" name="meter" :value="sayBars(groove)">
      <form class="space-y-4" @submit.prevent="setTime(close)">
        <TimeForm v-model="time" />
        <p class="text-sm text-muted">Strokes stay at their distance from their bar line; what falls outside goes, and undo brings it back.</p>
        <UButton type="submit" color="neutral">Set the time</UButton>
      </form>
    </FactButton>
    <span class="whitespace-nowrap"><span class="mr-1.5 text-sm text-muted">slots</span>{{ slots }}</span>
    <FactButton name="feel" :value="sayFeel(groove)">
      <div class="space-y-4">
        <UFormField label="Swing" :help="`The first note of each pair takes ${share} of 100. 50 is straight, 66.7 a triplet.`">
          <USlider :model-value="share" :min="50" :max="80" :step="0.1" aria-label="Share of the first note" @change="value => undefined" @update:model-value="value => setSwing(swing?.level ?? '1/8', Number(value))" />
        </UFormField>
        <div class="flex gap-1">
          <UButton v-for="[name, value] in [['straight', 50], ['light', 57], ['triplet', 66.7], ['hard', 75]] as const" :key="name" size="sm" color="neutral" :variant="share === value ? 'solid' : 'outline'" @click="setSwing(swing?.level ?? '1/8', value)">{{ name }}</UButton>
        </div>
        <UFormField label="On which notes">
          <USelect :model-value="swing?.level ?? '1/8'" :items="[{ label: 'eighths', value: '1/8' }, { label: 'sixteenths', value: '1/16' }]" class="w-36" :disabled="!swing" @update:model-value="level => setSwing(level as '1/8' | '1/16', share)" />
        </UFormField>
      </div>
    </FactButton>
    <FactButton name="kit" :value="kitById(groove.kitId).name">
      <div class="space-y-4">
        <UFormField label="Kit">
          <USelect :model-value="groove.kitId" :items="KITS.map(kit => ({ label: kit.name, value: kit.id }))" class="w-full" @update:model-value="kitId => set({ kitId: String(kitId) })" />
        </UFormField>
        <UFormField label="Lead hand">
          <USelect :model-value="groove.lead" :items="['right', 'left']" class="w-full" @update:model-value="lead => set({ lead: lead as 'right' | 'left' })" />
        </UFormField>
      </div>
    </FactButton>
    <div class="ml-auto flex items-center gap-2"><slot /></div>
  </header>
</template>
