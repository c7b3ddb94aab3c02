<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { LIMB_NAMES } from '#core/kit'
import { type Phrase, folded, roundsOf, sayClaveAt, sayPlay, seamTroubles } from '#core/phrase'
import { present } from '#core/present'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { type CellRun, runsOf } from '~/phrase/cells'
import { useKits } from '~/stores/kits'

/** A phrase read like a road map: sections under one another, one cell a bar, repeats folded, fills and turns set apart. */
const props = withDefaults(
  defineProps<{
    phrase: Phrase
    bar?: number
    sounding?: number
    mark?: { from: number; to: number } | undefined
    /** Only to be looked at. */ still?: boolean
  }>(),
  { bar: -1, sounding: -1, mark: undefined },
)
const emit = defineEmits<{
  press: [bar: number, event: MouseEvent]
  order: [id: string, to: number]
  key: [event: KeyboardEvent]
  play: [bar: number]
}>()
const kits = useKits()
const surface = useTemplateRef('surface')

const rounds = computed(() => roundsOf(props.phrase))
const runs = computed<CellRun[][]>(before => runsOf(props.phrase, folded(rounds.value), before))
/** Where each section begins. Numbers of bars that an edit only moved follow it a frame later. */
const starts = useAfterPaint(() => {
  let bar = 0
  return new Map(
    props.phrase.sections.map(section => {
      const start = bar
      bar += section.bars * section.times
      return [section.id, start] as const
    }),
  )
})
/** What is demanding or hard over the line into a round: said at its first bar, once the map has been drawn. */
const seams = useAfterPaint(() => {
  if (props.still) return new Map<number, string>()
  const kit = kits.of(props.phrase.kitId)
  const known = new Map<string, string>()
  return new Map(
    rounds.value.slice(1).flatMap((after, i): [number, string][] => {
      const before = rounds.value[i]!
      const key = `${before.key} ${before.fill?.turn} ${after.key} ${after.section} ${after.fill?.turn} ${before.section}`
      if (!known.has(key)) {
        const worst = seamTroubles(before, after, kit)[0]
        known.set(
          key,
          worst
            ? `${LIMB_NAMES[worst.limb]} ${present(worst.asked, 'asked').hardness >= 2 ? 'hard' : 'demanding'} here`
            : '',
        )
      }
      const says = known.get(key)!
      return says ? [[after.firstBar, says]] : []
    }),
  )
}, 4)

const sections = computed({
  get: () => props.phrase.sections,
  set: now => {
    const before = props.phrase.sections
    // The one that was dragged: without it both orders are the same.
    const moved = before.find(
      one =>
        JSON.stringify(before.filter(other => other !== one).map(other => other.id)) ===
          JSON.stringify(now.filter(other => other.id !== one.id).map(other => other.id)) &&
        before.indexOf(one) !== now.findIndex(other => other.id === one.id),
    )
    if (moved)
      emit(
        'order',
        moved.id,
        now.findIndex(one => one.id === moved.id),
      )
  },
})
// What sounds or is chosen stays in sight.
const inSight = () =>
  surface.value?.querySelector('[data-playing], [aria-current]')?.scrollIntoView({ block: 'nearest' })
watch(
  () => (props.sounding >= 0 ? props.sounding : props.bar),
  async () => {
    await nextTick()
    inSight()
  },
)
onMounted(() => props.bar > 0 && inSight())
const press = (bar: number, event: MouseEvent) => emit('press', bar, event)
defineExpose({ focus: () => surface.value?.focus() })
</script>

<template>
  <div
    ref="surface"
    :tabindex="still ? undefined : 0"
    :role="still ? undefined : 'application'"
    :aria-label="
      still
        ? undefined
        : 'Bars of the phrase. Arrows walk bars and sections, Enter plays from here, Shift marks, question mark lists all keys.'
    "
    class="-outline-offset-2"
    @keydown="event => emit('key', event)">
    <VueDraggable
      v-model="sections"
      tag="ol"
      handle=".grip"
      :animation="120"
      :disabled="still"
      class="divide-y divide-(--ui-border-muted)">
      <SectionRow
        v-for="(section, i) in phrase.sections"
        :key="section.id"
        :section="section"
        :plays="sayPlay(phrase, section)"
        :clave="sayClaveAt(phrase, i)"
        :runs="runs[i] ?? []"
        :start="starts.get(section.id) ?? 0"
        :bar="bar"
        :sounding="sounding"
        :mark="mark"
        :seams="seams"
        @press="press"
        @play="bar => emit('play', bar)" />
    </VueDraggable>
  </div>
</template>
