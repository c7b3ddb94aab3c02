<script setup lang="ts">
import { useIntervalFn, useRafFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { sayClick, sayClock, sayStageLimbs, WORDS } from '#core/practise'
import { groupUnisons, sayLimbs, unisons } from '#core/analyse'
import { sayPlaces, timeline } from '#core/groove'
import { beatsOf, countBeat, isCompound } from '#core/time'
import { useApi } from '~/composables/useApi'
import { useStationKeys } from '~/composables/useStationKeys'
import { useKits } from '~/stores/kits'
import { usePlayer } from '~/stores/player'
import { usePractice } from '~/stores/practice'
import { useSettings } from '~/stores/settings'

/** Practice for across the room: a huge count, few words, one big key. Always in the dark room. */
definePageMeta({ layout: 'bare' })
const api = useApi()
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
  practice.begin(plan, (await api.grooves.get(plan.grooveId)).document)
} catch (error) {
  failed.value = (error as Error).message
}

useIntervalFn(() => practice.tick(now()), 100)

const beats = computed(() => (practice.groove ? beatsOf(practice.groove.bars) : []))
/** The beat and slot that sound, in the count-in too, where only beats are counted. */
const light = ref({ bar: 0, beat: -1, slot: -1 })
useRafFn(() => {
  const tick = player.position()?.tick
  let lit = { bar: 0, beat: -1, slot: -1 }
  if (tick !== undefined && beats.value.length) {
    const first = beats.value.filter(beat => beat.bar === 0)
    const barLength = first.reduce((sum, beat) => sum + beat.length, 0)
    // The count-in runs through a bar before the first; a moment of silence comes before it.
    const at = tick < 0 ? Math.max(0, tick + barLength) : tick
    const beat = beats.value.findLast(one => one.at <= at)!
    lit = { bar: beat.bar, beat: beat.beat, slot: tick < 0 ? 0 : Math.floor((at - beat.at) * beat.slots / beat.length) }
  }
  if (lit.bar !== light.value.bar || lit.beat !== light.value.beat || lit.slot !== light.value.slot) light.value = lit
})

/** The bar that sounds, beat by beat, as it is counted. */
const count = computed(() => {
  const groove = practice.groove
  const bar = groove?.bars[light.value.bar]
  return groove && bar ? bar.slots.map((slots, beat) => countBeat(beat + 1, slots, settings.counting, isCompound(bar.meter))) : []
})

/** The groove with the parts of this stage alone, for its lanes. */
const sounding = computed(() => ({ ...practice.groove!, parts: practice.groove!.parts.filter(part => practice.stage!.partIds.includes(part.id)) }))

const meets = computed(() => {
  const { groove, stage } = practice
  if (!groove || !stage) return ''
  const heard = timeline(groove, kits.of(groove.kitId)).filter(event => stage.partIds.includes(event.partId))
  const group = groupUnisons(unisons(heard))[0]
  return group ? `${sayLimbs(group.limbs)} land together on ${sayPlaces(groove, group.ats, settings.counting)}. Keep them one sound.` : 'No two limbs land together here: keep the line even.'
})

const bigKey = computed(() => ({ ready: 'start', counting: 'pause', playing: 'pause', paused: 'go on', asking: 'next stage', over: '' })[practice.phase])
const leave = () => {
  practice.end()
  return navigateTo(practice.plan ? `/practise/${practice.plan.id}` : '/practise')
}
const KEYS: [key: string, name: string, does: () => unknown][] = [
  ...WORDS.map((word, i): [string, string, () => unknown] => [String(i + 1), word, () => practice.say(word, now())]),
  ['a', 'again', () => practice.again(now())],
  ['s', 'slower', () => practice.again(now(), -0.08)],
  ['n', 'next', () => practice.skip(now())],
  ['Escape', 'leave', leave],
]
useStationKeys({ ' ': () => practice.press(now()), ...Object.fromEntries(KEYS.map(([key, , does]) => [key, does])) })
onBeforeRouteLeave(() => practice.end())
useHead({ title: () => `${practice.plan?.title ?? 'Practice'} · Bazzet`, bodyAttrs: { class: 'bg-(--ui-bg)' } })
</script>

