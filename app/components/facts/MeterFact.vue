<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import equal from 'fast-deep-equal'
import {
  type Bar,
  type Filling,
  LIMITS,
  type TimeChoice,
  barsFrom,
  barsOfChoice,
  sayBars,
  saySlots,
  timeChoicesOf,
} from '#core/groove'

/** Meter, bars and slots: the same for every bar, or bar by bar. */
const props = defineProps<{ bars: Bar[] }>()
const emit = defineEmits<{ bars: [bars: Bar[], filling: Filling]; refused: [reason: string] }>()

const alike = ref(true)
const each = ref<TimeChoice[]>(timeChoicesOf(props.bars))
const chosen = ref(0)
/** The one choice for all bars: that of the chosen one. */
const all = computed<TimeChoice>({
  get: () => ({ ...each.value[chosen.value]!, bars: each.value.length }),
  set: choice => {
    each.value = Array.from({ length: choice.bars }, () => choice)
    chosen.value = 0
  },
})
const filling = ref<Filling>('repeat')
/** More bars than there are: what shall be in them? */
const more = computed(() => each.value.length > props.bars.length)
watch(
  () => props.bars,
  bars => {
    each.value = timeChoicesOf(bars)
    alike.value = bars.every(bar => equal(bar, bars[0]))
    chosen.value = Math.min(chosen.value, bars.length - 1)
  },
  { immediate: true },
)

function setCount(count: number) {
  each.value = Array.from({ length: count }, (_, i) => each.value[i] ?? { ...each.value.at(-1)! })
  chosen.value = Math.min(chosen.value, count - 1)
}
/** The bars after the chosen one are made like it. */
const setRest = () =>
  (each.value = each.value.map((choice, i) => (i > chosen.value ? each.value[chosen.value]! : choice)))

function set(close: () => void) {
  const bars = alike.value ? barsOfChoice(all.value) : barsFrom(each.value)
  if (!bars.ok) return emit('refused', bars.reason)
  emit('bars', bars.value, filling.value)
  close()
}
</script>

<template>
  <FactButton v-slot="{ close }" over name="meter" :value="`${sayBars({ bars })}, ${saySlots({ bars })}`">
    <form class="space-y-3" @submit.prevent="set(close)">
      <USwitch v-model="alike" label="Every bar alike" />
      <TimeForm v-if="alike" v-model="all" />
      <template v-else>
        <UFormField label="Bars">
          <UInputNumber
            :model-value="each.length"
            :min="1"
            :max="LIMITS.bars"
            class="w-24"
            @update:model-value="count => count && setCount(count)" />
        </UFormField>
        <div class="flex flex-wrap gap-1" role="group" aria-label="Which bar">
          <UButton
            v-for="(_, i) in each"
            :key="i"
            size="xs"
            color="neutral"
            :variant="chosen === i ? 'solid' : 'outline'"
            :aria-pressed="chosen === i"
            @click="chosen = i"
            >Bar {{ i + 1 }}</UButton
          >
        </div>
        <TimeForm
          :key="chosen"
          :model-value="each[chosen]!"
          one-bar
          @update:model-value="choice => (each = each.with(chosen, choice))" />
        <UButton v-if="chosen < each.length - 1" color="neutral" variant="outline" @click="setRest"
          >The same in the bars after it</UButton
        >
      </template>
      <URadioGroup
        v-if="more"
        v-model="filling"
        legend="The new bars"
        color="neutral"
        :items="[
          { value: 'repeat', label: 'repeat what is there' },
          { value: 'empty', label: 'are empty' },
        ]" />
      <p class="text-sm text-muted">
        Strokes stay at their distance from their bar line; what falls outside goes, and undo brings it back.
      </p>
      <UButton type="submit" color="neutral">Set the time</UButton>
    </form>
  </FactButton>
</template>
