<script setup lang="ts">
import { onLongPress, until, useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { type Finding, type GhostPlace, type Unison, sayFinding } from '#core/analyse'
import { type Groove, barSpan, leadInFrom, partOf, sayPlace } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, limbsInOrder, pieceOf } from '#core/kit'
import {
  FULL,
  LOWER,
  NARROW,
  NARROW_WIDTH,
  type Stick,
  laneUnder,
  layOut,
  levelAt,
  slotUnder,
  sticksOf,
} from '#core/notation'
import type { Cursor } from '~/lanes/cursor'
import type { GuideHands } from '~/composables/useGuideHands'
import type { LaneHands } from '~/composables/useLaneHands'
import type { SpanHands } from '~/composables/useSpan'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useInSight } from '~/composables/useInSight'
import { useMarks } from '~/composables/useMarks'
import { usePlayhead } from '~/composables/usePlayhead'
import { useBench } from '~/stores/bench'
import { useSettings } from '~/stores/settings'

/** The lanes under the player's hands: mouse and keys become edits of the Bench. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  unisons: Unison[]
  /** The groove that the findings were read from: this one, or what it was a frame ago. */ readable: Groove
  findings: readonly Finding[]
  ghosts?: { limb: Limb; places: GhostPlace[] }
  heard: ReadonlySet<string>
  hands: LaneHands
  span: SpanHands
  line: GuideHands
}>()

const bench = useBench()
const settings = useSettings()
const cursor = defineModel<Cursor>('cursor', { required: true })
const frame = ref<HTMLElement>()
const surface = ref<HTMLElement>()
const svg = ref<SVGSVGElement>()
const { width } = useElementSize(frame)
// Most edits leave bars and lead alone, and with them the whole grid.
const bars = computed(() => props.groove.bars)
const lead = computed(() => props.groove.lead)
const lines = computed(() => props.groove.guides.length)
const leadFrom = computed(() => leadInFrom(props.groove))
/** On a phone the lanes are read and played: a finger scrolls them, and chooses a stroke by a tap. */
const narrow = computed(() => width.value > 0 && width.value < NARROW_WIDTH)
const geometry = computed(() =>
  layOut(
    bars.value,
    limbsInOrder(lead.value),
    Math.max(width.value - 2, 320),
    narrow.value ? NARROW : settings.staff.shown ? LOWER : FULL,
    settings.counting,
    { lines: lines.value, leadFrom: leadFrom.value },
  ),
)

const sticks = computed(() => sticksOf(props.groove, props.kit, geometry.value))
/** The most letters that fit beside a lane. */
const ROOM = 15
/** What each lane mostly plays, said under the limb's name: one line a lane, so that the grid is redrawn only when the words change. */
const says = useAfterPaint(
  () =>
    geometry.value.lanes
      .map(({ limb }) => {
        const pieces = props.groove.parts
          .filter(part => part.limb === limb)
          .flatMap(part => part.strokes.map(stroke => stroke.piece))
        const names = [...new Set(pieces)].map(id => pieceOf(props.kit, id)?.name ?? id)
        const two = names.slice(0, 2).join(', ') + (names.length > 2 ? ' …' : '')
        return (two.length <= ROOM ? two : `${names[0]!.slice(0, ROOM - 2)} …`) || 'nothing yet'
      })
      .join('\n'),
  2,
)
/** The names of the lines above, shortened to the room beside them. */
const lineNames = computed(() =>
  props.groove.guides.map(({ name }) => (name.length > 13 ? `${name.slice(0, 12)}…` : name)).join('\n'),
)
/** Marks need the sticks only while something points at them. */
const NONE: Stick[] = []
const { marked } = useMarks()
const { hands, line } = props
const { band } = usePlayhead(geometry, useInSight(frame, geometry))

const chosenStick = computed(() => hands.selected.value.map(at => ({ at, x: geometry.value.xOf(at) })))
const cursorBox = computed(() => {
  const slot = geometry.value.slots[Math.min(cursor.value.slot, geometry.value.slots.length - 1)]!
  const lane =
    (line.on.value
      ? geometry.value.lines[props.groove.guides.findIndex(guide => guide.id === line.on.value)]
      : undefined) ?? geometry.value.lanes.find(one => one.limb === cursor.value.limb)!
  return { x: slot.left, width: slot.width, y: lane.top - 3, height: lane.height + 6 }
})

/** What a listener hears as the cursor moves. */
const said = computed(() => hands.sayCursor(props.kit))

function placeOf(event: MouseEvent) {
  const box = svg.value!.getBoundingClientRect()
  const x = event.clientX - box.left
  const y = event.clientY - box.top
  const row = geometry.value.lines.findIndex(one => y >= one.top - 4 && y < one.top + one.height + 4)
  return {
    x,
    y,
    slot: slotUnder(geometry.value, x),
    lane: laneUnder(geometry.value, y),
    guide: props.groove.guides[row],
  }
}

