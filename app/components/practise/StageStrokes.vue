<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Groove } from '#core/groove'
import { type Stage, changeable, strokesIn, withStrokeAt } from '#core/practise'
import type { Result } from '#core/result'
import { slotsOf } from '#core/time'

/** Which strokes of a part sound in a stage; pressed, one is left out, or is back. */
const props = defineProps<{ stage: Stage; groove: Groove }>()
const emit = defineEmits<{ take: [result: Result<Partial<Stage>>] }>()

const parts = computed(() => changeable(props.groove, props.stage))
const chosen = ref('')
/** What a stage plays otherwise than the groove is what one looks for first. */
const part = computed(
  () =>
    parts.value.find(one => one.id === chosen.value) ??
    parts.value.find(one => strokesIn(props.stage, one) !== one.strokes) ??
    parts.value[0],
)
const slots = computed(() => slotsOf(props.groove.bars))
const pressed = computed(() => {
  const ats = new Set(part.value ? strokesIn(props.stage, part.value).map(stroke => stroke.at) : [])
  return slots.value.filter(slot => ats.has(slot.at)).map(slot => slot.index)
})
const all = computed(() => part.value?.strokes.length === pressed.value.length)
</script>

<template>
  <template v-if="part">
    <BarSelect
      :model-value="part.id"
      :items="parts.map(one => ({ label: one.name, value: one.id }))"
      class="w-52"
      label="of"
      means="Part whose strokes are shown"
      @update:model-value="id => (chosen = id)" />
    <div class="min-w-0">
      <SlotRow
        :label="`Strokes of ${part.name}`"
        :bars="groove.bars"
        :pressed="pressed"
        @press="i => part && emit('take', withStrokeAt(stage, groove, part.id, slots[i]!.at))" />
      <p class="text-sm text-muted" data-strokes-say>
        {{ all ? 'All of it sounds' : `${pressed.length} of ${part.strokes.length} sound` }}; press a slot to leave a
        stroke out, or to put one there.
      </p>
    </div>
  </template>
</template>
