<script setup lang="ts">
import type { Bracket, MapCell } from '~/phrase/cells'

/** One bar of a phrase as small lanes, its words whole under it: a press chooses it, two play from it. */
const props = defineProps<{
  cell: MapCell
  /** The bar that it stands for now, where rounds are folded. */ bar: number
  /** The first of those bars. */ first: number
  chosen: boolean
  marked: boolean
  playing: boolean
  /** What must be done at its beginning, in a few words; empty where nothing must. */ seam: string
  /** Of a repeat. */ bracket: Bracket | undefined
}>()
const emit = defineEmits<{ press: [event: MouseEvent]; play: [] }>()
const GROUND = { plain: '', turned: 'turned', fill: 'fill', rest: 'rest' } as const
const label = () => [`Bar ${props.bar + 1}`, props.cell.says, props.seam].filter(Boolean).join(', ')
</script>

<template>
  <button
    type="button"
    tabindex="-1"
    class="bar-cell group relative block [contain:style] cursor-pointer text-left"
    :class="GROUND[cell.kind]"
    :data-bar="first"
    :data-kind="cell.kind"
    :data-playing="playing || undefined"
    :aria-label="label()"
    :aria-current="chosen ? 'true' : undefined"
    @click="emit('press', $event)"
    @dblclick="emit('play')">
    <span v-if="bracket === 'room'" class="block h-6" />
    <span
      v-else-if="bracket"
      class="mb-1 block h-5 border-t-2 border-(--ui-text-muted) whitespace-nowrap text-sm text-muted"
      :class="[bracket.begins ? 'border-l-2 pl-1.5' : '-ml-3 w-[calc(100%+0.75rem)]', bracket.ends ? 'border-r-2' : '']"
      :data-times="bracket.begins || undefined"
      ><template v-if="bracket.begins"
        ><b class="display text-highlighted">{{ bracket.times }}</b> {{ bracket.says }}</template
      ></span
    >
    <b class="display block text-sm leading-5" :class="chosen ? 'text-highlighted underline underline-offset-3' : ''">{{
      bar + 1
    }}</b>
    <span
      class="relative block outline-2 outline-offset-1"
      :class="chosen ? 'outline-(--ui-border-inverted)' : 'outline-transparent group-hover:outline-(--ui-border)'">
      <LanesStill :groove="cell.groove" />
      <span v-if="marked" class="pointer-events-none absolute inset-0 border-y-2 border-dashed border-inverted" />
      <span v-if="playing" class="pointer-events-none absolute inset-x-0 -bottom-1 h-1.5 bg-inverted" />
      <span
        v-if="seam"
        class="pointer-events-none absolute -left-1.5 top-0 h-full w-1 bg-error"
        data-seam
        :title="seam" />
    </span>
    <span v-if="cell.says" class="mt-1 block text-sm leading-4 text-muted" data-says>{{ cell.says }}</span>
  </button>
</template>

<style scoped>
.turned {
  --bed: color-mix(in srgb, var(--ui-bg-accented) 55%, var(--ui-bg));
  --bed-other: color-mix(in srgb, var(--ui-bg-accented) 42%, var(--ui-bg));
}
.fill {
  --bed: var(--band);
  --bed-other: var(--band);
}
.rest {
  --bed-other: var(--bed);
}
.bar-cell[data-playing] {
  --bed: var(--band);
  --bed-other: var(--band);
}
</style>
