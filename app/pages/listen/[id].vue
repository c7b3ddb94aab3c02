<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { computed, onUnmounted, ref, shallowRef, useTemplateRef } from 'vue'
import { RECORDING_LIMITS, type Correction, type Recording } from '#core/recording'
import { PARTS_HEARD } from '~/audio/listening-to'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { useStationKeys } from '~/composables/useStationKeys'
import { SPEEDS, useTape } from '~/composables/useTape'
import { sayPlace } from '~/listen/say'
import { useRecording } from '~/stores/recording'

/** A recording of the player’s own: counted, slowed and looped, with names for what is in it. */
const route = useRoute()
const toast = useToast()
const store = useRecording()
const notOpened = ref('')
try {
  await store.openRecording(String(route.params.id))
} catch (error) {
  notOpened.value = (error as Error).message
}
onUnmounted(() => store.leaveSound())
useKeptOpen(store)
const recording = computed(() => (notOpened.value ? undefined : store.document))
const at = ref(0)
const span = shallowRef<{ from: number; to: number }>()
const line = useTemplateRef('line')
const places = useTemplateRef('places')

const tape = useTape({ sound: () => store.sound, map: () => store.map, span: () => span.value, at: () => at.value })
const { playing, preparing, speed, loops, clicks, countsIn, part } = tape
const parts = PARTS_HEARD.map(value => ({ label: value, value }))
/** The place that is shown: where it plays, else the cursor. */
const place = ref('')
useIntervalFn(() => {
  tape.look()
  place.value = sayPlace(store.map, tape.heard() ?? at.value)
}, 100)

function done(result: { ok: boolean; reason?: string } | undefined) {
  if (result && !result.ok) toast.add({ title: result.reason ?? '', color: 'error' })
}
/** A word about the beats is about where the cursor is, or, while it plays, where that is. */
const correct = (correction: Correction) => done(store.correct(tape.heard() ?? at.value, correction))
const change = (set: Partial<Recording>) => done(store.change(set))
function go(from: number, to?: number) {
  at.value = from
  span.value = to === undefined ? span.value : { from, to }
  if (playing.value && to === undefined) void tape.play(from)
}
const stepBack = (direction: 'takeBack' | 'bringBack') => done(store[direction]())

useStationKeys('listen', {
  play: tape.toggle,
  undo: () => stepBack('takeBack'),
  redo: () => stepBack('bringBack'),
  loop: () => (loops.value = !loops.value),
  slower: () => tape.faster(-SPEEDS.step),
  faster: () => tape.faster(SPEEDS.step),
  click: () => (clicks.value = !clicks.value),
  one: () => correct({ says: 'the 1 is here' }),
  later: () => correct({ says: 'the 1 is a beat later' }),
  section: () => places.value?.toSection(),
  mark: () => places.value?.toMark(),
  line: () => line.value?.focus(),
})
useHead({ title: () => `${recording.value?.title ?? 'Listen'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="notOpened" what="recording" :why="notOpened" to="/listen" where="To the recordings" />
  <template v-else-if="recording">
    <StationHeader
      station="Listen"
      :name="recording.title"
      label="Title of the recording"
      :most="RECORDING_LIMITS.title"
      @rename="title => change({ title })">
      <KeptState :of="store" @step="stepBack" />
      <template #actions>
        <UButton color="neutral" variant="outline" to="/listen">All recordings</UButton>
      </template>
    </StationHeader>
    <StaleNotice
      v-if="store.theirs"
      what="recording"
      :mine="recording"
      :theirs="store.theirs"
      @choose="store.resolveStale" />
    <div class="min-h-0 flex-1 overflow-y-auto">
      <p v-if="store.failed" role="alert" class="m-4 max-w-3xl border-l-3 border-error pl-4 sm:mx-6">
        {{ store.failed }}
      </p>
      <div class="flex items-center gap-2 px-4 py-2 sm:px-6">
        <p class="text-sm text-muted">
          {{ store.outline ? 'Drag over bars to mark them.' : store.failed ? '' : 'Reading the sound …' }}
        </p>
        <UButton
          class="ml-auto"
          color="neutral"
          variant="ghost"
          icon="i-lucide-zoom-out"
          aria-label="Show more of it"
          @click="line?.zoomed(0.5)" />
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-zoom-in"
          aria-label="Show it larger"
          @click="line?.zoomed(2)" />
      </div>
      <RecordingLine
        ref="line"
        :recording="recording"
        :map="store.map"
        :outline="store.outline"
        :at="at"
        :span="span"
        :heard="tape.heard"
        @at="go"
        @span="now => (span = now)"
        @hear="tape.play(at)" />
      <div class="grid gap-8 px-4 py-5 sm:px-6 lg:grid-cols-2">
        <BeatsPanel
          :recording="recording"
          :map="store.map"
          :at="at"
          :heard-so-far="store.heardSoFar"
          :ready="store.sound !== undefined"
          @correct="correct"
          @listen="store.listen"
          @off="store.callOff" />
        <NamedPlaces
          ref="places"
          :recording="recording"
          :map="store.map"
          :at="at"
          :span="span"
          @change="change"
          @go="go" />
      </div>
    </div>
    <StationTransport>
      <template #play>
        <UButton
          size="xl"
          color="neutral"
          class="w-24 shrink-0 justify-center font-bold"
          :loading="preparing"
          :aria-pressed="playing"
          :disabled="!store.sound"
          @click="tape.toggle"
          >{{ playing ? 'Stop' : 'Play' }}</UButton
        >
      </template>
      <template #position>
        <p class="w-48 tabular-nums" data-place>{{ place }}</p>
      </template>
      <label class="flex items-center gap-2"
        >Speed
        <UInputNumber
          v-model="speed"
          :min="SPEEDS.least"
          :max="SPEEDS.most"
          :step="SPEEDS.step"
          :step-snapping="false"
          class="w-28"
          aria-label="Speed in per cent" />
        %</label
      >
      <USwitch v-model="loops" color="neutral" :label="span ? 'loop what is marked' : 'loop (mark bars first)'" />
      <USwitch v-model="clicks" color="neutral" label="click on its beats" />
      <USwitch v-model="countsIn" color="neutral" label="count in" />
      <label class="flex items-center gap-2"
        >Hear <USelect v-model="part" :items="parts" class="w-32" aria-label="What of it is heard"
      /></label>
    </StationTransport>
  </template>
</template>
