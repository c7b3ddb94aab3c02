<script setup lang="ts">
import { useElementSize, useRafFn, useResizeObserver } from '@vueuse/core'
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { type BeatMap, NEAR, type Recording, barAt, barTimes } from '#core/recording'
import { present } from '#core/present'
import { byKey, keyOf } from '~/keys'
import { OUTLINE } from '~/listen/outline'
import { sayPlace } from '~/listen/say'

/** A recording from beginning to end: its outline, bars and beats over it, sections and marks, what is marked, and where it plays. */
const props = defineProps<{
  recording: Recording
  map: BeatMap
  outline: Float32Array | undefined
  at: number
  span: { from: number; to: number } | undefined
  /** Where it plays, looked at frame by frame. */
  heard: () => number | undefined
}>()
const emit = defineEmits<{ at: [seconds: number]; span: [span: { from: number; to: number } | undefined]; hear: [] }>()

const scroller = useTemplateRef<HTMLElement>('scroller')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const { width } = useElementSize(scroller)
const HEIGHT = 296
/** Where the outline lies, between the numbers of the bars and the sections. */
const [TOP, BOTTOM] = [24, 252]
const zoom = ref(1)
const seconds = computed(() => Math.max(1, props.recording.seconds))
/** Pixels a second. */
const scale = computed(() => (Math.max(200, width.value) / seconds.value) * zoom.value)
const zoomed = (times: number) => {
  const middle = ((scroller.value?.scrollLeft ?? 0) + width.value / 2) / scale.value
  zoom.value = Math.min(64, Math.max(1, zoom.value * times))
  requestAnimationFrame(() => scroller.value?.scrollTo({ left: middle * scale.value - width.value / 2 }))
}
defineExpose({ zoomed, focus: () => scroller.value?.focus() })

function draw() {
  const context = canvas.value?.getContext('2d')
  if (!canvas.value || !context || !width.value) return
  const ratio = window.devicePixelRatio || 1
  const wide = Math.floor(width.value)
  if (canvas.value.width !== wide * ratio) [canvas.value.width, canvas.value.height] = [wide * ratio, HEIGHT * ratio]
  context.setTransform(ratio, 0, 0, ratio, 0, 0)
  context.clearRect(0, 0, wide, HEIGHT)
  const style = getComputedStyle(canvas.value)
  const colour = (name: string) => style.getPropertyValue(name)
  const left = scroller.value?.scrollLeft ?? 0
  const x = (time: number) => time * scale.value - left
  const time = (pixels: number) => (pixels + left) / scale.value
  const { map, outline, span, recording } = props
  if (span) {
    context.fillStyle = colour('--ui-bg-accented')
    context.fillRect(x(span.from), TOP, x(span.to) - x(span.from), BOTTOM - TOP)
  }
  context.fillStyle = colour('--ui-text-toned')
  if (outline)
    for (let column = 0; column < wide; column++) {
      const [from, to] = [
        Math.floor(time(column) * OUTLINE),
        Math.max(time(column) * OUTLINE + 1, time(column + 1) * OUTLINE),
      ]
      let most = 0
      for (let n = Math.max(0, from); n < Math.min(outline.length, to); n++) most = Math.max(most, outline[n]!)
      const tall = Math.max(1, most * (BOTTOM - TOP))
      context.fillRect(column, (TOP + BOTTOM - tall) / 2, 1, tall)
    }
  context.font = `12px ${style.fontFamily}`
  context.textBaseline = 'top'
  const [first, last] = [Math.max(0, barAt(map, time(0)) - 1), barAt(map, time(wide)) + 1]
  const apart = (map.bars.length > 1 ? (x(seconds.value) - x(0)) / map.bars.length : 40) || 40
  const step = [1, 2, 4, 8, 16, 32].find(one => one * apart > 34) ?? 64
  for (let n = first; n <= Math.min(last, map.bars.length - 1); n++) {
    const bar = map.bars[n]!
    const from = x(map.beats[bar.beat]!)
    context.fillStyle = colour(bar.set ? '--ui-text-highlighted' : '--ui-text-muted')
    if (apart > 6 || n % step === 0) context.fillRect(from, TOP - 4, bar.set ? 2 : 1, BOTTOM - TOP + 8)
    if (n % step === 0) context.fillText(`${n + 1}${bar.sure < 0.5 ? '?' : ''}`, from + 3, 6)
    if (apart / bar.beats > 7)
      for (let beat = 1; beat < bar.beats; beat++) context.fillRect(x(map.beats[bar.beat + beat]!), BOTTOM - 10, 1, 10)
  }
  for (const section of recording.sections) {
    context.fillStyle = colour('--ui-text-muted')
    context.fillRect(x(section.from), BOTTOM + 8, Math.max(2, x(section.to) - x(section.from) - 2), 2)
    context.fillStyle = colour('--ui-text-highlighted')
    context.fillText(
      section.name,
      Math.max(2, x(section.from)),
      BOTTOM + 14,
      Math.max(10, x(section.to) - x(section.from) - 4),
    )
  }
  context.fillStyle = colour('--ui-text-highlighted')
  for (const mark of recording.marks) {
    context.beginPath()
    context.arc(x(mark.at), TOP - 8, 4, 0, 7)
    context.fill()
  }
  context.fillRect(x(props.at) - 0.5, TOP - 4, 1, BOTTOM - TOP + 8)
  const heard = props.heard()
  if (heard !== undefined) {
    context.fillStyle = colour('--ui-error')
    context.fillRect(x(heard) - 1.5, TOP - 4, 3, BOTTOM - TOP + 8)
  }
}
let played: number | undefined
useRafFn(() => {
  const now = props.heard()
  if (now === played) return
  played = now
  // A playhead that leaves the picture takes it along.
  const place = (now ?? 0) * scale.value - (scroller.value?.scrollLeft ?? 0)
  if (now !== undefined && zoom.value > 1 && (place < 0 || place > width.value))
    scroller.value?.scrollTo({ left: now * scale.value - 40 })
  draw()
})
watch(
  () => [props.recording, props.map, props.outline, props.at, props.span, width.value, zoom.value],
  () => requestAnimationFrame(draw),
)
onMounted(draw)
useResizeObserver(scroller, draw)
watch(useColorMode(), () => requestAnimationFrame(draw), { deep: true })

