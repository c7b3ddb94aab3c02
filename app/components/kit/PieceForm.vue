<script setup lang="ts">
import { computed } from 'vue'
import {
  type Kit,
  KIT_LIMITS,
  LIMBS,
  LIMB_NAMES,
  PIECE_KINDS,
  type PieceKind,
  metresApart,
  neighboursOf,
  paired,
  pieceOf,
  stretchTo,
  withFacts,
  withPair,
  withoutPiece,
} from '#core/kit'
import { travelLimits } from '#core/analyse'
import { sentence } from '#core/groove'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { useDrummer } from '~/stores/drummer'

/** One piece of a kit: its name, kind and size, who reaches it, and each stroke's note, staff place, head and sound. */
const props = defineProps<{ kit: Kit; pieceId: string }>()
const emit = defineEmits<{ changed: [kit: Kit]; removed: [kit: Kit]; refused: [reason: string] }>()
const drummer = useDrummer()
const piece = computed(() => present(pieceOf(props.kit, props.pieceId), 'piece'))

function take(result: Result<Kit>) {
  if (result.ok) emit('changed', result.value)
  else emit('refused', result.reason)
  return result.ok
}
function rename(event: Event) {
  const input = event.target as HTMLInputElement
  if (input.value.trim() === piece.value.name || !take(withFacts(props.kit, piece.value.id, { name: input.value })))
    input.value = piece.value.name
}
function remove() {
  const done = withoutPiece(props.kit, piece.value.id)
  if (done.ok) emit('removed', done.value)
  else emit('refused', done.reason)
}
const reach = computed(() =>
  LIMBS.flatMap(limb => {
    const stretch = stretchTo(piece.value, limb)
    return stretch ? [{ ...stretch, name: sentence(LIMB_NAMES[limb]) }] : []
  }),
)
/** The nearest pieces a hand may go on to, and the time it needs. */
const travel = computed(() =>
  piece.value.strokes.some(stroke => stroke.by === 'hand')
    ? props.kit.pieces
        .filter(one => one.id !== piece.value.id && one.strokes.some(stroke => stroke.by === 'hand'))
        .map(one => ({
          name: one.name,
          metres: metresApart(one, piece.value),
          ...present(travelLimits(piece.value, one, drummer.limits), 'limit'),
        }))
        .sort((a, b) => a.metres - b.metres)
    : [],
)
const neighbours = computed(() => neighboursOf(props.kit, piece.value.id))
</script>

<template>
  <section :aria-label="piece.name" class="space-y-4">
    <div class="grid grid-cols-[1fr_auto] items-end gap-2">
      <UFormField label="Name" class="col-span-2"
        ><UInput
          :model-value="piece.name"
          maxlength="60"
          class="w-full"
          aria-label="Name of the piece"
          @change="rename"
      /></UFormField>
      <UFormField label="Kind"
        ><USelect
          :model-value="piece.kind"
          :items="[...PIECE_KINDS]"
          class="w-32"
          aria-label="Kind of piece"
          @update:model-value="kind => take(withFacts(kit, piece.id, { kind: kind as PieceKind }))"
      /></UFormField>
      <UFormField label="Pitch"
        ><UInputNumber
          :model-value="piece.pitch"
          :min="KIT_LIMITS.pitch.least"
          :max="KIT_LIMITS.pitch.most"
          :step="0.05"
          class="w-26"
          aria-label="Pitch of the piece"
          @update:model-value="
            pitch => pitch && take(withFacts(kit, piece.id, { pitch: Math.round(pitch * 100) / 100 }))
          "
      /></UFormField>
      <UFormField
        label="Loudness, in dB"
        class="col-span-2"
        help="How much louder or softer than usual this piece is heard."
        ><UInputNumber
          :model-value="piece.trim ?? 0"
          :min="KIT_LIMITS.trim.least"
          :max="KIT_LIMITS.trim.most"
          class="w-32"
          aria-label="Loudness of the piece, in dB"
          @update:model-value="trim => take(withFacts(kit, piece.id, { trim: trim ?? 0 }))"
      /></UFormField>
    </div>
    <UCheckbox
      v-if="piece.kind === 'bass drum' && piece.strokes.some(stroke => stroke.by === 'foot')"
      :model-value="piece.beaters === 2"
      color="neutral"
      label="Two beaters on its pedal: both feet play it"
      @update:model-value="on => take(withFacts(kit, piece.id, { beaters: on === true ? 2 : 1 }))" />
    <UCheckbox
      v-if="piece.kind === 'hi-hat' && piece.strokes.some(stroke => stroke.by === 'foot')"
      :model-value="!!piece.clutch"
      color="neutral"
      label="A clutch holds them shut while their foot is elsewhere"
      @update:model-value="on => take(withFacts(kit, piece.id, { clutch: on === true }))" />
    <ul class="text-sm" aria-label="Who reaches it">
      <li v-for="one in reach" :key="one.limb" data-reach :class="one.reaches ? '' : 'text-error'">
        {{ one.name }} {{ one.reaches ? 'reaches it' : 'does not reach it' }}, {{ one.metres.toFixed(2) }} m away
      </li>
    </ul>
    <div v-if="neighbours.length">
      <h3 class="text-base">One limb on two pieces</h3>
      <p class="mb-1 text-sm text-muted">Tick the neighbours you can hit together with one stick or one foot.</p>
      <div class="space-y-2.5">
        <UCheckbox
          v-for="one in neighbours"
          :key="one.id"
          :model-value="paired(kit, piece.id, one.id)"
          :label="one.name"
          @update:model-value="on => take(withPair(kit, piece.id, one.id, on === true))" />
      </div>
    </div>
    <div v-if="travel.length">
      <h3 class="text-base">A hand from here to</h3>
      <table class="w-full text-sm">
        <thead class="text-left text-muted">
          <tr>
            <th class="font-normal">Piece</th>
            <th class="text-right font-normal">Metres</th>
            <th class="pl-3 text-right font-normal">Easy in</th>
            <th class="pl-3 text-right font-normal">Hard in</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in travel.slice(0, 8)" :key="one.name" class="border-t border-muted">
            <td>{{ one.name }}</td>
            <td class="text-right tabular-nums">{{ one.metres.toFixed(2) }}</td>
            <td class="pl-3 text-right tabular-nums text-muted">{{ Math.round(one.easy * 1000) }} ms</td>
            <td class="pl-3 text-right tabular-nums text-muted">{{ Math.round(one.hard * 1000) }} ms</td>
          </tr>
        </tbody>
      </table>
    </div>
    <KitLegend :kit="kit" />
    <UButton color="error" variant="outline" icon="i-lucide-trash-2" @click="remove"
      >Remove {{ piece.name.toLowerCase() }}</UButton
    >
  </section>
</template>
