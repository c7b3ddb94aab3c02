<script setup lang="ts">
import { computed } from 'vue'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { type EditorEvent, markedBar, sayMarked } from '#core/editor'
import { grooveTicks } from '#core/groove'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { SUBDIVISIONS, barStarts, beatsOf } from '#core/time'
import { useOnward } from '~/composables/useOnward'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The marked run of slots, and what can be done with it; a bar marked whole can be doubled, moved and taken out. */
defineProps<{ looped: boolean }>()
const emit = defineEmits<{ send: [event: EditorEvent]; loop: []; groove: []; cell: [] }>()
const bench = useBench()
const settings = useSettings()

/** What is said and offered of the mark follows once the lanes have shown it. */
const says = useAfterPaint(
  () => (bench.state && bench.shown ? sayMarked(bench.state, bench.shown, settings.counting) : ''),
  2,
)
const bar = useAfterPaint(() => (bench.state && bench.shown ? markedBar(bench.state.span, bench.shown) : -1), 2)
const limbs = computed(() => [
  { label: 'all limbs', value: 'all' },
  ...limbsInOrder(bench.shown?.lead ?? 'right').map(limb => ({
    label: LIMB_NAMES[limb] as string,
    value: limb as string,
  })),
])
/** What leads into the first bar stands at the end of the last, and is no longer than it. */
const atEnd = useAfterPaint(() => {
  const [groove, span] = [bench.shown, bench.span]
  const last = groove && barStarts(groove.bars).at(-2)
  return !!groove && !!span && last !== undefined && span.to === grooveTicks(groove) && span.from >= last
}, 2)
/** Into how many slots the marked beats are cut, where they are alike. */
const slots = useAfterPaint(() => {
  const { span } = bench
  const kinds = new Set(
    beatsOf(bench.shown?.bars ?? [])
      .filter(beat => span && beat.at + beat.length > span.from && beat.at < span.to)
      .map(beat => beat.slots),
  )
  return kinds.size === 1 ? [...kinds][0] : undefined
}, 2)
const bars = computed(() => bench.shown?.bars.length ?? 1)
// As a separate value: every edit makes another groove, and this bar has nothing new to show for it.
const toVary = computed(() => `/vary/${bench.groove?.id}`)
const onward = useOnward()
const practise = () => {
  const { span } = bench
  return span && onward.practise(span)
}
const barMenu = computed(() => {
  const say = (event: EditorEvent) => () => emit('send', event)
  const many = bars.value
  return [
    [
      { label: 'Play it twice', icon: 'i-lucide-copy-plus', onSelect: say({ type: 'double bar' }) },
      {
        label: 'Put an empty bar before it',
        icon: 'i-lucide-between-vertical-start',
        onSelect: say({ type: 'insert bar' }),
      },
      {
        label: 'Earlier',
        icon: 'i-lucide-arrow-left',
        disabled: many === 1,
        onSelect: say({ type: 'move bar', by: -1 }),
      },
      {
        label: 'Later',
        icon: 'i-lucide-arrow-right',
        disabled: many === 1,
        onSelect: say({ type: 'move bar', by: 1 }),
      },
    ],
    [
      {
        label: 'Remove the bar',
        icon: 'i-lucide-trash-2',
        color: 'error' as const,
        disabled: many === 1,
        onSelect: say({ type: 'remove bar' }),
      },
    ],
  ]
})
</script>

<template>
  <section
    class="relative flex shrink-0 flex-wrap items-center gap-1 border-y border-muted bg-elevated py-1 pl-2 pr-9"
    aria-label="The marked span"
    data-span-bar>
    <b class="mr-1 text-sm" data-span-says>{{ says }}</b>
    <BarSelect
      size="xs"
      label="of"
      means="Limb that is meant in what is marked"
      :model-value="bench.state?.of ?? 'all'"
      :items="limbs"
      @update:model-value="of => emit('send', { type: 'mark of', limb: of === 'all' ? null : (of as Limb) })" />
    <UButton
      size="xs"
      color="neutral"
      :variant="looped ? 'solid' : 'outline'"
      :aria-pressed="looped"
      icon="i-lucide-repeat"
      @click="emit('loop')"
      >Loop</UButton
    >
    <UButton size="xs" color="neutral" variant="outline" @click="emit('send', { type: 'copy' })">Copy</UButton>
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      :disabled="!bench.state?.clip"
      title="Over what stands from the cursor on"
      @click="emit('send', { type: 'paste' })"
      >Paste</UButton
    >
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      title="To the end of the bars"
      @click="emit('send', { type: 'repeat' })"
      >Repeat</UButton
    >
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      title="A stroke of the cursor’s lane in each slot that is empty there"
      @click="emit('send', { type: 'fill' })"
      >Fill the slots</UButton
    >
    <UButton size="xs" color="neutral" variant="outline" @click="emit('send', { type: 'clear' })">Clear</UButton>
    <UButton
      v-if="atEnd"
      size="xs"
      color="neutral"
      variant="outline"
      title="It leads into the first bar; pressed again, no more"
      @click="emit('send', { type: 'lead in' })"
      >Leads in</UButton
    >
    <span class="flex" role="group" aria-label="Displace what is marked">
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-left"
        aria-label="What is marked a slot earlier"
        @click="emit('send', { type: 'displace', by: -1 })" />
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-right"
        aria-label="What is marked a slot later"
        @click="emit('send', { type: 'displace', by: 1 })" />
    </span>
    <BarSelect
      size="xs"
      label="Cut"
      means="Cut the marked beats into"
      :model-value="slots"
      :items="[...SUBDIVISIONS] as number[]"
      @update:model-value="one => emit('send', { type: 'cut beats', slots: Number(one) })" />
    <UButton size="xs" color="neutral" variant="outline" :to="toVary">Vary it</UButton>
    <UButton size="xs" color="neutral" variant="outline" @click="practise">Practise it</UButton>
    <UButton size="xs" color="neutral" variant="outline" @click="emit('groove')">Make it a groove</UButton>
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      title="To lay it into other bars from Cells"
      @click="emit('cell')"
      >Keep as a cell</UButton
    >
    <UDropdownMenu v-if="bar >= 0" :items="barMenu"
      ><UButton size="xs" color="neutral" variant="outline" trailing-icon="i-lucide-chevron-down"
        >Bar</UButton
      ></UDropdownMenu
    >
    <UButton
      size="xs"
      color="neutral"
      variant="ghost"
      icon="i-lucide-x"
      class="absolute right-1 top-1"
      aria-label="Remove the mark"
      @click="emit('send', { type: 'unmark' })" />
  </section>
</template>