// ---- under the hand ------------------------------------------------------------

const timeOf = (event: PointerEvent) => {
  const box = present(scroller.value, 'line')
  const pixels = event.clientX - box.getBoundingClientRect().left + box.scrollLeft
  return Math.min(seconds.value, Math.max(0, pixels / scale.value))
}
/** Whole bars about a stretch, where there are any. */
function barsOver(one: number, other: number): { from: number; to: number } {
  const [from, to] = [Math.min(one, other), Math.max(one, other)]
  const { map } = props
  const [first, last] = [barAt(map, from), barAt(map, to)]
  return first < 0 || last < 0
    ? { from, to }
    : { from: barTimes(map, first).from, to: Math.min(seconds.value, barTimes(map, last).to) }
}
let began: number | undefined
function down(event: PointerEvent) {
  if (event.button !== 0) return
  began = timeOf(event)
  scroller.value?.setPointerCapture(event.pointerId)
  emit('at', began)
}
function move(event: PointerEvent) {
  if (began === undefined) return
  const now = timeOf(event)
  if (Math.abs(now - began) * scale.value > 5) emit('span', barsOver(began, now))
}
const up = () => (began = undefined)

function step(by: 'bar' | 'beat', direction: 1 | -1) {
  const { map, at } = props
  const places = by === 'bar' ? map.bars.map(bar => map.beats[bar.beat]!) : map.beats
  const next = direction > 0 ? places.find(one => one > at + NEAR) : places.findLast(one => one < at - NEAR)
  const to = places.length ? (next ?? at) : at + direction * (by === 'bar' ? 2 : 0.5)
  emit('at', Math.min(seconds.value, Math.max(0, to)))
}
/** From the cursor’s bar on, a bar more or less. */
function mark(direction: 1 | -1) {
  const { map, at, span } = props
  const bar = barAt(map, at)
  if (bar < 0) return
  const end = span ? barAt(map, span.to - 2 * NEAR) + direction : bar + (direction > 0 ? 0 : -1)
  if (end < bar) return emit('span', undefined)
  emit('span', barsOver(barTimes(map, bar).from, barTimes(map, Math.min(end, map.bars.length - 1)).from))
}
const deeds = byKey('recordingLine', {
  left: () => step('bar', -1),
  right: () => step('bar', 1),
  beatLeft: () => step('beat', -1),
  beatRight: () => step('beat', 1),
  markLeft: () => mark(-1),
  markRight: () => mark(1),
  first: () => emit('at', 0),
  last: () => emit('at', seconds.value),
  hear: () => emit('hear'),
  leave: () => emit('span', undefined),
})
function pressed(event: KeyboardEvent) {
  const act = deeds[keyOf(event)]
  if (!act) return
  event.preventDefault()
  act()
}
</script>

<template>
  <div
    ref="scroller"
    role="slider"
    tabindex="0"
    aria-label="Place in the recording"
    :aria-valuemin="0"
    :aria-valuemax="Math.round(seconds)"
    :aria-valuenow="Math.round(at)"
    :aria-valuetext="sayPlace(map, at)"
    class="relative overflow-x-auto border-y border-default focus-visible:outline-2 focus-visible:outline-inverted"
    data-line
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="up"
    @scroll="draw"
    @keydown="pressed">
    <div :style="{ width: `${scale * seconds}px`, height: `${HEIGHT}px` }">
      <canvas
        ref="canvas"
        class="sticky left-0 block"
        :style="{ width: `${Math.floor(width)}px`, height: `${HEIGHT}px` }" />
    </div>
  </div>
</template>
