<script setup lang="ts">
import equal from 'fast-deep-equal'
import { nextTick, ref, watch } from 'vue'
import type { EditorEvent } from '#core/editor'
import { useBench } from '~/stores/bench'

/** One bar under the lanes: about the marked span or about the stroke, whichever came last; marking the same again counts. */
defineProps<{ looped: boolean }>()
const emit = defineEmits<{ send: [event: EditorEvent]; loop: []; groove: []; cell: [] }>()
const bench = useBench()

const about = ref<'span' | 'stroke'>(bench.span ? 'span' : 'stroke')
watch(
  () => [bench.span, bench.state?.cursor, bench.state?.several] as const,
  ([span, ...stroke], [before, ...strokeBefore]) => {
    if (span && ofSpan) return
    if (span !== before) about.value = span ? 'span' : 'stroke'
    else if (!equal(stroke, strokeBefore)) about.value = 'stroke'
  },
)
/** What is done with the mark may move the cursor; the bar stays about the mark. */
let ofSpan = false
async function sendOfSpan(event: EditorEvent) {
  ofSpan = true
  emit('send', event)
  await nextTick()
  ofSpan = false
}
</script>

<template>
  <div class="flex min-h-17 shrink-0 flex-col justify-center">
    <SpanBar
      v-if="bench.span && about === 'span'"
      :looped="looped"
      @send="sendOfSpan"
      @loop="emit('loop')"
      @groove="emit('groove')"
      @cell="emit('cell')" />
    <StrokePanel v-else @send="event => emit('send', event)">
      <UButton v-if="bench.span" size="xs" color="neutral" variant="outline" @click="about = 'span'"
        >What is marked</UButton
      >
    </StrokePanel>
  </div>
</template>
