<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type GhostPlace, ghostPlaces, sayGhostPlaces } from '#core/analyse'
import { type Groove, sentence, timeline } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb } from '#core/kit'
import { useSettings } from '~/stores/settings'

/** Allowed places for ghosts, on request: where a hand is free, near enough and can be quiet in time. */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{ places: [limb: Limb, places: GhostPlace[]] }>()
const settings = useSettings()
const shown = ref(false)
const wanted = ref<Limb>()
const limb = computed<Limb>(() => wanted.value ?? (props.groove.lead === 'right' ? 'LH' : 'RH'))
const piece = computed(() => (props.kit.pieces.find(one => one.kind === 'snare') ?? props.kit.pieces[0]!).id)
const places = computed(() =>
  shown.value ? ghostPlaces(props.groove, props.kit, timeline(props.groove, props.kit), limb.value, piece.value) : [],
)
watch([places, limb], () => emit('places', limb.value, places.value))
</script>

<template>
  <FoldLine
    v-if="groove.parts.some(part => part.strokes.length)"
    id="ghosts"
    title="Places for ghosts"
    :says="shown ? 'shown in the lanes' : ''">
    <div class="flex items-center gap-3">
      <USwitch v-model="shown" label="Show them" />
      <USelect
        v-if="shown"
        :model-value="limb"
        :items="(['RH', 'LH'] as Limb[]).map(one => ({ label: sentence(LIMB_NAMES[one]), value: one }))"
        class="w-32"
        aria-label="Hand for ghosts"
        @update:model-value="one => (wanted = one as Limb)" />
    </div>
    <p v-if="shown" class="mt-1" data-ghosts>{{ sayGhostPlaces(groove, limb, places, settings.counting) }}</p>
  </FoldLine>
</template>
