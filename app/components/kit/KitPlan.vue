<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import {
  type Kit,
  LIMBS,
  LIMB_NAMES,
  type Limb,
  type Piece,
  type Place,
  REACH,
  WIDTHS,
  homesOf,
  isHand,
  moved,
  stretchTo,
} from '#core/kit'
import { present } from '#core/present'
import { toneOf } from '~/lanes/tone'
import { byKey, keyOf } from '~/keys'

/** The kit from above, in metres: pieces are dragged or walked with the arrows to where they stand. */
const props = defineProps<{ kit: Kit; lead: 'right' | 'left' }>()
const chosen = defineModel<string>('chosen', { required: true })
const emit = defineEmits<{ moved: [kit: Kit]; refused: [reason: string] }>()

const frame = useTemplateRef('frame')
const svg = useTemplateRef('svg')
const { width, height } = useElementSize(frame)
/** The piece under way, before it is let go. */
const dragging = ref<{ id: string; to: Place }>()

const byFoot = (one: Piece) => one.strokes.every(stroke => stroke.by === 'foot')
/** The large under the small, pedals over all, so that each can be taken hold of. */
const shown = computed(() =>
  props.kit.pieces
    .map(piece => (dragging.value?.id === piece.id ? { ...piece, stands: dragging.value.to } : piece))
    .sort((a, b) => Number(byFoot(a)) - Number(byFoot(b)) || WIDTHS[b.kind] - WIDTHS[a.kind]),
)
const SMALL = 12
const fontSize = computed(() => (props.kit.pieces.length > 15 ? SMALL : 13))
const pointed = ref('')
/** Names stand over everything; those of pedals beside one another go down step by step. Where two would lie on one another the one before it in turn stays: chosen, pointed at, larger. */
const names = computed(() => {
  const pedals = shown.value.filter(byFoot).sort((a, b) => a.stands.x - b.stands.x)
  const rank = (id: string) => (id === chosen.value ? 0 : id === pointed.value ? 1 : 2)
  const taken: { x: number; y: number; half: number }[] = []
  return shown.value
    .toSorted((a, b) => rank(a.id) - rank(b.id))
    .flatMap(piece => {
      const below = byFoot(piece) ? 0.1 * scale.value + 11 + (pedals.indexOf(piece) % 3) * 11 : 4
      const place = {
        x: x(piece.stands.x),
        y: y(piece.stands.y) + below,
        half: (piece.name.length * fontSize.value * 0.5) / 2,
      }
      const free = taken.every(
        one => Math.abs(one.y - place.y) >= fontSize.value || Math.abs(one.x - place.x) >= one.half + place.half,
      )
      if (free) taken.push(place)
      return free ? [{ piece, x: place.x, y: place.y }] : []
    })
})
/** What is in sight: every piece with a margin, and always the player. It holds still while a piece is dragged. */
const room = computed(() => {
  const xs = props.kit.pieces.flatMap(piece => [piece.stands.x - 0.35, piece.stands.x + 0.35])
  const ys = props.kit.pieces.map(piece => piece.stands.y + 0.35)
  const half = Math.max(0.9, ...xs.map(Math.abs))
  return { left: -half, right: half, near: -0.3, far: Math.max(1.1, ...ys) }
})
const scale = computed(() =>
  Math.max(
    60,
    Math.min(
      (width.value - 56) / (room.value.right - room.value.left),
      (height.value - 46) / (room.value.far - room.value.near),
    ),
  ),
)
const plan = computed(() => ({
  width: (room.value.right - room.value.left) * scale.value,
  height: (room.value.far - room.value.near) * scale.value,
}))
const x = (metres: number) => 40 + (metres - room.value.left) * scale.value
const y = (metres: number) => 8 + (room.value.far - metres) * scale.value

const ticks = (from: number, to: number) =>
  Array.from(
    { length: Math.floor(to * 10) - Math.ceil(from * 10) + 1 },
    (_, i) => Math.round(Math.ceil(from * 10) + i) / 10,
  )
