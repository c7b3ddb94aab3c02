<script setup lang="ts">
import { computed, ref } from 'vue'
import { present } from '#core/present'
import { BASS_RULES, FOOT_RULES, type Hand, type Orchestration } from '#core/sticking'
import { type Kit, STROKE_NAMES, type StrokeKind, piecesFor, strokesFor } from '#core/kit'

/** Which piece each hand strikes, where accents and backbeats go, what the feet do; on the pad, hands alone. */
const props = defineProps<{ how: Orchestration; kit: Kit }>()
const emit = defineEmits<{ how: [how: Orchestration] }>()

/** Every stroke of every piece that a hand can make, each a voice: the ride, its bell, the hats closed and open. */
const voices = computed(() =>
  piecesFor(props.kit, 'RH').flatMap(piece =>
    strokesFor(piece, 'RH').map((stroke, i) => ({
      value: `${piece.id}|${stroke}`,
      label: i ? `${piece.name}, ${STROKE_NAMES[stroke]}` : piece.name,
      piece: piece.id,
      stroke,
    })),
  ),
)
const SAME = 'the same'
const accents = computed(() => [{ value: SAME, label: SAME }, ...voices.value])
const voiceOf = (piece: string, stroke: StrokeKind | undefined) =>
  (
    voices.value.find(one => one.piece === piece && one.stroke === stroke) ??
    voices.value.find(one => one.piece === piece)
  )?.value
const read = (value: string) =>
  present(
    voices.value.find(one => one.value === value),
    'voice',
  )
const RUNS = {
  'no run': [],
  'down the toms': ['high tom', 'mid tom', 'floor tom'],
  'up the toms': ['floor tom', 'mid tom', 'high tom'],
  'hats and ride': ['hi-hat', 'ride'],
  'snare and floor tom': ['snare', 'floor tom'],
} as const
const OWN = 'pieces of my own'
const owning = ref<Hand[]>([])
const runOf = (hand: Hand) =>
  owning.value.includes(hand)
    ? OWN
    : (Object.entries(RUNS).find(([, run]) => run.join() === props.how.hands[hand].run.join())?.[0] ?? OWN)
function setRun(hand: Hand, run: string) {
  owning.value = run === OWN ? [...owning.value, hand] : owning.value.filter(one => one !== hand)
  setHand(hand, { run: run === OWN ? [...props.how.hands[hand].run] : [...RUNS[run as keyof typeof RUNS]] })
}
const pieces = computed(() => piecesFor(props.kit, 'RH').map(piece => ({ value: piece.id, label: piece.name })))
const nameOf = (id: string) => pieces.value.find(one => one.value === id)?.label ?? id

const set = (change: Partial<Orchestration>) => emit('how', { ...props.how, ...change })
const setHand = (hand: Hand, change: Partial<Orchestration['hands'][Hand]>) =>
  set({ hands: { ...props.how.hands, [hand]: { ...props.how.hands[hand], ...change } } })
const BACKBEATS = { '2 and 4': [2, 4], 'beat 3': [3], none: [] } as const
const backbeat = computed(
  () => Object.entries(BACKBEATS).find(([, beats]) => beats.join() === props.how.backbeat.join())?.[0] ?? 'none',
)
const HANDS = [
  ['R', 'Right hand'],
  ['L', 'Left hand'],
] as const
</script>

