<script setup lang="ts">
import { useTemplateRef, watch } from 'vue'
import { type Edit, type Groove, type Part, barTicks, cycled, inRole, renamed } from '#core/groove'
import { toneOf } from '~/lanes/tone'

/** The parts in the order they were layered. */
const props = defineProps<{ groove: Groove; chosenPartId: string | undefined }>()
const solo = defineModel<string[]>('solo', { required: true })
const emit = defineEmits<{ edit: [edit: Edit]; choose: [part: Part]; time: [part: Part] }>()

const toggleSolo = (part: Part) =>
  (solo.value = solo.value.includes(part.id) ? solo.value.filter(id => id !== part.id) : [...solo.value, part.id])

const list = useTemplateRef('list')
/** The chosen part is in sight, by whatever way it was chosen; the page itself does not move. */
watch(
  () => props.chosenPartId,
  () => {
    const frame = list.value?.getBoundingClientRect()
    const chip = list.value?.querySelector('[aria-current]')?.getBoundingClientRect()
    if (!list.value || !frame || !chip) return
    list.value.scrollLeft += Math.min(0, chip.left - frame.left) + Math.max(0, chip.right - frame.right)
  },
  { flush: 'post' },
)
</script>

<template>
  <section class="isolate shrink-0" aria-labelledby="parts-title">
    <div class="mb-1 flex flex-wrap items-center gap-x-2">
      <h2 id="parts-title" class="mr-auto text-base">Parts, in the order layered</h2>
      <slot name="add" />
    </div>
    <ol ref="list" class="flex gap-2 overflow-x-auto pb-1">
      <PartRow
        v-for="(part, i) in groove.parts"
        :key="part.id"
        :part="part"
        :index="i"
        :last="i === groove.parts.length - 1"
        :bars="groove.bars.length"
        :chosen="part.id === chosenPartId"
        :soloed="solo.includes(part.id)"
        :tone="toneOf(part.limb, groove.lead)"
        @choose="emit('choose', part)"
        @solo="toggleSolo(part)"
        @set="facts => emit('edit', { type: 'part', partId: part.id, set: facts })"
        @rename="name => emit('edit', renamed(part, name))"
        @role="role => emit('edit', inRole(groove, part, role))"
        @move="index => emit('edit', { type: 'order', partId: part.id, index })"
        @time="emit('time', part)"
        @repeat="emit('edit', cycled(groove, part, part.every ? null : barTicks(groove.bars[0]!)))"
        @remove="emit('edit', { type: 'remove part', partId: part.id })" />
    </ol>
  </section>
</template>
