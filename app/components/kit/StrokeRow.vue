<script setup lang="ts">
import { computed } from 'vue'
import {
  HEADS,
  type Head,
  type Kit,
  LEVELS,
  LEVEL_NAMES,
  type OwnSound,
  SOUNDS,
  STAFF_RANGE,
  STROKE_NAMES,
  type SoundName,
  type SoundSet,
  pieceOf,
  sayStaffPlace,
  soundOf,
  staffOf,
  withStroke,
} from '#core/kit'
import { sentence } from '#core/groove'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { isRecorded } from '#core/sound'
import { useOwnSounds } from '~/composables/useOwnSounds'
import { usePlayer } from '~/stores/player'

/** A stroke of a piece as a row: what it sounds like, files of the player’s own with their levels, where it is written, and its note. */
const props = defineProps<{ kit: Kit; pieceId: string; index: number }>()
const emit = defineEmits<{ done: [result: Result<Kit>] }>()
const player = usePlayer()
const { busy, give } = useOwnSounds()
const piece = computed(() => present(pieceOf(props.kit, props.pieceId), 'piece'))
const stroke = computed(() => piece.value.strokes[props.index]!)
const sound = computed(() => soundOf(piece.value, stroke.value.kind))
const own = computed(() => stroke.value.own ?? [])
const staff = computed(() => staffOf(piece.value, stroke.value.kind, stroke.value.by))
const set = (change: Parameters<typeof withStroke>[3]) =>
  emit('done', withStroke(props.kit, props.pieceId, props.index, change))
const setOwn = (now: OwnSound[]) => set({ own: now.length ? now : undefined })
const SETS: { label: string; value: SoundSet }[] = [
  { label: 'recorded', value: 'recorded' },
  { label: 'synthesised', value: 'synthesised' },
]
const PLACES = Array.from({ length: STAFF_RANGE.highest - STAFF_RANGE.lowest + 1 }, (_, i) => ({
  label: sayStaffPlace(STAFF_RANGE.highest - i),
  value: STAFF_RANGE.highest - i,
}))
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (files.length) emit('done', await give(props.kit, props.pieceId, props.index, files))
}
</script>

<template>
  <tbody :data-stroke="stroke.kind">
    <tr class="border-t border-muted">
      <th scope="row" class="py-1 text-left">
        <span class="flex items-center gap-1">
          <UButton
            size="xs"
            color="neutral"
            variant="ghost"
            icon="i-lucide-volume-2"
            :aria-label="`Hear ${stroke.kind}`"
            @click="player.audition(piece, stroke.kind, 4)" />
          <span class="leading-4"
            >{{ sentence(STROKE_NAMES[stroke.kind]) }}<br /><span class="font-normal text-muted"
              >by {{ stroke.by }}</span
            ></span
          >
        </span>
      </th>
      <td class="py-1 pl-1">
        <USelect
          :model-value="sound"
          :items="[...SOUNDS]"
          class="w-full"
          :aria-label="`Sound of ${stroke.kind}`"
          @update:model-value="one => set({ sound: one as SoundName })" />
      </td>
      <td class="py-1 pl-1">
        <USelect
          v-if="isRecorded(sound)"
          :model-value="stroke.set ?? 'recorded'"
          :items="SETS"
          class="w-full"
          :aria-label="`Set of ${stroke.kind}`"
          @update:model-value="one => set({ set: one as SoundSet })" />
        <span v-else class="px-2 text-muted">synthesised</span>
      </td>
      <td class="py-1 pl-1">
        <label
          class="relative inline-flex min-h-8 w-full cursor-pointer items-center justify-center rounded border border-accented px-2 hover:bg-elevated focus-within:outline-2 focus-within:outline-inverted pointer-coarse:min-h-11"
          :class="busy ? 'opacity-50' : ''"
          title="One or several WAV files; levels by how loud they are">
          WAV<input
            type="file"
            multiple
            accept=".wav,audio/wav,audio/x-wav"
            class="absolute inset-0 cursor-pointer opacity-0"
            :aria-label="`WAV files of your own for ${stroke.kind}`"
            :disabled="busy"
            @change="take" />
        </label>
      </td>
      <td class="py-1 pl-1">
        <USelect
          :model-value="staff.place"
          :items="PLACES"
          class="w-full"
          :aria-label="`Staff place of ${stroke.kind}`"
          @update:model-value="place => set({ staff: { ...staff, place: Number(place) } })" />
      </td>
      <td class="py-1 pl-1">
        <USelect
          :model-value="staff.head"
          :items="[...HEADS]"
          class="w-full"
          :aria-label="`Head of ${stroke.kind}`"
          @update:model-value="head => set({ staff: { ...staff, head: head as Head } })" />
      </td>
      <td class="py-1 pl-1">
        <UInputNumber
          :model-value="stroke.note"
          :min="0"
          :max="127"
          :increment="false"
          :decrement="false"
          class="w-full"
          :aria-label="`MIDI note of ${stroke.kind}`"
          @update:model-value="note => note !== null && note !== undefined && set({ note })" />
      </td>
    </tr>
    <tr v-if="own.length">
      <td colspan="7" class="pb-1 pl-8">
        <ul class="space-y-0.5" :aria-label="`Sounds of your own for ${stroke.kind}`">
          <li v-for="(one, i) in own" :key="i" class="flex items-center gap-1" data-own>
            <span class="min-w-0 flex-1 truncate" :title="one.name">{{ one.name }}</span>
            <USelect
              :model-value="one.level"
              :items="LEVELS.map(level => ({ label: `${level}, ${LEVEL_NAMES[level]}`, value: level }))"
              size="xs"
              class="w-26"
              :aria-label="`Level of ${one.name}`"
              @update:model-value="level => setOwn(own.with(i, { ...one, level: level as OwnSound['level'] }))" />
            <UButton
              size="xs"
              color="neutral"
              variant="ghost"
              icon="i-lucide-x"
              :aria-label="`Remove ${one.name}`"
              @click="setOwn(own.toSpliced(i, 1))" />
          </li>
        </ul>
      </td>
    </tr>
  </tbody>
</template>
