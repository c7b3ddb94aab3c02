<script setup lang="ts">
import { computed } from 'vue'
import { useAfterPaint } from '~/composables/useAfterPaint'
import type { SpanHands } from '~/composables/useSpan'
import { SUBDIVISIONS, beatsOf } from '#core/time'
import { useBench } from '~/stores/bench'

/** The marked run of slots, and what can be done with it; a bar marked whole can be doubled, moved and taken out. */
const props = defineProps<{ hands: SpanHands; looped: boolean }>()
const emit = defineEmits<{ loop: []; fill: [] }>()
const bench = useBench()

/** What is said and offered of the mark follows once the lanes have shown it. */
const says = useAfterPaint(() => props.hands.says.value, 2)
const bar = useAfterPaint(() => props.hands.bar.value, 2)
/** Into how many slots the marked beats are cut, where they are alike. */
const slots = useAfterPaint(() => {
  const span = props.hands.span.value
  const kinds = new Set(
    beatsOf(bench.shown?.bars ?? [])
      .filter(beat => span && beat.at + beat.length > span.from && beat.at < span.to)
      .map(beat => beat.slots),
  )
  return kinds.size === 1 ? [...kinds][0] : undefined
}, 2)
const bars = computed(() => bench.shown?.bars.length ?? 1)
// As a value of its own: every edit makes another groove, and this bar has nothing new to show for it.
const toVary = computed(() => `/vary/${bench.groove?.id}`)
const practise = () => {
  const span = props.hands.span.value
  return span && navigateTo(`/practise?groove=${bench.groove!.id}&from=${span.from}&to=${span.to}`)
}
const barMenu = computed(() => {
  const { hands } = props
  const many = bars.value
  return [
    [
      { label: 'Play it twice', icon: 'i-lucide-copy-plus', onSelect: () => hands.double() },
      { label: 'Put an empty bar before it', icon: 'i-lucide-between-vertical-start', onSelect: () => hands.insert() },
      { label: 'Earlier', icon: 'i-lucide-arrow-left', disabled: many === 1, onSelect: () => hands.moveBar(-1) },
      { label: 'Later', icon: 'i-lucide-arrow-right', disabled: many === 1, onSelect: () => hands.moveBar(1) },
    ],
    [
      {
        label: 'Take the bar out',
        icon: 'i-lucide-trash-2',
        color: 'error' as const,
        disabled: many === 1,
        onSelect: () => hands.removeBar(),
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
    <UButton
      size="xs"
      color="neutral"
      :variant="looped ? 'solid' : 'outline'"
      :aria-pressed="looped"
      icon="i-lucide-repeat"
      @click="emit('loop')"
      >Loop</UButton
    >
    <UButton size="xs" color="neutral" variant="outline" @click="hands.copy()">Copy</UButton>
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      :disabled="!bench.clip"
      title="Over what stands from the cursor on"
      @click="hands.paste()"
      >Paste</UButton
    >
    <UButton size="xs" color="neutral" variant="outline" title="To the end of the bars" @click="hands.repeat()"
      >Repeat</UButton
    >
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      title="A stroke of the cursor’s lane in each slot that is empty there"
      @click="emit('fill')"
      >Fill the slots</UButton
    >
    <UButton size="xs" color="neutral" variant="outline" @click="hands.clear()">Clear</UButton>
    <span class="flex" role="group" aria-label="Displace what is marked">
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-left"
        aria-label="What is marked a slot earlier"
        @click="hands.displace(-1)" />
      <UButton
        size="xs"
        color="neutral"
        variant="outline"
        icon="i-lucide-arrow-right"
        aria-label="What is marked a slot later"
        @click="hands.displace(1)" />
    </span>
    <label class="flex items-center gap-1 text-sm text-muted"
      >cut
      <USelect
        :model-value="slots"
        :items="[...SUBDIVISIONS] as number[]"
        size="xs"
        class="w-14"
        aria-label="Cut the marked beats into"
        @update:model-value="one => hands.cutInto(Number(one))"
    /></label>
    <UButton size="xs" color="neutral" variant="outline" :to="toVary">Vary it</UButton>
    <UButton size="xs" color="neutral" variant="outline" @click="practise">Practise it</UButton>
    <UButton size="xs" color="neutral" variant="outline" @click="hands.own()">Make it a groove</UButton>
    <UButton
      size="xs"
      color="neutral"
      variant="outline"
      title="To lay it into other bars from Cells"
      @click="hands.keepCell()"
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
      aria-label="Take the mark away"
      @click="hands.unmark()" />
  </section>
</template>
