<script setup lang="ts">
import type { MapCell } from '~/phrase/cells'

/** One bar of a phrase as small lanes: pressed, it is chosen and heard from. */
const props = defineProps<{
  cell: MapCell
  /** The bar that it stands for now, where rounds are folded. */ bar: number
  /** The first of those bars. */ first: number
  chosen: boolean
  marked: boolean
  playing: boolean
  /** What must be done at its beginning, in a few words; empty where nothing must. */ seam: string
}>()
const emit = defineEmits<{ press: [event: MouseEvent]; open: [] }>()
const GROUND = { plain: '', turned: 'turned', fill: 'fill', rest: 'rest' } as const
const label = () => [`Bar ${props.bar + 1}`, props.cell.says, props.seam].filter(Boolean).join(', ')
</script>

<template>
  <button
    type="button"
    tabindex="-1"
    class="bar-cell group relative block w-40 [contain:layout_style] cursor-pointer text-left"
    :class="GROUND[cell.kind]"
    :data-bar="first"
    :data-kind="cell.kind"
    :data-playing="playing || undefined"
    :aria-label="label()"
    :aria-current="chosen ? 'true' : undefined"
    @click="emit('press', $event)"
    @dblclick="emit('open')">
    <span class="flex items-baseline justify-between gap-2 text-sm leading-5">
      <b class="display" :class="chosen ? 'text-highlighted underline underline-offset-3' : ''">{{ bar + 1 }}</b><span
        class="min-w-0 truncate text-muted"
        data-says
        >{{ cell.says }}</span
      >
    </span>
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
