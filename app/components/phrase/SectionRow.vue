<script setup lang="ts">
import { computed } from 'vue'
import { type Section, sayBarSpan, sectionBars } from '#core/phrase'
import { type Bracket, type CellRun, type MapCell, shownFor } from '~/phrase/cells'

/** A section as a row of the map: its name, its bars, and its rounds, alike ones folded with their count. */
const props = defineProps<{
  section: Section
  /** What it plays, in few words. */ plays: string
  /** What is to be said of the clave here. */ clave?: string | undefined
  runs: readonly CellRun[]
  /** The first of its bars, counted from 0 through the phrase. */ start: number
  bar: number
  sounding: number
  mark: { from: number; to: number } | undefined
  /** What must be done at the beginning of a bar, by its number. */ seams: ReadonlyMap<number, string>
}>()
const emit = defineEmits<{ press: [bar: number, event: MouseEvent]; play: [bar: number] }>()
const within = ({ at, bars }: CellRun, bar: number): boolean => bar >= props.start + at && bar < props.start + at + bars
/** Whether a cell stands for a bar of the phrase. */
const shows = (run: CellRun, cell: MapCell, bar: number): boolean =>
  within(run, bar) && shownFor(run, bar - props.start) === cell.at
/** Which bar a cell stands for: the one that sounds or is chosen, where it is one of those folded into it. */
const standsFor = (run: CellRun, cell: MapCell): number =>
  [props.sounding, props.bar].find(bar => shows(run, cell, bar)) ?? props.start + cell.at
const isMarked = (run: CellRun, cell: MapCell): boolean => {
  const { mark, start } = props
  return (
    !!mark &&
    mark.from < start + run.at + run.bars &&
    mark.to > start + run.at &&
    Array.from({ length: run.times }, (_, time) => start + cell.at + time * run.cells.length).some(
      one => one >= mark.from && one < mark.to,
    )
  )
}
/** Whether any bar of the section is repeated: then all of them keep room for the bracket. */
const repeats = computed(() => props.runs.some(run => run.times > 1))
/** The bracket over a run of bars that is repeated, bar by bar: the first says how often. */
const bracketOver = (run: CellRun, i: number): Bracket | undefined =>
  !repeats.value
    ? undefined
    : run.times === 1
      ? 'room'
      : {
          begins: i === 0,
          ends: i === run.cells.length - 1,
          times: i === 0 ? `× ${run.times}` : '',
          says: i === 0 ? says(run) : '',
        }
/** The bars of the phrase that a folded run stands for. */
const says = (run: CellRun) => `${sayBarSpan(props.start + run.at, run.bars)}${run.afresh ? ', the fill afresh' : ''}`
</script>

<template>
  <li
    class="flex gap-3 py-2.5 max-sm:flex-col [contain-intrinsic-size:auto_7rem] [content-visibility:auto]"
    data-section
    :data-name="section.name">
    <div class="shrink-0 sm:w-32">
      <span class="grip mr-1 cursor-grab select-none text-muted" aria-hidden="true">⠿</span>
      <h2 class="inline text-base">{{ section.name }}</h2>
      <p class="text-sm text-muted">{{ sayBarSpan(start, sectionBars(section)) }}</p>
      <p class="truncate text-sm text-muted" :title="plays">{{ plays }}</p>
      <p v-if="clave" class="text-sm text-muted" data-clave>{{ clave }}</p>
      <p v-if="section.tempo" class="text-sm text-muted"><TempoMark :tempo="section.tempo" /></p>
    </div>
    <div class="grid min-w-0 flex-1 grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] items-start gap-x-3 gap-y-2 pr-1">
      <template v-for="run in runs" :key="run.key">
        <BarCell
          v-for="(cell, i) in run.cells"
          :key="`${run.key} ${i}`"
          :cell="cell"
          :bar="standsFor(run, cell)"
          :chosen="shows(run, cell, bar)"
          :playing="shows(run, cell, sounding)"
          :marked="isMarked(run, cell)"
          :first="start + cell.at"
          :seam="seams.get(start + cell.at) ?? ''"
          :bracket="bracketOver(run, i)"
          @press="event => emit('press', standsFor(run, cell), event)"
          @play="emit('play', standsFor(run, cell))" />
      </template>
    </div>
  </li>
</template>
