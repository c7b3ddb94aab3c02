<script setup lang="ts">
import type { Stretch } from '~/stores/opened'

/** The stretches of a score that could be grooves: which are kept, and which one is looked at. */
defineProps<{ stretches: readonly Stretch[]; more: number }>()
const shown = defineModel<number>({ required: true })
const kept = defineModel<ReadonlySet<number>>('kept', { required: true })

function toggle(i: number) {
  const now = new Set(kept.value)
  if (!now.delete(i)) now.add(i)
  kept.value = now
}
const where = ({ cut, made }: Stretch) =>
  [
    cut.bars > 1 ? `bars ${cut.from + 1} to ${cut.from + cut.bars}` : `bar ${cut.from + 1}`,
    cut.times > 1 ? `${cut.times} times` : '',
    cut.near.length ? `nearly, ${[...new Set(cut.near.flatMap(one => one.differs))].join(' and ')} differ` : '',
    cut.also.length
      ? `again at bar ${cut.also
          .slice(0, 4)
          .map(bar => bar + 1)
          .join(', ')}${cut.also.length > 4 ? ' …' : ''}`
      : '',
    made.left.length ? `${made.left.length === 1 ? 'one stroke' : `${made.left.length} strokes`} can’t be played` : '',
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <ul data-stretches>
    <li
      v-for="(one, i) in stretches"
      :key="i"
      class="border-b border-default"
      :class="i === shown ? 'bg-elevated' : ''">
      <div class="flex items-start gap-3 px-4 py-2.5">
        <UCheckbox
          :model-value="kept.has(i)"
          color="neutral"
          class="mt-0.5"
          :aria-label="`Keep ${where(one)}`"
          @update:model-value="toggle(i)" />
        <button
          type="button"
          class="min-w-0 flex-1 cursor-pointer text-left"
          :aria-pressed="i === shown"
          @click="shown = i">
          <span class="text-sm" :class="i === shown ? 'font-semibold text-highlighted' : 'text-toned'">{{
            where(one)
          }}</span>
          <LanesStill :groove="one.made.groove" class="mt-1" />
        </button>
      </div>
    </li>
    <li v-if="more" class="px-4 py-3 text-sm text-muted">
      {{ more }} more stretches are not shown: a song this varied is best cut into shorter files first.
    </li>
  </ul>
</template>
