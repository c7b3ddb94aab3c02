<script setup lang="ts">
import { onLongPress, until, useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { type Finding, type GhostPlace, type Unison, sayFinding } from '#core/analyse'
import { type EditorEvent, type EditorState, noteUnder, sayCursor, strokesChosen } from '#core/editor'
import { type Groove, leadInFrom, partOf, sayPlace } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, limbsInOrder, pieceOf } from '#core/kit'
import { FULL, NARROW, NARROW_WIDTH, type Stick, layOut, sticksOf } from '#core/notation'
import { present } from '#core/present'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useInSight } from '~/composables/useInSight'
import { useLanePointer } from '~/composables/useLanePointer'
import { useMarks } from '~/composables/useMarks'
import { usePlayhead } from '~/composables/usePlayhead'
import { keyOf } from '~/keys'
import { eventOfKey } from '~/lanes/keys'
import { useSettings } from '~/stores/settings'

/** The lanes under the player's hands: drawn from the groove and the editor's state; what mouse and keys do is sent on as events. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  unisons: Unison[]
  /** The groove that the findings were read from: this one, or what it was a frame ago. */ readable: Groove
  findings: readonly Finding[]
  ghosts?: { limb: Limb; places: GhostPlace[] }
  heard: ReadonlySet<string>
  state: EditorState
}>()
const emit = defineEmits<{ send: [event: EditorEvent] }>()
const send = (event: EditorEvent) => emit('send', event)

const settings = useSettings()
const cursor = computed(() => props.state.cursor)
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
    narrow.value ? NARROW : FULL,
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
const { band } = usePlayhead(geometry, useInSight(frame, geometry))

const chosenStick = computed(() =>
  cursor.value.line === null
    ? strokesChosen(props.state, props.groove).map(at => ({ at, x: geometry.value.xOf(at) }))
    : [],
)
const note = computed(() => noteUnder(props.state, props.groove))
const cursorBox = computed(() => {
  const { line, limb, slot: index } = cursor.value
  const slot = geometry.value.slots[Math.min(index, geometry.value.slots.length - 1)]!
  const row = line === null ? -1 : props.groove.guides.findIndex(guide => guide.id === line)
  const lane =
    geometry.value.lines[row] ??
    present(
      geometry.value.lanes.find(one => one.limb === limb),
      'lane',
    )
  return { x: slot.left, width: slot.width, y: lane.top - 3, height: lane.height + 6 }
})

/** What a listener hears as the cursor moves. */
const said = computed(() => sayCursor(props.state, props.groove, props.kit, settings.counting))

/** The marked span, bed by bed, as it lies over the lanes. */
const markBox = computed(() => {
  const { span } = props.state
  if (!span) return undefined
  const slots = geometry.value.slots.filter(slot => slot.at >= span.from && slot.at < span.to)
  const [first, last] = [slots[0], slots.at(-1)]
  return first && last && { x: first.left, width: last.left + last.width - first.left }
})

function key(event: KeyboardEvent) {
  const said = eventOfKey(keyOf(event), cursor.value.line !== null)
  if (!said) return
  event.preventDefault()
  event.stopPropagation()
  send(said)
}
const pointer = useLanePointer({
  svg,
  geometry,
  groove: () => props.groove,
  state: () => props.state,
  narrow,
  focus: () => surface.value?.focus(),
  send,
})
function moved(event: PointerEvent) {
  pointer.move(event)
  pointer.hover(event)
}

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
  const place = pointer.menuAt(event)
  if (!place) return
  menuWanted.value = true
  await until(menu).toBeTruthy()
  menu.value?.open(place.x, place.y)
}
onLongPress(svg, event => event.pointerType !== 'mouse' && menuAt(event), { delay: 550, distanceThreshold: 8 })
/** What there is to find fault with where the pointer is. */
const pointedAt = computed(() => {
  const place = pointer.over.value
  return (
    place &&
    props.findings.find(finding =>
      finding.strokes.some(({ partId, at }) => at === place.at && partOf(props.groove, partId)?.limb === place.limb),
    )
  )
})

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
      @keydown="key">
      <svg
        :width="geometry.width + 1"
        :height="geometry.height + 4"
        class="pointer-events-none absolute left-0 top-0 isolate select-none"
        aria-hidden="true">
        <LanesGrid :geometry="geometry" :bars="groove.bars" :clave="groove.clave">
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
        @pointerdown="pointer.down"
        @pointermove="moved"
        @pointerup="pointer.up"
        @pointerleave="pointer.over.value = undefined"
        @contextmenu="menuAt">
        <rect :width="geometry.width" :height="geometry.height" fill="transparent" />
        <GuideNotes
          v-if="groove.guides.length"
          :guides="groove.guides"
          :geometry="geometry"
          :chosen="note?.at"
          :on="cursor.line ?? ''" />
        <LanesCanvas
          :groove="groove"
          :geometry="geometry"
          :chosen-part-id="state.partId"
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
          v-for="one in chosenStick"
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
      <LazyStrokeMenu v-if="menuWanted" ref="menu" @send="send" @closed="surface?.focus()" />
    </div>
    <slot :geometry="geometry" />
    <p class="sr-only">
      Cursor: {{ LIMB_NAMES[cursor.limb] }},
      {{ sayPlace(groove, geometry.slots[Math.min(cursor.slot, geometry.slots.length - 1)]!.at, settings.counting) }}
    </p>
  </div>
</template>