/** The marked span, bed by bed, as it stands over the lanes. */
const markBox = computed(() => {
  const marked = props.span.span.value
  if (!marked) return undefined
  const slots = geometry.value.slots.filter(slot => slot.at >= marked.from && slot.at < marked.to)
  const [first, last] = [slots[0], slots.at(-1)]
  return first && last && { x: first.left, width: last.left + last.width - first.left }
})
/** A mark being drawn over the counts. */
let marking: { slot: number; moved: boolean } | undefined
/** The line with the numbers of the bars, above the counts. */
const BAR_LINE = 20
function markFrom(x: number, y: number, slot: number) {
  if (x < geometry.value.scale.label - 8) return
  if (y < BAR_LINE) {
    const bar = (geometry.value.bars.findLast(one => one.x - 4 <= x) ?? geometry.value.bars[0]!).number - 1
    props.span.markBar(bar)
    cursor.value = {
      ...cursor.value,
      slot: geometry.value.slots.findIndex(one => one.at === barSpan(props.groove, bar).from),
    }
    return
  }
  marking = { slot, moved: false }
  cursor.value = { ...cursor.value, slot }
}

/** A note being drawn on a line above. */
let drawing = false
let drag: { x: number; y: number; slot: number; limb: Cursor['limb']; axis?: 'level' | 'place' } | undefined

function down(event: PointerEvent) {
  const { x, y, slot, lane, guide } = placeOf(event)
  if (narrow.value && event.pointerType === 'touch') {
    if (lane) cursor.value = { limb: lane.limb, slot: slot.index }
    return
  }
  if (event.button === 0 && y < geometry.value.scale.ribbon - 6) {
    surface.value!.focus()
    svg.value!.setPointerCapture(event.pointerId)
    return markFrom(x, y, slot.index)
  }
  if (guide && event.button === 0 && x >= geometry.value.scale.label - 8) {
    surface.value!.focus()
    svg.value!.setPointerCapture(event.pointerId)
    drawing = true
    return line.press(guide.id, slot.index)
  }
  if (!lane || event.button !== 0) return
  surface.value!.focus()
  // A limb's name leads into its lane and strikes nothing.
  if (x < geometry.value.scale.label - 8) return hands.enter(lane.limb)
  svg.value!.setPointerCapture(event.pointerId)
  drag = { x, y, slot: slot.index, limb: lane.limb }
  hands.press({ limb: lane.limb, slot: slot.index }, event.shiftKey)
}

function move(event: PointerEvent) {
  if (marking) {
    const to = placeOf(event).slot.index
    marking.moved ||= to !== marking.slot
    if (marking.moved) props.span.mark(marking.slot, to)
    return
  }
  if (drawing) return line.drag(placeOf(event).slot.index)
  if (!drag) return
  const { x, y, slot } = placeOf(event)
  const dx = Math.abs(x - drag.x)
  const dy = Math.abs(y - drag.y)
  if (!drag.axis && Math.max(dx, dy) > 4) drag.axis = dy >= dx ? 'level' : 'place'
  const lane = geometry.value.lanes.find(one => one.limb === drag!.limb)!
  if (drag.axis === 'level') hands.dragLevel(levelAt(lane, y))
  if (drag.axis === 'place') hands.dragPlace(slot.index - drag.slot)
}

function up() {
  if (marking && !marking.moved) props.span.markBeat(marking.slot)
  marking = undefined
  if (drawing) line.release()
  drawing = false
  if (!drag) return
  drag = undefined
  hands.release()
}

useEventListener(svg, 'pointercancel', () => {
  drag = undefined
  marking = undefined
  if (drawing) line.cancel()
  drawing = false
  hands.cancel()
})

// The cursor stays in sight when keys move it beyond the edge.
watch(cursorBox, box => {
  const el = frame.value
  if (!el) return
  if (box.x < el.scrollLeft + geometry.value.scale.label) el.scrollLeft = box.x - geometry.value.scale.label
  else if (box.x + box.width > el.scrollLeft + el.clientWidth) el.scrollLeft = box.x + box.width - el.clientWidth + 20
})

