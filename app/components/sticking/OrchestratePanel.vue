<script setup lang="ts">
import { computed } from 'vue'
import { BASS_RULES, FOOT_RULES, type Hand, type Orchestration } from '#core/sticking'
import { type Kit, piecesFor } from '#core/kit'

/** Which piece each hand strikes, where accents and backbeats go, what the feet do; on the pad, hands alone. */
const props = defineProps<{ how: Orchestration, kit: Kit }>()
const emit = defineEmits<{ how: [how: Orchestration] }>()

const pieces = computed(() => piecesFor(props.kit, 'RH').map(piece => ({ value: piece.id, label: piece.name })))
const SAME = 'same piece'
const accents = computed(() => [{ value: SAME, label: SAME }, ...pieces.value])
const RUNS = { 'no run': [], 'down the toms': ['high tom', 'mid tom', 'floor tom'], 'up the toms': ['floor tom', 'mid tom', 'high tom'], 'hats and ride': ['hi-hat', 'ride'], 'snare and floor tom': ['snare', 'floor tom'] } as const
const runOf = (hand: Hand) => Object.entries(RUNS).find(([, run]) => run.join() === props.how.hands[hand].run.join())?.[0] ?? 'no run'

const set = (change: Partial<Orchestration>) => emit('how', { ...props.how, ...change })
const setHand = (hand: Hand, change: Partial<Orchestration['hands'][Hand]>) => set({ hands: { ...props.how.hands, [hand]: { ...props.how.hands[hand], ...change } } })
const BACKBEATS = { '2 and 4': [2, 4], 'beat 3': [3], 'none': [] } as const
const backbeat = computed(() => Object.entries(BACKBEATS).find(([, beats]) => beats.join() === props.how.backbeat.join())?.[0] ?? 'none')
const HANDS = [['R', 'Right hand'], ['L', 'Left hand']] as const
</script>

<template>
  <section aria-labelledby="orchestrate-title" class="space-y-3 text-[0.94rem]">
    <h2 id="orchestrate-title" class="text-lg">Orchestrate</h2>
    <URadioGroup :model-value="how.view" orientation="horizontal" color="neutral" :items="[{ value: 'pad', label: 'on the pad' }, { value: 'kit', label: 'on the kit' }]" aria-label="Where it is played" @update:model-value="view => set({ view: view as 'pad' | 'kit' })" />
    <template v-if="how.view === 'kit'">
      <fieldset v-for="[hand, name] in HANDS" :key="hand" class="grid grid-cols-2 gap-2">
        <legend class="mb-1 font-semibold">{{ name }}</legend>
        <label class="text-sm text-muted">plays<USelect :model-value="how.hands[hand].piece" :items="pieces" size="sm" class="w-full" :aria-label="`${name} plays`" @update:model-value="piece => setHand(hand, { piece: String(piece) })" /></label>
        <label class="text-sm text-muted">accents on<USelect :model-value="how.hands[hand].accents ?? SAME" :items="accents" size="sm" class="w-full" :aria-label="`${name} accents on`" @update:model-value="piece => setHand(hand, { accents: piece === SAME ? null : String(piece) })" /></label>
        <label class="col-span-2 flex items-center gap-2 text-sm text-muted">run <USelect :model-value="runOf(hand)" :items="Object.keys(RUNS)" size="sm" class="flex-1" :aria-label="`${name} runs`" @update:model-value="run => setHand(hand, { run: [...RUNS[run as keyof typeof RUNS]] })" /></label>
      </fieldset>
      <div class="grid grid-cols-2 gap-2 text-sm text-muted">
        <label>Bass drum<USelect :model-value="how.bass" :items="[...BASS_RULES]" size="sm" class="w-full" aria-label="Bass drum" @update:model-value="bass => set({ bass: bass as Orchestration['bass'] })" /></label>
        <label>Hat foot<USelect :model-value="how.hatFoot" :items="[...FOOT_RULES]" size="sm" class="w-full" aria-label="Hat foot" @update:model-value="hatFoot => set({ hatFoot: hatFoot as Orchestration['hatFoot'] })" /></label>
        <label>Across to the snare on<USelect :model-value="backbeat" :items="Object.keys(BACKBEATS)" size="sm" class="w-full" aria-label="Backbeat" @update:model-value="beats => set({ backbeat: [...BACKBEATS[beats as keyof typeof BACKBEATS]] })" /></label>
      </div>
    </template>
    <USwitch :model-value="how.ghosted" label="All else ghosted" @update:model-value="ghosted => set({ ghosted })" />
  </section>
</template>