<template>
  <div class="dark flex min-h-screen flex-col bg-default px-6 py-8 text-default sm:px-12">
    <div v-if="failed" class="m-auto text-center">
      <h1 class="text-2xl">This plan could not be run</h1>
      <p class="my-3">{{ failed }}</p>
      <UButton to="/practise" color="neutral">To all plans</UButton>
    </div>
    <template v-else-if="practice.phase === 'over'">
      <div class="m-auto w-full max-w-xl" data-phase="over">
        <h1 class="text-3xl text-highlighted">{{ practice.written.length ? 'Done, and in the log' : 'Nothing played' }}</h1>
        <ul class="my-5 text-xl">
          <li v-for="(line, i) in practice.written" :key="i" class="flex justify-between border-b border-default py-2">{{ line.stage }} <span :class="line.failed ? 'text-error' : 'text-muted'">{{ line.failed || line.word || 'no word' }}</span></li>
        </ul>
        <div class="flex gap-3"><UButton size="xl" color="secondary" to="/log">See the log</UButton><UButton size="xl" color="neutral" variant="outline" :to="`/practise/${practice.plan!.id}`">Back to the plan</UButton></div>
      </div>
    </template>
    <template v-else-if="practice.plan && practice.groove && practice.stage">
      <header class="flex flex-col justify-between gap-x-8 gap-y-2 sm:flex-row">
        <div class="min-w-0 flex-1">
          <h1 class="text-2xl text-highlighted sm:text-3xl">{{ practice.groove.title }} · stage {{ practice.index + 1 }} of {{ practice.plan.stages.length }}</h1>
          <p class="mt-1 text-lg text-muted sm:text-2xl">{{ practice.stage.name }}. {{ sayStageLimbs(practice.groove, practice.stage) }} {{ sayClick(practice.stage.click) }}</p>
        </div>
        <div class="shrink-0 whitespace-nowrap text-right">
          <p class="display text-6xl font-bold text-highlighted" role="timer" data-timer>{{ practice.phase === 'asking' ? '0:00' : sayClock(practice.left) }}</p>
          <p class="mt-1 text-xl text-muted sm:text-2xl"><span data-bpm>{{ Math.round(practice.bpm) }}</span> now, goal {{ Math.round(practice.groove.tempo.bpm) }}</p>
        </div>
      </header>
      <div class="mt-10 grid gap-4" :style="{ gridTemplateColumns: `repeat(${count.length}, minmax(0, 1fr))` }" :data-phase="practice.phase" aria-hidden="true">
        <div v-for="(words, beat) in count" :key="beat" class="border-t-6 pt-6" :class="light.beat === beat ? 'border-secondary' : 'border-accented'">
          <span class="display mr-3 font-bold leading-none" :class="[light.beat === beat ? 'text-highlighted' : 'text-dimmed/60', count.length > 4 ? 'text-6xl' : 'text-8xl sm:text-[8rem]']">{{ words[0] }}</span>
          <span v-for="(word, i) in words.slice(1)" :key="i" class="mr-3 inline-block" :class="[light.beat === beat && light.slot === i + 1 ? 'text-secondary' : 'text-dimmed/70', words.length > 4 || count.length > 4 ? 'text-xl' : 'text-4xl']">{{ word }}</span>
        </div>
      </div>
      <div class="mt-8 text-xl sm:text-3xl" role="status">
        <p v-if="practice.phase === 'asking'">How was it? <b>1</b> solid, <b>2</b> shaky, <b>3</b> missed.<span v-if="practice.autoAdvance && practice.next" class="text-muted"> {{ practice.next.name }} begins in {{ Math.max(1, Math.ceil(practice.left)) }}.</span></p>
        <p v-else-if="practice.phase === 'counting'">Count in …</p>
        <p v-else>{{ meets }}</p>
      </div>
      <p class="mt-4 text-lg text-muted sm:text-2xl">{{ practice.next ? `Next: ${practice.next.name.toLowerCase()}, ${sayClock(practice.next.seconds)} at ${practice.next.bpm}.` : 'The last stage.' }}</p>
      <LanesStill class="mt-8 hidden sm:block" :groove="sounding" />
      <footer class="mt-auto flex flex-wrap items-center gap-x-6 gap-y-3 pt-8">
        <UButton size="xl" color="secondary" class="px-7 py-3 text-xl font-bold" :loading="player.preparing" @click="practice.press(now())">Space: {{ bigKey }}</UButton>
        <button v-for="[key, name, does] in KEYS" :key="key" type="button" class="cursor-pointer text-lg text-toned hover:text-highlighted sm:text-xl" @click="does()"><b>{{ key.length === 1 ? key.toUpperCase() : 'Esc' }}</b> {{ name }}</button>
        <USwitch v-model="practice.autoAdvance" color="secondary" class="ml-auto" label="Go on by itself" />
      </footer>
    </template>
  </div>
</template>
