<script setup lang="ts">
import { useIntervalFn, useRafFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { WORDS, type Counted, type RunEvent, countedAt, partsOf, sayAttend, sayClick, sayClock, sayStageLimbs } from '#core/practise'
import { countBeat } from '#core/time'
import { type Handlers, KEYS, shownKey } from '~/keys'
import { useStationKeys } from '~/composables/useStationKeys'
import { api } from '~/documents/api'
import { useKits } from '~/stores/kits'
import { usePlayer } from '~/stores/player'
import { usePractice } from '~/stores/practice'
import { useSettings } from '~/stores/settings'

/** Practice for across the room: a huge count, few words, one big key. Always in the dark room. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const player = usePlayer()
const practice = usePractice()
const settings = useSettings()
const kits = useKits()
const failed = ref('')
const now = () => performance.now() / 1000

try {
  await kits.load()
  const plan = (await api.plans.get(String(route.params.id))).document
  practice.begin(plan, await api.grooves.get(plan.stages[0]!.subject.id))
} catch (error) {
  failed.value = (error as Error).message
}

type Told<T = RunEvent> = T extends { now: number } ? Omit<T, 'now'> : never
const send = (event: Told) => practice.send({ ...event, now: now() } as RunEvent)
useIntervalFn(() => send({ type: 'tick', begun: (player.position()?.tick ?? -1) >= 0 }), 100)

/** What is counted where the sound is; nothing while nothing sounds. */
const light = ref<Counted>({ bar: 0, beat: -1, slot: -1 })
useRafFn(() => {
  const tick = player.position()?.tick
  const lit = tick !== undefined && practice.groove ? countedAt(practice.groove.bars, tick) : { bar: 0, beat: -1, slot: -1 }
  if (lit.bar !== light.value.bar || lit.beat !== light.value.beat || lit.slot !== light.value.slot) light.value = lit
})

/** The bar that sounds, beat by beat, as it is counted. */
const count = computed(() => {
  const groove = practice.groove
  const bar = groove?.bars[light.value.bar]
  return groove && bar ? bar.slots.map((slots, beat) => countBeat(beat + 1, slots, settings.counting, bar.meter)) : []
})

/** The groove with the parts of this stage alone, for its lanes. */
const sounding = computed(() => ({ ...practice.groove!, parts: [...practice.groove!.parts, ...practice.stage!.extra].filter(part => partsOf(practice.stage!).includes(part.id)) }))
const attend = computed(() => (practice.groove && practice.stage ? sayAttend(practice.groove, kits.of(practice.groove.kitId), practice.stage, settings.counting) : ''))

const bigKey = computed(() => ({ ready: 'start', counting: 'pause', playing: 'pause', paused: 'go on', asking: 'next stage', over: '' })[practice.run?.phase ?? 'over'])
const leave = async () => {
  await practice.send({ type: 'end' })
  await navigateTo(practice.plan ? `/practise/${practice.plan.id}` : '/practise')
}
const deeds: Handlers<'run'> = {
  press: () => send({ type: 'press' }),
  ...Object.fromEntries(WORDS.map(word => [word, () => send({ type: 'say', word })])) as Record<typeof WORDS[number], () => unknown>,
  again: () => send({ type: 'again', change: 0 }),
  slower: () => send({ type: 'again', change: -0.08 }),
  next: () => send({ type: 'skip' }),
  leave,
}
/** The deeds beside the big one, each with its key. */
const small = (Object.keys(KEYS.run.keys) as (keyof typeof deeds)[]).filter(name => name !== 'press').map(name => ({ name, key: KEYS.run.keys[name][0] }))
useStationKeys('run', deeds)
onBeforeRouteLeave(() => practice.send({ type: 'end' }))
useHead({ title: () => `${practice.plan?.title ?? 'Practice'} · Bazzet`, bodyAttrs: { class: 'bg-(--ui-bg)' } })
</script>

<template>
  <div class="dark flex min-h-screen flex-col bg-default px-6 py-6 text-default sm:h-dvh sm:px-12">
    <div v-if="failed" class="m-auto text-center">
      <h1 class="text-2xl">This plan could not be run</h1>
      <p class="my-3">{{ failed }}</p>
      <UButton to="/practise" color="neutral">To all plans</UButton>
    </div>
    <template v-else-if="practice.run?.phase === 'over'">
      <div class="m-auto w-full max-w-xl" data-phase="over">
        <h1 class="text-3xl text-highlighted">{{ practice.written.length ? 'Done, and in the log' : 'Nothing played' }}</h1>
        <ul class="my-5 text-xl">
          <li v-for="(line, i) in practice.written" :key="i" class="flex justify-between border-b border-default py-2">{{ line.stage }} <span :class="line.failed ? 'text-error' : 'text-muted'">{{ line.failed || line.word || 'no word' }}</span></li>
        </ul>
        <div class="flex gap-3"><UButton size="xl" color="secondary" to="/log">See the log</UButton><UButton size="xl" color="neutral" variant="outline" :to="`/practise/${practice.plan!.id}`">Back to the plan</UButton></div>
      </div>
    </template>
    <template v-else-if="practice.run && practice.plan && practice.groove && practice.stage">
      <header class="flex flex-col justify-between gap-x-8 gap-y-2 sm:flex-row">
        <div class="min-w-0 flex-1">
          <h1 class="text-2xl text-highlighted sm:text-3xl">{{ practice.groove.title }} · stage {{ practice.run.index + 1 }} of {{ practice.plan.stages.length }}</h1>
          <p class="mt-1 text-lg text-muted sm:text-2xl">{{ practice.stage.name }}. {{ sayStageLimbs(practice.groove, practice.stage) }} {{ sayClick(practice.stage.click) }}</p>
        </div>
        <div class="shrink-0 whitespace-nowrap text-right">
          <p class="display text-6xl font-bold text-highlighted" role="timer" data-timer>{{ practice.run.phase === 'asking' ? '0:00' : sayClock(practice.run.left) }}</p>
          <p class="mt-1 text-xl text-muted sm:text-2xl"><NoteGlyph :counts="practice.run.tempo.counts" /> = <span data-bpm>{{ Math.round(practice.run.tempo.bpm) }}</span> now, goal {{ Math.round(practice.groove.tempo.bpm) }}</p>
        </div>
      </header>
      <div class="mt-6 grid gap-4" :style="{ gridTemplateColumns: `repeat(${count.length}, minmax(0, 1fr))` }" :data-phase="practice.run.phase" aria-hidden="true">
        <div v-for="(words, beat) in count" :key="beat" class="border-t-6 pt-6" :class="light.beat === beat ? 'border-secondary' : 'border-accented'">
          <span class="display mr-3 font-bold leading-none" :class="[light.beat === beat ? 'text-highlighted' : 'text-dimmed/60', count.length > 4 ? 'text-6xl' : 'text-8xl sm:text-[8rem]']">{{ words[0] }}</span>
          <span v-for="(word, i) in words.slice(1)" :key="i" class="mr-3 inline-block" :class="[light.beat === beat && light.slot === i + 1 ? 'text-secondary' : 'text-dimmed/70', words.length > 4 || count.length > 4 ? 'text-xl' : 'text-4xl']">{{ word }}</span>
        </div>
      </div>
      <div class="mt-5 text-xl sm:text-3xl" role="status">
        <p v-if="practice.run.phase === 'asking'">How was it? <b>1</b> solid, <b>2</b> shaky, <b>3</b> missed.<span v-if="practice.run.autoAdvance && practice.next" class="text-muted"> {{ practice.next.name }} begins in {{ Math.max(1, Math.ceil(practice.run.left)) }}.</span></p>
        <p v-else-if="practice.run.phase === 'counting'">Count in …</p>
        <p v-else>{{ attend }}</p>
      </div>
      <p class="mt-2 text-lg text-muted sm:text-2xl">{{ practice.next ? `Next: ${practice.next.name.toLowerCase()}, ${sayClock(practice.next.length.seconds)} at ${practice.next.tempo.bpm}.` : 'The last stage.' }}</p>
      <div class="mt-4 hidden min-h-24 flex-1 sm:block"><LanesStill fit :groove="sounding" /></div>
      <footer class="mt-auto flex flex-wrap items-center gap-x-6 gap-y-3 pt-4">
        <UButton size="xl" color="secondary" class="px-7 py-3 text-xl font-bold" :loading="player.preparing" @click="send({ type: 'press' })">Space: {{ bigKey }}</UButton>
        <button v-for="{ key, name } in small" :key="key" type="button" class="cursor-pointer text-lg text-toned hover:text-highlighted sm:text-xl" @click="deeds[name]()"><b>{{ key === 'Escape' ? 'Esc' : shownKey(key) }}</b> {{ name }}</button>
        <USwitch :model-value="practice.run.autoAdvance" color="secondary" class="ml-auto" label="Go on by itself" @update:model-value="on => practice.send({ type: 'auto', on })" />
      </footer>
    </template>
  </div>
</template>
