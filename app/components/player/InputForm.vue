<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue'
import { makeBars, makeGroove, makePart, sayCount } from '#core/groove'
import { CueLine, looped } from '#core/perform'
import { meter } from '#core/time'
import { KEYS, shownKey } from '~/keys'
import { useStrikes } from '~/composables/useStrikes'
import { useKits } from '~/stores/kits'
import { useDrummer } from '~/stores/drummer'
import { useMeasuring } from '~/stores/measuring'
import { usePlayer } from '~/stores/player'

/** What measures the player: the input, which pad is which piece, and how late it arrives. */
const measuring = useMeasuring()
const player = usePlayer()
const kits = useKits()
const drummer = useDrummer()
useStrikes()

const kit = computed(() => kits.of(drummer.defaults.kitId))
const padOf = (pieceId: string) =>
  Object.entries(measuring.pads)
    .filter(([, id]) => id === pieceId)
    .map(([note]) => note)
    .join(', ')

// ---- latency: four bars of clicks to tap along with ----

const BARS = 4
const BPM = 90
const bars = makeBars(meter(4, 4), 1, 1)
const tapping = ref(false)
const says = ref('')
let ending: ReturnType<typeof setTimeout> | undefined
async function tap() {
  const performance = looped(
    {
      groove: makeGroove({
        id: 'clicks',
        title: 'Clicks',
        bars,
        parts: [makePart({ id: 'none', name: 'None', limb: 'RH' })],
      }),
      kit: kit.value,
      click: { program: 'every beat' },
      tempo: { bpm: BPM, counts: '1/4' },
    },
    1,
  )
  says.value = ''
  tapping.value = true
  await player.start(performance)
  measuring.beginTapping()
  const seconds = ((BARS + 1) * 4 * 60) / BPM
  ending = setTimeout(() => {
    const clicks = new CueLine(performance).between(-10, (BARS * 4 * 60) / BPM).map(cue => cue.seconds)
    const found = measuring.endTapping(clicks)
    says.value = found.ok
      ? `Your taps come ${Math.abs(Math.round(found.value.ms))} ms ${found.value.ms < 0 ? 'early' : 'late'}, spread ${Math.round(found.value.spread)} ms, from ${found.value.taps} taps${found.value.slips ? `, ${sayCount(found.value.slips, 'slip')} left out` : ''}. That is how late the input is and your own habit together.`
      : found.reason
    player.stop()
    tapping.value = false
  }, seconds * 1000)
}
onScopeDispose(() => {
  clearTimeout(ending)
  if (tapping.value) player.stop()
})
const latency = computed(() => measuring.latencies[measuring.input])
</script>

<template>
  <div class="space-y-3">
    <InputPicker />
    <p v-if="measuring.input === 'none'" class="text-sm text-muted">
      Nothing is measured; your own word on each stage counts.
    </p>
    <p v-if="measuring.input === 'keys'" class="text-sm text-muted">
      {{
        Object.values(KEYS.strike.keys)
          .map(([key, limb]) => `${shownKey(key)} ${limb}`)
          .join(', ')
      }}.
    </p>
    <p v-if="measuring.input === 'simulated'" class="text-sm text-muted">
      A drummer made of figures plays what is yours to play: hands close, the left foot late. To see what measuring
      tells, without an instrument.
    </p>
    <template v-if="measuring.input === 'pads'">
      <p v-if="measuring.midiTrouble" role="alert" class="text-error">{{ measuring.midiTrouble }}</p>
      <p v-else class="text-sm text-muted">
        {{
          measuring.connected.length ? `Connected: ${measuring.connected.join(', ')}.` : 'No MIDI input is connected.'
        }}
        Press a piece, then strike its pad.
      </p>
      <div class="flex flex-wrap gap-2" role="group" aria-label="Which pad is which piece">
        <UButton
          v-for="piece in kit.pieces"
          :key="piece.id"
          color="neutral"
          :variant="measuring.teaching === piece.id ? 'solid' : 'outline'"
          @click="measuring.teaching = measuring.teaching === piece.id ? '' : piece.id"
          >{{ piece.name }}<span class="text-muted">{{ padOf(piece.id) }}</span></UButton
        >
      </div>
    </template>
    <div
      v-if="measuring.input === 'keys' || measuring.input === 'pads'"
      class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <UButton color="neutral" variant="outline" :loading="tapping" @click="tap">{{
        tapping ? `Tap along: ${measuring.taps} taps` : 'Find how late it is by tapping along'
      }}</UButton>
      <UFormField label="Arrives late by, ms"
        ><UInputNumber
          :model-value="latency?.ms ?? 0"
          :min="-200"
          :max="500"
          :step-snapping="false"
          class="w-28"
          aria-label="How late the input arrives, in ms"
          @update:model-value="ms => measuring.setLatency({ ms: ms ?? 0, vouched: latency?.vouched ?? false })"
      /></UFormField>
      <USwitch
        :model-value="latency?.vouched ?? false"
        color="neutral"
        label="I vouch for this figure"
        @update:model-value="vouched => measuring.setLatency({ ms: latency?.ms ?? 0, vouched })" />
    </div>
    <p v-if="says" role="status" data-latency>{{ says }}</p>
    <p class="max-w-3xl text-sm text-muted">
      Tapping along cannot tell the input’s lateness from your own habit. So early or late against the click is shown
      only where you vouch for the figure; limb against limb and slot against slot are always true.
    </p>
  </div>
</template>
