<script setup lang="ts">
import { computed } from 'vue'
import { sayBarsOf, sayPlay, type Phrase } from '#core/phrase'
import { sayTempo } from '#core/time'
import { type Run, shownFor } from '~/phrase/cells'

/** A section as a row of the map: its name, its bars, and its rounds, alike ones folded with their count. */
const props = defineProps<{ phrase: Phrase, index: number, runs: readonly Run[], bar: number, sounding: number, mark: { from: number, to: number } | undefined, /** What must be done at the beginning of a bar, by its number. */ seams: ReadonlyMap<number, string> }>()
const emit = defineEmits<{ press: [bar: number, event: MouseEvent] }>()
const section = computed(() => props.phrase.sections[props.index]!)
/** Which bar a cell stands for: the one that sounds or is chosen, where it is one of those folded into it. */
function standsFor(run: Run, cell: number): number {
  for (const bar of [props.sounding, props.bar]) if (bar >= run.firstBar && bar < run.firstBar + run.bars && shownFor(run, bar) === cell) return bar
  return cell
}
const says = (run: Run) => {
  const round = Math.floor((run.firstBar - props.runs[0]!.firstBar) / section.value.bars) + 1
  return run.times === 2 ? `${round} and ${round + 1} alike` : `${round} to ${round + run.times - 1} alike`
}
</script>

<template>
  <li class="flex gap-3 py-2.5 [contain-intrinsic-size:auto_7rem] [content-visibility:auto]" data-section :data-name="section.name">
    <div class="w-32 shrink-0 pt-4">
      <span class="grip mr-1 cursor-grab select-none text-muted" aria-hidden="true">⠿</span><h2 class="inline text-base">{{ section.name }}</h2>
      <p class="text-sm text-muted">{{ sayBarsOf(phrase, index) }}</p>
      <p class="truncate text-sm text-muted" :title="sayPlay(phrase, section)">{{ sayPlay(phrase, section) }}</p>
      <p v-if="section.tempo" class="text-sm text-muted">{{ sayTempo(section.tempo) }}</p>
    </div>
    <div class="flex min-w-0 flex-1 flex-wrap gap-x-3 gap-y-2">
      <template v-for="run in runs" :key="run.key">
        <BarCell
          v-for="cell in run.cells" :key="cell.bar" :cell="cell" :bar="standsFor(run, cell.bar)" :chosen="shownFor(run, bar) === cell.bar && bar >= run.firstBar && bar < run.firstBar + run.bars"
          :playing="sounding >= run.firstBar && sounding < run.firstBar + run.bars && shownFor(run, sounding) === cell.bar"
          :marked="!!mark && mark.from < run.firstBar + run.bars && mark.to > run.firstBar && Array.from({ length: run.times }, (_, i) => cell.bar + i * run.cells.length).some(one => one >= mark!.from && one < mark!.to)"
          :seam="seams.get(cell.bar) ?? ''" @press="event => emit('press', standsFor(run, cell.bar), event)" />
        <p v-if="run.times > 1" class="self-center text-sm text-muted" data-times><b class="display text-base text-highlighted">× {{ run.times }}</b><br />{{ says(run) }}</p>
      </template>
    </div>
  </li>
</template>