const across = computed(() => ticks(room.value.left, room.value.right))
const away = computed(() => ticks(room.value.near, room.value.far))

const homes = computed(() => homesOf({ ...props.kit, pieces: shown.value }))
const piece = computed(() => shown.value.find(one => one.id === chosen.value))
/** From each limb's joint to the chosen piece. */
const stretches = computed(() =>
  LIMBS.flatMap(limb => {
    const stretch = piece.value && stretchTo(piece.value, limb)
    const joint = isHand(limb) ? REACH.shoulder : REACH.hip
    return stretch ? [{ ...stretch, x: (limb.startsWith('R') ? 1 : -1) * joint.x, y: joint.y }] : []
  }),
)
/** A foot is drawn at the far end of its pedal, where it leaves the piece’s name free. */
const below = (limb: Limb) => (isHand(limb) ? 0 : -0.07 * scale.value)

function place(event: PointerEvent): Place {
  const box = present(svg.value, 'svg').getBoundingClientRect()
  return {
    x: (event.clientX - box.left - 40) / scale.value + room.value.left,
    y: room.value.far - (event.clientY - box.top - 8) / scale.value,
  }
}
let hold = { x: 0, y: 0 }
function down(event: PointerEvent, one: Piece) {
  if (event.button !== 0) return
  chosen.value = one.id
  const at = place(event)
  hold = { x: one.stands.x - at.x, y: one.stands.y - at.y }
  dragging.value = { id: one.id, to: one.stands }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!dragging.value) return
  const at = place(event)
  dragging.value = { ...dragging.value, to: { x: at.x + hold.x, y: at.y + hold.y } }
}
function settle(id: string, to: Place) {
  const done = moved(props.kit, id, to)
  if (done.ok) emit('moved', done.value)
  else emit('refused', done.reason)
}
function up() {
  const done = dragging.value
  dragging.value = undefined
  const before = props.kit.pieces.find(one => one.id === done?.id)?.stands
  if (done && before && Math.hypot(done.to.x - before.x, done.to.y - before.y) >= 0.005) settle(done.id, done.to)
}
function key(event: KeyboardEvent, one: Piece) {
  const by = (x: number, y: number) => () => settle(one.id, { x: one.stands.x + x, y: one.stands.y + y })
  const act = byKey('plan', {
    left: by(-0.01, 0),
    right: by(0.01, 0),
    up: by(0, 0.01),
    down: by(0, -0.01),
    farLeft: by(-0.1, 0),
    farRight: by(0.1, 0),
    farUp: by(0, 0.1),
    farDown: by(0, -0.1),
  })[keyOf(event)]
  if (!act) return
  event.preventDefault()
  act()
}
</script>