<template>
  <section aria-labelledby="orchestrate-title" class="space-y-3 text-base">
    <h2 id="orchestrate-title" class="text-lg">Orchestrate</h2>
    <URadioGroup
      :model-value="how.view"
      orientation="horizontal"
      color="neutral"
      :items="[
        { value: 'pad', label: 'on the pad' },
        { value: 'kit', label: 'on the kit' },
      ]"
      aria-label="Where it is played"
      @update:model-value="view => set({ view: view as 'pad' | 'kit' })" />
    <template v-if="how.view === 'kit'">
      <fieldset v-for="[hand, name] in HANDS" :key="hand" class="grid grid-cols-2 gap-2">
        <legend class="mb-1 font-semibold">{{ name }}</legend>
        <UFormField label="Plays"
          ><USelect
            :model-value="voiceOf(how.hands[hand].piece, how.hands[hand].stroke)"
            :items="voices"
            class="w-full"
            :aria-label="`${name} plays`"
            @update:model-value="
              one => setHand(hand, { piece: read(String(one)).piece, stroke: read(String(one)).stroke })
            "
        /></UFormField>
        <UFormField label="Accents on"
          ><USelect
            :model-value="
              how.hands[hand].accents === null ? SAME : voiceOf(how.hands[hand].accents!, how.hands[hand].accentStroke)
            "
            :items="accents"
            class="w-full"
            :aria-label="`${name} accents on`"
            @update:model-value="
              one =>
                setHand(
                  hand,
                  one === SAME
                    ? { accents: null }
                    : { accents: read(String(one)).piece, accentStroke: read(String(one)).stroke },
                )
            "
        /></UFormField>
        <UFormField label="Run"
          ><USelect
            :model-value="runOf(hand)"
            :items="[...Object.keys(RUNS), OWN]"
            class="flex-1"
            :aria-label="`${name} runs`"
            @update:model-value="run => setRun(hand, String(run))"
        /></UFormField>
        <div
          v-if="runOf(hand) === OWN"
          class="col-span-2 flex flex-wrap items-center gap-1"
          role="group"
          :aria-label="`Pieces of the ${name.toLowerCase()}, in turn`">
          <UButton
            v-for="(one, i) in how.hands[hand].run"
            :key="i"
            size="xs"
            color="neutral"
            variant="soft"
            trailing-icon="i-lucide-x"
            :aria-label="`Take out ${nameOf(one)}, number ${i + 1}`"
            @click="setHand(hand, { run: how.hands[hand].run.filter((_, at) => at !== i) })"
            >{{ nameOf(one) }}</UButton
          >
          <UDropdownMenu
            :items="
              pieces.map(({ value, label }) => ({
                label,
                onSelect: () => setHand(hand, { run: [...how.hands[hand].run, value] }),
              }))
            "
            ><UButton
              size="xs"
              color="neutral"
              variant="outline"
              icon="i-lucide-plus"
              :aria-label="`Add a piece for the ${name.toLowerCase()}`"
              >Add a piece</UButton
            ></UDropdownMenu
          >
        </div>
      </fieldset>
      <div class="grid grid-cols-2 gap-2 text-sm text-muted">
        <UFormField label="Bass drum"
          ><USelect
            :model-value="how.bass"
            :items="[...BASS_RULES]"
            class="w-full"
            aria-label="Bass drum"
            @update:model-value="bass => set({ bass: bass as Orchestration['bass'] })"
        /></UFormField>
        <UFormField label="Hat foot"
          ><USelect
            :model-value="how.hatFoot"
            :items="[...FOOT_RULES]"
            class="w-full"
            aria-label="Hat foot"
            @update:model-value="hatFoot => set({ hatFoot: hatFoot as Orchestration['hatFoot'] })"
        /></UFormField>
        <UFormField label="Snare on"
          ><USelect
            :model-value="backbeat"
            :items="Object.keys(BACKBEATS)"
            class="w-full"
            aria-label="Backbeat"
            @update:model-value="beats => set({ backbeat: [...BACKBEATS[beats as keyof typeof BACKBEATS]] })"
        /></UFormField>
      </div>
    </template>
    <USwitch :model-value="how.ghosted" label="All else ghosted" @update:model-value="ghosted => set({ ghosted })" />
    <URadioGroup
      v-if="how.ghosted && how.view === 'kit'"
      :model-value="how.spared ?? 'none'"
      orientation="horizontal"
      color="neutral"
      legend="Spared"
      :items="[
        { value: 'none', label: 'neither' },
        { value: 'R', label: 'right hand' },
        { value: 'L', label: 'left hand' },
      ]"
      @update:model-value="hand => set({ spared: hand === 'none' ? null : (hand as Hand) })" />
  </section>
</template>