/** A long press of a finger, or the other button of a mouse, asks for the menu of what is under it. It is fetched then. */
const menu = useTemplateRef<{ open(x: number, y: number): void }>('menu')
const menuWanted = ref(false)
async function menuAt(event: MouseEvent) {
  const { x, y, slot, lane } = placeOf(event)
  if (!lane) return
  event.preventDefault()
  hands.point({ limb: lane.limb, slot: slot.index })
  drag = undefined
  menuWanted.value = true
  await until(menu).toBeTruthy()
  menu.value?.open(x, y)
}
onLongPress(svg, event => event.pointerType !== 'mouse' && menuAt(event), { delay: 550, distanceThreshold: 8 })
const pointedAt = ref<Finding>()
function point(event: PointerEvent) {
  const { slot, lane } = placeOf(event)
  pointedAt.value = props.findings.find(finding =>
    finding.strokes.some(({ partId, at }) => at === slot.at && partOf(props.groove, partId)?.limb === lane?.limb),
  )
}

defineExpose({ focus: () => surface.value?.focus() })
</script>

<template>
  <div ref="frame" data-lanes-frame class="relative shrink-0 overflow-x-auto overflow-y-hidden">
    <LaneSentences :groove="groove" :kit="kit" />
    <p class="sr-only" aria-live="polite" data-cursor-says>{{ said }}</p>
    <div
      ref="surface"
      tabindex="0"
      role="application"
      aria-label="Limb lanes. Arrows walk slots and lanes, Enter puts a stroke, 1 to 5 set its level, question mark lists all keys."
      class="relative inline-block rounded-sm -outline-offset-2"
      @keydown="hands.key">
      <svg
        :width="geometry.width + 1"
        :height="geometry.height + 4"
        class="pointer-events-none absolute left-0 top-0 isolate select-none"
        aria-hidden="true">
        <LanesGrid :geometry="geometry">
          <rect
            v-if="markBox"
            v-bind="markBox"
            data-span
            :y="geometry.scale.ribbon - 34"
            :height="geometry.height - geometry.scale.ribbon + 34"
            fill="var(--band)"
            fill-opacity="0.45"
            stroke="var(--ui-text-muted)"
            stroke-dasharray="4 3" />
          <rect
            ref="band"
            data-band
            :y="geometry.scale.ribbon - 34"
            :height="geometry.height - geometry.scale.ribbon + 34"
            fill="var(--band)"
            visibility="hidden" />
        </LanesGrid>
      </svg>
      <svg
        ref="svg"
        :width="geometry.width + 1"
        :height="geometry.height + 4"
        class="relative block"
        :class="narrow ? '' : 'touch-none'"
        @pointerdown="down"
        @pointermove="
          event => {
            move(event)
            point(event)
          }
        "
        @pointerup="up"
        @pointerleave="pointedAt = undefined"
        @contextmenu="menuAt">
        <rect :width="geometry.width" :height="geometry.height" fill="transparent" />
        <GuideNotes
          v-if="groove.guides.length"
          :guides="groove.guides"
          :geometry="geometry"
          :chosen="line.on.value ? line.note.value?.at : undefined"
          :on="line.on.value" />
        <LanesCanvas
          :groove="groove"
          :geometry="geometry"
          :chosen-part-id="bench.chosenPart?.id"
          :unisons="unisons"
          :sticks="sticks"
          :heard="heard" />
        <LaneMarks
          :groove="readable"
          :geometry="geometry"
          :sticks="marked.length ? sticks : NONE"
          :findings="findings"
          :marked="marked"
          v-bind="ghosts ? { ghosts } : {}" />
        <rect
          v-bind="cursorBox"
          class="pointer-events-none"
          fill="none"
          stroke="var(--ui-text-highlighted)"
          stroke-width="1.5"
          rx="2" />
        <circle
          v-for="one in line.on.value ? [] : chosenStick"
          :key="one.at"
          class="pointer-events-none"
          :cx="one.x"
          :cy="cursorBox.y + (geometry.lanes.find(lane => lane.limb === cursor.limb)?.hangs ? 5 : cursorBox.height - 5)"
          r="2.5"
          fill="var(--ui-text-highlighted)" />
      </svg>
      <div class="pointer-events-none absolute inset-0">
        <div class="sticky left-0 w-fit">
          <LaneNames
            :geometry="geometry"
            :lead="lead"
            :says="says"
            :line-names="lineNames"
            class="pointer-events-auto" />
          <p
            v-if="pointedAt"
            class="absolute left-26 top-0 w-max max-w-md bg-inverted px-2 py-1 text-sm text-inverted"
            role="status">
            {{ sayFinding(groove, pointedAt, settings.counting) }}
          </p>
        </div>
      </div>
      <LazyStrokeMenu v-if="menuWanted" ref="menu" :hands="hands" @closed="surface?.focus()" />
    </div>
    <p class="sr-only">
      Cursor: {{ LIMB_NAMES[cursor.limb] }},
      {{ sayPlace(groove, geometry.slots[Math.min(cursor.slot, geometry.slots.length - 1)]!.at, settings.counting) }}
    </p>
  </div>
</template>
