<script setup lang="ts">
import { computed } from 'vue'
import { type Kit, isHand, pieceOf } from '#core/kit'
import type { FillStroke } from '#core/phrase'
import { toneOf } from '~/lanes/tone'

/** A fill’s way over the kit, seen from above: its blows numbered where they fall, each hand’s way a line in its colour. */
const props = defineProps<{ kit: Kit; strokes: readonly FillStroke[]; lead: 'right' | 'left' }>()
const emit = defineEmits<{ press: [pieceId: string] }>()
const WIDTHS: Record<string, number> = {
  snare: 0.34,
  tom: 0.27,
  'floor tom': 0.38,
  'hi-hat': 0.33,
  ride: 0.46,
  crash: 0.38,
  pad: 0.3,
  timbale: 0.32,
}

const hands = computed(() => props.strokes.filter(stroke => isHand(stroke.limb)).toSorted((a, b) => a.at - b.at))
const used = computed(() => new Set(hands.value.map(stroke => stroke.piece)))
const drums = computed(() =>
  props.kit.pieces.filter(
    piece => used.value.has(piece.id) || ['snare', 'tom', 'floor tom', 'pad'].includes(piece.kind),
  ),
)
const room = computed(() => {
  const xs = drums.value.map(piece => piece.stands.x)
  const ys = drums.value.map(piece => piece.stands.y)
  return {
    left: Math.min(...xs) - 0.28,
    right: Math.max(...xs) + 0.28,
    near: Math.min(...ys) - 0.28,
    far: Math.max(...ys) + 0.26,
  }
})
const WIDTH = 250
const scale = computed(() =>
  Math.min(WIDTH / (room.value.right - room.value.left), 190 / (room.value.far - room.value.near)),
)
const x = (metres: number) => (metres - room.value.left) * scale.value
const y = (metres: number) => (room.value.far - metres) * scale.value
/** Where each blow’s number stands: those on one drum beside one another, row by row. */
const blows = computed(() => {
  const count = new Map<string, number>()
  return hands.value.flatMap((stroke, i) => {
    const piece = pieceOf(props.kit, stroke.piece)
    if (!piece) return []
    const nth = count.get(piece.id) ?? 0
    count.set(piece.id, nth + 1)
    const many = hands.value.filter(one => one.piece === piece.id).length
    const across = Math.min(4, many)
    const [column, row] = [nth % across, Math.floor(nth / across)]
    return [
      {
        i,
        limb: stroke.limb,
        x: x(piece.stands.x) + (column - (across - 1) / 2) * 15,
        y: y(piece.stands.y) + (row - (Math.ceil(many / across) - 1) / 2) * 16,
      },
    ]
  })
})
const ways = computed(() =>
  (['RH', 'LH'] as const).map(limb => ({
    limb,
    d: blows.value
      .filter(blow => blow.limb === limb)
      .map((blow, i) => `${i ? 'L' : 'M'}${blow.x} ${blow.y}`)
      .join(''),
  })),
)
const says = computed(
  () =>
    `The way over the drums: ${hands.value.map(stroke => pieceOf(props.kit, stroke.piece)?.name.toLowerCase() ?? stroke.piece).join(', ')}`,
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${x(room.right)} ${y(room.near)}`"
    class="block w-full max-w-70"
    role="group"
    :aria-label="says"
    data-path>
    <g
      v-for="piece in drums"
      :key="piece.id"
      role="button"
      tabindex="0"
      class="cursor-pointer"
      :aria-label="`Add ${piece.name.toLowerCase()} to the path`"
      @click="emit('press', piece.id)"
      @keydown.enter="emit('press', piece.id)">
      <circle
        :cx="x(piece.stands.x)"
        :cy="y(piece.stands.y)"
        :r="((WIDTHS[piece.kind] ?? 0.3) / 2) * scale"
        fill="var(--ui-bg-elevated)"
        stroke="var(--ui-text-toned)" />
      <text
        :x="x(piece.stands.x)"
        :y="y(piece.stands.y) + ((WIDTHS[piece.kind] ?? 0.3) / 2) * scale + 11"
        text-anchor="middle"
        font-size="11"
        fill="var(--ui-text-muted)">
        {{ piece.name.toLowerCase() }}
      </text>
    </g>
    <g class="pointer-events-none">
      <path
        v-for="way in ways"
        :key="way.limb"
        :d="way.d"
        fill="none"
        :stroke="toneOf(way.limb, lead)"
        stroke-width="1.4"
        opacity="0.6" />
      <g v-for="blow in blows" :key="blow.i">
        <circle :cx="blow.x" :cy="blow.y" r="7.5" :fill="toneOf(blow.limb, lead)" />
        <text :x="blow.x" :y="blow.y + 3.5" text-anchor="middle" font-size="9.5" font-weight="700" fill="var(--ui-bg)">
          {{ blow.i + 1 }}
        </text>
      </g>
    </g>
  </svg>
</template>
