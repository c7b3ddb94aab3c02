<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { type Groove, sayBars } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Geometry, notate } from '#core/notation'
import { present } from '#core/present'
import type { StaffMark } from '~/staff/draw'
import { useSettings } from '~/stores/settings'

/** A groove on a five-line staff. A note that is pressed is named by the strokes behind it. */
const props = withDefaults(
  defineProps<{
    groove: Groove
    kit: Kit
    only?: string[]
    counts?: boolean
    sticking?: boolean
    scale?: number
    /** Bars to a line; 0 for as many as fit. */ perLine?: number
    /** What is around each bar of a form. */ marks?: readonly StaffMark[]
    /** The lanes that it stands under, slot by slot. */ along?: Geometry
  }>(),
  { counts: true, sticking: false, scale: 1, perLine: 0, marks: () => [] },
)
const emit = defineEmits<{ find: [strokes: { partId: string; at: number }[]]; drawn: [] }>()
const settings = useSettings()
const host = useTemplateRef('host')
const { width } = useElementSize(host)
const failed = ref('')

const notation = computed(() =>
  notate(props.groove, props.kit, { counting: settings.counting, ...(props.only ? { only: props.only } : {}) }),
)

watch(
  [host, notation, width, () => [props.counts, props.sticking, props.scale, props.perLine, props.marks, props.along]],
  async () => {
    if (!host.value || width.value < 50) return
    try {
      const { drawStaff } = await import('../../staff/draw')
      const notes = await drawStaff(host.value, notation.value, {
        width: width.value,
        counts: props.counts,
        sticking: props.sticking,
        scale: props.scale,
        perLine: props.perLine,
        marks: props.marks,
        ...(props.along ? { along: props.along } : {}),
      })
      if (!notes) return
      failed.value = ''
      const svg = present(host.value.querySelector('svg'), 'picture')
      for (const { element, heads } of notes) {
        element.classList.add('staff-note')
        element.dataset.strokes = heads
          .flatMap(head => head.strokes)
          .map(stroke => `${stroke.partId}:${stroke.at}`)
          .join(' ')
        element.addEventListener('click', event => {
          // The head nearest to the press comes first.
          const box = svg.getBoundingClientRect()
          const y = ((event.clientY - box.top) * svg.viewBox.baseVal.height) / box.height
          emit(
            'find',
            heads.toSorted((a, b) => Math.abs(a.y - y) - Math.abs(b.y - y)).flatMap(head => head.strokes),
          )
        })
      }
      emit('drawn')
    } catch (error) {
      failed.value = `The staff could not be drawn (${(error as Error).message}).`
    }
  },
  { flush: 'post', immediate: true },
)
</script>

<template>
  <div>
    <div ref="host" class="staff w-full" role="img" :aria-label="`Staff of ${groove.title}, ${sayBars(groove)}`" />
    <p v-if="failed" class="text-sm text-error">{{ failed }}</p>
  </div>
</template>
