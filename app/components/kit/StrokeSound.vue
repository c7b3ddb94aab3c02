<script setup lang="ts">
import { computed } from 'vue'
import {
  type Kit,
  LEVELS,
  LEVEL_NAMES,
  type OwnSound,
  SOUNDS,
  type SoundName,
  type SoundSet,
  pieceOf,
  soundOf,
  withStroke,
} from '#core/kit'
import { present } from '#core/present'
import { isRecorded } from '#core/sound'
import type { Result } from '#core/result'
import { useOwnSounds } from '~/composables/useOwnSounds'

/** What a stroke sounds like: which sound, recorded or synthesised, or files of the player’s own with their levels. */
const props = defineProps<{ kit: Kit; pieceId: string; index: number }>()
const emit = defineEmits<{ done: [result: Result<Kit>] }>()
const { busy, give } = useOwnSounds()
const piece = computed(() => present(pieceOf(props.kit, props.pieceId), 'piece'))
const stroke = computed(() => piece.value.strokes[props.index]!)
const sound = computed(() => soundOf(piece.value, stroke.value.kind))
const own = computed(() => stroke.value.own ?? [])
const set = (change: Parameters<typeof withStroke>[3]) =>
  emit('done', withStroke(props.kit, props.pieceId, props.index, change))
const setOwn = (now: OwnSound[]) => set({ own: now.length ? now : undefined })
const SETS: { label: string; value: SoundSet }[] = [
  { label: 'recorded', value: 'recorded' },
  { label: 'synthesised', value: 'synthesised' },
]
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (files.length) emit('done', await give(props.kit, props.pieceId, props.index, files))
}
</script>

<template>
  <div class="mt-1 grid grid-cols-[1.2fr_1fr_auto] items-center gap-1">
    <USelect
      :model-value="sound"
      :items="[...SOUNDS]"
      class="min-w-0"
      :aria-label="`Sound of ${stroke.kind}`"
      @update:model-value="one => set({ sound: one as SoundName })" />
    <USelect
      v-if="isRecorded(sound)"
      :model-value="stroke.set ?? 'recorded'"
      :items="SETS"
      class="min-w-0"
      :aria-label="`Set of ${stroke.kind}`"
      @update:model-value="one => set({ set: one as SoundSet })" />
    <span v-else class="px-2 text-sm text-muted">synthesised</span>
    <label
      class="relative inline-flex min-h-7 cursor-pointer items-center rounded border border-accented px-2 text-xs hover:bg-elevated focus-within:outline-2 focus-within:outline-inverted"
      :class="busy ? 'opacity-50' : ''"
      title="One or several WAV files; levels by how loud they are">
      Own WAV<input
        type="file"
        multiple
        accept=".wav,audio/wav,audio/x-wav"
        class="absolute inset-0 cursor-pointer opacity-0"
        :aria-label="`WAV files of your own for ${stroke.kind}`"
        :disabled="busy"
        @change="take" />
    </label>
    <ul v-if="own.length" class="col-span-3 space-y-0.5 text-sm" :aria-label="`Sounds of your own for ${stroke.kind}`">
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
          :aria-label="`Take ${one.name} away`"
          @click="setOwn(own.toSpliced(i, 1))" />
      </li>
    </ul>
  </div>
</template>
