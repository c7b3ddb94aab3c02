<script setup lang="ts">
import { computed } from 'vue'
import { sayCount } from '#core/groove'
import { type Kit, type SoundSet, setOf, withSet } from '#core/kit'
import { useOwnSounds } from '~/composables/useOwnSounds'

/** What the whole kit sounds like: one of the two sets, or a SoundFont of the player’s own, by its notes. */
const props = defineProps<{ kit: Kit }>()
const emit = defineEmits<{ changed: [kit: Kit]; told: [says: string]; refused: [reason: string] }>()
const { busy, giveFont } = useOwnSounds()
const MIXED = 'mixed'
const set = computed(() => setOf(props.kit) ?? MIXED)
const items = computed(() => [
  { label: 'recorded', value: 'recorded' },
  { label: 'synthesised', value: 'synthesised' },
  ...(set.value === MIXED ? [{ label: 'some of both', value: MIXED, disabled: true }] : []),
])
const hasOwn = computed(() => props.kit.pieces.some(piece => piece.strokes.some(stroke => stroke.own?.length)))
const withoutOwn = () =>
  emit('changed', {
    ...props.kit,
    pieces: props.kit.pieces.map(piece => ({
      ...piece,
      strokes: piece.strokes.map(({ own: _, ...stroke }) => stroke),
    })),
  })
async function take(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (!file) return
  const done = await giveFont(props.kit, file)
  if (!done.ok) return emit('refused', done.reason)
  emit('changed', done.value.kit)
  emit(
    'told',
    `${sayCount(done.value.strokes, 'stroke')} of this kit sound${done.value.strokes === 1 ? 's' : ''} as “${done.value.name}” now.`,
  )
}
</script>

<template>
  <div class="flex items-center gap-2">
    <BarSelect
      label="Sounds"
      means="Sounds of the kit"
      :model-value="set"
      :items="items"
      @update:model-value="one => one !== MIXED && emit('changed', withSet(kit, one as SoundSet))" />
    <label
      class="relative inline-flex min-h-8 cursor-pointer items-center rounded border border-accented px-2 text-sm hover:bg-elevated focus-within:outline-2 focus-within:outline-inverted"
      :class="busy ? 'opacity-50' : ''"
      title="A SoundFont 2 file: its drums go to the strokes that have their notes">
      SoundFont<input
        type="file"
        accept=".sf2"
        class="absolute inset-0 cursor-pointer opacity-0"
        aria-label="A SoundFont of your own for the kit"
        :disabled="busy"
        @change="take" />
    </label>
    <UButton v-if="hasOwn" color="neutral" variant="ghost" @click="withoutOwn">Own sounds away</UButton>
  </div>
</template>