<template>
  <div ref="frame" class="flex min-h-0 flex-1 overflow-auto max-sm:min-h-80">
    <svg
      ref="svg"
      :width="plan.width + 48"
      :height="plan.height + 40"
      class="m-auto block touch-none select-none"
      role="group"
      aria-label="The kit from above. Arrows move the chosen piece by a centimetre, with Shift by ten.">
      <g stroke="var(--rule)" stroke-width="0.6" font-size="11.5" fill="var(--ui-text-muted)">
        <template v-for="one in across" :key="`x${one}`">
          <line :x1="x(one)" :x2="x(one)" :y1="y(room.near)" :y2="y(room.near) + ((one * 10) % 5 === 0 ? 10 : 5)" />
          <line
            v-if="(one * 10) % 5 === 0"
            :x1="x(one)"
            :x2="x(one)"
            :y1="y(room.far)"
            :y2="y(room.near)"
            opacity="0.5" />
          <text v-if="(one * 10) % 5 === 0" :x="x(one)" :y="y(room.near) + 24" text-anchor="middle" stroke="none">
            {{ one === 0 ? '0 m' : one }}
          </text>
        </template>
        <template v-for="one in away" :key="`y${one}`">
          <line :y1="y(one)" :y2="y(one)" :x1="x(room.left)" :x2="x(room.left) - ((one * 10) % 5 === 0 ? 10 : 5)" />
          <line
            v-if="(one * 10) % 5 === 0"
            :y1="y(one)"
            :y2="y(one)"
            :x1="x(room.left)"
            :x2="x(room.right)"
            opacity="0.5" />
          <text v-if="(one * 10) % 5 === 0" :y="y(one) + 4" :x="x(room.left) - 14" text-anchor="end" stroke="none">
            {{ one }}
          </text>
        </template>
      </g>

      <circle
        data-stool
        :cx="x(0)"
        :cy="y(0)"
        :r="0.17 * scale"
        fill="var(--bed-other)"
        stroke="var(--ui-text-muted)" />
      <text :x="x(0)" :y="y(0) + 4" text-anchor="middle" font-size="12" fill="var(--ui-text-muted)">stool</text>

      <line
        v-for="one in stretches"
        :key="one.limb"
        :x1="x(one.x)"
        :y1="y(one.y)"
        :x2="x(piece!.stands.x)"
        :y2="y(piece!.stands.y)"
        :stroke="one.reaches ? toneOf(one.limb, lead) : 'var(--ui-error)'"
        stroke-width="1.5"
        :stroke-dasharray="one.reaches ? undefined : '5 4'" />

      <g
        v-for="one in shown"
        :key="one.id"
        :data-piece="one.id"
        tabindex="0"
        role="button"
        class="plan-piece cursor-grab"
        :aria-pressed="one.id === chosen"
        :aria-label="`${one.name}, ${Math.abs(one.stands.x).toFixed(2)} m to the ${one.stands.x < 0 ? 'left' : 'right'}, ${one.stands.y.toFixed(2)} m away`"
        @pointerdown="event => down(event, one)"
        @pointermove="drag"
        @pointerup="up"
        @pointercancel="dragging = undefined"
        @pointerenter="pointed = one.id"
        @pointerleave="pointed = ''"
        @focus="chosen = one.id"
        @keydown="event => key(event, one)">
        <rect
          v-if="byFoot(one)"
          :x="x(one.stands.x) - 0.06 * scale"
          :y="y(one.stands.y) - 0.1 * scale"
          :width="0.12 * scale"
          :height="0.2 * scale"
          rx="3"
          :fill="one.id === chosen ? 'var(--ui-bg-accented)' : 'var(--ui-bg-elevated)'"
          stroke="var(--ui-text-toned)"
          :stroke-width="one.id === chosen ? 2.5 : 1" />
        <circle
          v-else
          :cx="x(one.stands.x)"
          :cy="y(one.stands.y)"
          :r="(WIDTHS[one.kind] / 2) * scale"
          :fill="one.id === chosen ? 'var(--ui-bg-accented)' : 'var(--ui-bg-elevated)'"
          fill-opacity="0.85"
          stroke="var(--ui-text-toned)"
          :stroke-width="one.id === chosen ? 2.5 : 1" />
      </g>
      <text
        v-for="one in names"
        :key="one.piece.id"
        class="pointer-events-none"
        :x="one.x"
        :y="one.y"
        text-anchor="middle"
        :font-size="fontSize"
        :font-weight="one.piece.id === chosen ? 700 : 400"
        fill="var(--ui-text-highlighted)"
        stroke="var(--ui-bg)"
        stroke-width="2.5"
        paint-order="stroke">
        {{ one.piece.name }}
      </text>

      <g v-for="limb in LIMBS" :key="limb" :data-home="limb" class="pointer-events-none">
        <circle :cx="x(homes[limb].x)" :cy="y(homes[limb].y) + below(limb)" r="11" :fill="toneOf(limb, lead)" />
        <text
          :x="x(homes[limb].x)"
          :y="y(homes[limb].y) + below(limb) + 4"
          text-anchor="middle"
          font-size="11"
          font-weight="700"
          fill="var(--ui-bg)">
          {{ limb }}
          <title>{{ LIMB_NAMES[limb] }}</title>
        </text>
      </g>
    </svg>
  </div>
</template>
