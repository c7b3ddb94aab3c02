<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, useTemplateRef } from 'vue'
import { type Groove, leadInFrom } from '#core/groove'
import { type Limb, limbsInOrder } from '#core/kit'
import { TALL, layOut } from '#core/notation'
import { toneOf } from '~/lanes/tone'
import { useSettings } from '~/stores/settings'

/** What lies between two grooves, on their own slots: − is gone, + is new, ≠ is changed, each in its limb’s row. */
const props = defineProps<{
  groove: Groove
  differences: readonly { at: number; limb: Limb; kind: string }[]
  says: string
}>()
const settings = useSettings()
const frame = useTemplateRef('frame')
const { width } = useElementSize(frame)
const ROW = 15

const limbs = computed(() => limbsInOrder(props.groove.lead))
const geometry = computed(() =>
  layOut(props.groove.bars, limbs.value, width.value || 600, TALL, settings.counting, {
    leadFrom: leadInFrom(props.groove),
  }),
)
const signs = computed(() =>
  props.differences.map(({ at, limb, kind }) => ({
    x: geometry.value.xOf(at),
    y: (limbs.value.indexOf(limb) + 1) * ROW - 2,
    sign: kind === 'only first' ? '−' : kind === 'only second' ? '+' : '≠',
    tone: toneOf(limb, props.groove.lead),
  })),
)
</script>

<template>
  <div ref="frame" class="overflow-hidden border-y border-muted py-1">
    <svg :width="geometry.width" :height="limbs.length * ROW" role="img" :aria-label="says" data-ribbon>
      <text x="0" :y="ROW - 2" font-size="13" fill="var(--ui-text-muted)">− gone</text>
      <text x="0" :y="2 * ROW - 2" font-size="13" fill="var(--ui-text-muted)">+ new</text>
      <text x="0" :y="3 * ROW - 2" font-size="13" fill="var(--ui-text-muted)">≠ changed</text>
      <text
        v-for="(one, i) in signs"
        :key="i"
        :x="one.x"
        :y="one.y"
        text-anchor="middle"
        font-size="16"
        font-weight="700"
        :fill="one.tone">
        {{ one.sign }}
      </text>
    </svg>
  </div>
</template>
