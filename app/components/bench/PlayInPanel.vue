<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { sayCount, sentence } from '#core/groove'
import { LIMBS, LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { feelDiffers, sayLate, sayPlaying, saySpread } from '#core/record'
import { usePanelKeys } from '~/composables/usePanelKeys'
import type { PlayInHands } from '~/composables/usePlayIn'
import { newId } from '~/documents/ids'
import { KEYS, shownKey } from '~/keys'
import { toneOf } from '~/lanes/tone'
import { useBench } from '~/stores/bench'
import { useMeasuring } from '~/stores/measuring'
import { usePlayingIn } from '~/stores/playing-in'

/** Playing in: what is taken, over what, and what is made of it. */
const props = defineProps<{ hands: PlayInHands }>()
const emit = defineEmits<{ refused: [reason: string] }>()
const store = usePlayingIn()
const bench = useBench()
const measuring = useMeasuring()
const root = useTemplateRef<HTMLElement>('root')

const HOW = [
  { label: 'stays', value: 'add' },
  { label: 'is replaced', value: 'replace' },
]
const GRIDS = [
  { label: 'the best grid for each beat', value: 'best' },
  { label: 'the groove’s own grid', value: 'own' },
]
/** Something was played, and nothing is being played. */
const rests = computed(() => store.takes.length > 0 && !store.on)
const lead = computed(() => bench.here.lead)
const taps = computed(() => store.options.into.to !== 'limbs')
function arm(limb: Limb) {
  const { limbs } = store.options
  const now = limbs.includes(limb)
    ? limbs.filter(one => one !== limb)
    : LIMBS.filter(one => one === limb || limbs.includes(one))
  if (now.length) store.change({ limbs: now })
}

/** Where a rhythm may go: to the limbs that strike it, to a part, to a new one, or to a line above. */
const places = computed(() => [
  { label: 'to the limbs that strike', value: 'limbs' },
  ...bench.here.parts
    .filter(part => !part.locked)
    .map(part => ({ label: `to ${part.name}`, value: `part ${part.id} ${part.limb}` })),
  ...limbsInOrder(lead.value).map(limb => ({ label: `to a new part, ${LIMB_NAMES[limb]}`, value: `new ${limb}` })),
  ...bench.here.guides.map(guide => ({ label: `to ${guide.name}, above`, value: `line ${guide.id}` })),
  { label: 'to a new line above', value: 'new line' },
])
const place = computed(() => {
  const { into } = store.options
  if (into.to === 'limbs') return 'limbs'
  if (into.to === 'line')
    return bench.here.guides.some(guide => guide.id === into.guideId) ? `line ${into.guideId}` : 'new line'
  return bench.here.parts.some(part => part.id === into.partId)
    ? `part ${into.partId} ${into.limb}`
    : `new ${into.limb}`
})
function choosePlace(value: string) {
  const [kind, id, limb] = value.split(' ')
  if (value === 'limbs') store.change({ into: { to: 'limbs' } })
  else if (value === 'new line') store.change({ into: { to: 'line', guideId: newId() } })
  else if (kind === 'line') store.change({ into: { to: 'line', guideId: id! } })
  else if (kind === 'new') store.change({ into: { to: 'part', partId: newId(), limb: id as Limb } })
  else store.change({ into: { to: 'part', partId: id!, limb: limb as Limb } })
}

const says = computed(() => {
  if (store.on)
    return store.takes.length ? `${sayCount(store.takes.length, 'time')} round so far.` : 'Play along with the click.'
  if (!store.takes.length) return 'Press Record and play over the click, as many times round as you like.'
  return `${sayCount(store.takes.length, 'time')} round, ${sayCount(store.strokes, 'stroke')}${store.taken ? ', in the groove' : ', not kept yet'}.`
})
const feel = computed(() =>
  store.made && bench.groove && !store.taken && feelDiffers(store.made.playing, bench.groove)
    ? sayPlaying(store.made.playing, bench.groove, bench.kit)
    : '',
)
/** How it lay: late or early as a whole, and how far it spreads. */
const lay = computed(() => {
  const playing = store.taken ? undefined : store.made?.playing
  return playing ? [sayLate(playing), saySpread(playing)].filter(Boolean).join(' ') : ''
})

async function keep() {
  const why = await store.keep()
  if (why) emit('refused', why)
}
function change(set: Parameters<typeof store.change>[0]) {
  if (!store.change(set))
    emit('refused', 'The groove has been changed since this was kept; play in anew, or undo the change.')
}
const key = usePanelKeys(root, 'playIn', {
  back: () => store.takes.length && !store.taken && store.back(),
  keep,
  leave: () => props.hands.toggle(),
})
const strikeKey = (limb: Limb) => shownKey(KEYS.strike.keys[limb][0])
</script>

<template>
  <section
    ref="root"
    tabindex="0"
    class="relative shrink-0 space-y-2 border-y border-default bg-elevated px-3 py-2"
    aria-label="Play in"
    data-play-in
    @keydown="key">
    <div class="flex flex-wrap items-center gap-x-3 gap-y-2 pr-8">
      <UButton
        color="neutral"
        :icon="store.on ? 'i-lucide-square' : 'i-lucide-circle-dot'"
        data-record
        @click="hands.record()"
        >{{ store.on ? 'Stop' : store.takes.length && !store.taken ? 'Record more' : 'Record' }}</UButton
      >
      <p class="text-sm" role="status" data-played>{{ says }}</p>
      <span class="ml-auto flex flex-wrap gap-1.5">
        <UButton
          v-if="store.takes.length && !store.taken"
          color="neutral"
          variant="outline"
          icon="i-lucide-undo-2"
          @click="store.back()"
          >Take the last time round back</UButton
        >
        <UButton v-if="rests" color="neutral" variant="outline" @click="store.letGo()">Discard</UButton>
        <UButton v-if="rests && !store.taken" color="neutral" @click="keep">Keep</UButton>
      </span>
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-x"
        class="absolute right-2 top-2"
        aria-label="Leave playing in"
        @click="hands.toggle()" />
    </div>
    <div class="flex flex-wrap items-end gap-x-3 gap-y-2">
      <InputPicker short />
      <UFormField label="Goes to"
        ><USelect
          :model-value="place"
          :items="places"
          class="w-48"
          aria-label="Where what is played goes"
          @update:model-value="value => choosePlace(String(value))"
      /></UFormField>
      <UFormField label="What is there"
        ><USelect
          :model-value="store.options.how"
          :items="HOW"
          class="w-32"
          aria-label="Beside what is there, or in its place"
          @update:model-value="how => store.change({ how: how as 'add' | 'replace' })"
      /></UFormField>
      <div v-if="!taps" class="flex items-center gap-1" role="group" aria-label="Limbs that are taken in">
        <UButton
          v-for="limb in limbsInOrder(lead)"
          :key="limb"
          size="xs"
          color="neutral"
          :variant="store.options.limbs.includes(limb) ? 'solid' : 'outline'"
          :aria-pressed="store.options.limbs.includes(limb)"
          :aria-label="`Take in the ${LIMB_NAMES[limb]}`"
          @click="arm(limb)"
          >{{ limb }}</UButton
        >
      </div>
    </div>
    <template v-if="!rests">
      <div
        v-if="measuring.input === 'keys'"
        class="grid grid-cols-4 gap-2"
        role="group"
        aria-label="Strike here, or with the keys">
        <button
          v-for="limb in limbsInOrder(lead)"
          :key="limb"
          type="button"
          class="cursor-pointer touch-none border-b-4 bg-default py-2 text-center text-sm select-none active:bg-accented disabled:opacity-50"
          :style="{ borderColor: toneOf(limb, lead) }"
          :data-strike="limb"
          :disabled="!taps && !store.options.limbs.includes(limb)"
          @pointerdown="event => hands.strike(limb, event.timeStamp)"
          @pointerup="event => store.released(limb, event.timeStamp)"
          @pointercancel="event => store.released(limb, event.timeStamp)">
          {{ sentence(LIMB_NAMES[limb]) }} <kbd class="ml-1 font-semibold">{{ strikeKey(limb) }}</kbd>
        </button>
      </div>
      <p v-else-if="measuring.input === 'pads'" class="text-sm text-muted">
        {{
          measuring.midiTrouble ||
          (measuring.connected.length
            ? `${measuring.connected.join(', ')}. Pads that nobody has told to a piece go by the kit’s notes.`
            : 'No MIDI input is connected.')
        }}
        <NuxtLink to="/player" class="underline">Tell a pad to a piece</NuxtLink>
      </p>
      <p v-else-if="measuring.input === 'simulated'" class="text-sm text-muted">
        A drummer made of figures plays what these limbs have, or what the style offers them.
      </p>
    </template>
    <template v-else>
      <div class="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <UFormField label="Grid"
          ><USelect
            :model-value="store.options.grid"
            :items="GRIDS"
            class="w-52"
            aria-label="On which grid"
            @update:model-value="grid => change({ grid: grid as 'own' | 'best' })"
        /></UFormField>
        <UFormField label="Pulled to it, %"
          ><UInputNumber
            :model-value="store.options.strength"
            :min="0"
            :max="100"
            :step="25"
            class="w-24"
            aria-label="How far strokes are pulled to the grid, in per cent"
            @update:model-value="value => change({ strength: value ?? 100 })"
        /></UFormField>
        <span
          v-if="feel || (store.options.feel && !store.taken)"
          class="flex flex-wrap items-center gap-x-3 gap-y-1"
          data-feel-found>
          <b class="text-sm">{{ feel }}</b>
          <USwitch
            :model-value="store.options.feel"
            color="neutral"
            label="Make it the groove’s feel"
            @update:model-value="on => change({ feel: on })" />
        </span>
        <span v-if="lay" class="text-sm text-muted">{{ lay }}</span>
      </div>
      <p v-for="one in store.made?.told ?? []" :key="one" class="text-sm text-error">{{ one }}</p>
      <PlayedDots v-if="store.made" :groove="bench.shown!" :takes="store.made.of" :playing="store.made.playing" />
    </template>
  </section>
</template>
