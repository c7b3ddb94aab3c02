<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import { LIMB_NAMES, isHand } from '#core/kit'
import { type Fill, slotsWithin } from '#core/phrase'
import { countSlots } from '#core/time'
import { toneOf } from '~/lanes/tone'
import { useSettings } from '~/stores/settings'

/** A fill’s sticking as letters over the counts of the bars it lies over. */
const props = defineProps<{ fill: Fill; round: Groove }>()
const settings = useSettings()
const letters = computed(() => {
  const { grid } = props.fill
  const bars = grid ? props.round.bars.map(bar => ({ ...bar, slots: bar.slots.map(() => grid) })) : props.round.bars
  const words = countSlots(bars, settings.counting)
  return slotsWithin(props.round, props.fill).map(slot => {
    const here = props.fill.takes[0]!.filter(stroke => stroke.at === slot.at - props.fill.from)
    return {
      at: slot.at,
      word: words[slot.index]!,
      onBeat: slot.slot === 0,
      strokes: here.map(stroke => ({
        limb: stroke.limb,
        letter: isHand(stroke.limb) ? stroke.limb[0] : 'F',
        accent: stroke.level === 5,
        ghost: stroke.level <= 2,
      })),
    }
  })
})
const says = computed(() =>
  letters.value
    .filter(one => one.strokes.length)
    .map(one => `${one.word} ${one.strokes.map(stroke => LIMB_NAMES[stroke.limb]).join(' with ')}`)
    .join(', '),
)
</script>

<template>
  <div>
    <p class="sr-only">{{ says }}</p>
    <div
      class="flex items-stretch"
      :class="letters.length > 16 ? 'flex-wrap gap-y-1' : ''"
      aria-hidden="true"
      data-letters>
      <span
        v-for="one in letters"
        :key="one.at"
        class="flex w-[1.4rem] min-w-0 shrink flex-col items-center"
        :class="one.onBeat ? 'border-l border-accented' : 'border-l border-transparent'">
        <span class="flex min-h-6 flex-1 flex-col items-center justify-end leading-4"
          ><b
            v-for="stroke in one.strokes"
            :key="stroke.limb"
            class="display"
            :class="stroke.accent ? 'text-base' : 'text-sm'"
            :style="{ color: toneOf(stroke.limb, round.lead), fontWeight: stroke.ghost ? 400 : 700 }"
            >{{ stroke.letter }}</b
          ><span v-if="!one.strokes.length" class="text-dimmed">·</span></span
        >
        <span class="text-xs" :class="one.onBeat ? 'font-bold text-highlighted' : 'text-muted'">{{ one.word }}</span>
      </span>
    </div>
  </div>
</template>
