<script setup lang="ts">
import { useIntervalFn, useRafFn, useWakeLock } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import {
  WORDS,
  type RunEvent,
  allOf,
  barSeconds,
  practiceFiguresOf,
  goalOf,
  partsPlayed,
  partsOf,
  rungsOf,
  sayAttend,
  sayClick,
  sayClock,
  sayLength,
  castsLimbs,
  titleOf,
} from '#core/practise'
import { withoutGist } from '#core/measure'
import { present } from '#core/present'
import { toneOf } from '~/lanes/tone'
import { type Handlers, KEYS, shownKey } from '~/keys'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { useStationKeys } from '~/composables/useStationKeys'
import { useStep } from '~/composables/useStep'
import { useStrikes } from '~/composables/useStrikes'
import { useVerdictAloud } from '~/composables/useVerdictAloud'
import { api } from '~/documents/api'
import { lackingHere } from '~/documents/lacking'
import { useKits } from '~/stores/kits'
import { useMeasuring } from '~/stores/measuring'
import { usePlayer } from '~/stores/player'
import { usePractice } from '~/stores/practice'
import { useSettings } from '~/stores/settings'
import { useSittings } from '~/stores/sittings'

/** Practice for across the room: a huge count, few words, one big key. Always in the dark room. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const player = usePlayer()
const practice = usePractice()
const measuring = useMeasuring()
const settings = useSettings()
const sittings = useSittings()
const kits = useKits()
const failed = ref('')
const now = () => performance.now() / 1000

try {
  await kits.load()
  // A run that was interrupted goes on where it was, with the plan as it was begun.
  const under = String(route.query.go ?? '')
  if (under) await sittings.open(under)
  const sitting = under ? sittings.document : undefined
  await practice.begin(sitting?.plan ?? (await api.plans.get(String(route.params.id))).document, sitting)
} catch (error) {
  failed.value = (error as Error).message
}

// A reload, or this address on another day, goes on with the run that was begun here.
watch(
  () => sittings.document?.id,
  id => id && id !== route.query.go && void navigateTo({ query: { go: id } }, { replace: true }),
)

type Told<T = RunEvent> = T extends { now: number } ? Omit<T, 'now'> : never
const send = (event: Told) => practice.send({ ...event, now: now() } as RunEvent)
useIntervalFn(() => send({ type: 'tick', heard: player.heardAt(performance.now()) ?? null }), 100)
useStrikes()
useVerdictAloud()
/** The screen stays awake while something is practised, where the browser allows it. */
const lock = useWakeLock()
const phase = computed(() => practice.run?.phase ?? 'over')
watch(
  phase,
  to =>
    void Promise.resolve(
      to === 'over' || to === 'ready' ? lock.release() : lock.isActive.value || lock.request('screen'),
    ).catch(() => undefined),
)

// ---- what sounds: the groove of the passage that is playing, where a stage has several ----

const passage = ref(0)
useRafFn(() => (passage.value = player.position()?.passage ?? 0))
const shown = computed(() => {
  const playing =
    phase.value === 'playing' || phase.value === 'counting' ? practice.sounding?.passages[passage.value] : undefined
  return playing && practice.stage && castsLimbs(practice.stage) ? playing.groove : practice.groove
})
const figure = computed(() => {
  const subject = practice.stage?.subject
  if (subject?.kind !== 'figures' || !practice.groove) return undefined
  const all = practiceFiguresOf(practice.groove, subject, kits.of(practice.groove.kitId))
  const at = passage.value % all.length
  return { ...all[at]!, at, many: all.length, tone: toneOf(subject.limb, practice.groove.lead) }
})
/** The groove with the parts of this stage alone, for its lanes. */
const sounding = computed(() => {
  const [groove, stage] = [present(shown.value, 'shown'), present(practice.stage, 'stage')]
  if (castsLimbs(stage))
    return { ...groove, parts: groove.parts.filter(part => (stage.parts[part.limb] ?? 'silent') !== 'silent') }
  const limb = stage.subject.kind === 'figures' ? stage.subject.limb : undefined
  const parts = partsPlayed(groove, stage).filter(part => partsOf(stage).includes(part.id) && part.limb !== limb)
  return { ...groove, parts: figure.value ? [...parts, figure.value.part] : parts }
})
/** What lands together is said in turn: another each time round, though none for less than it takes to be read. */
const READ = 4
const turn = computed(() => {
  const { run } = practice
  const lap = run?.laps[run.index]?.seconds
  return lap ? Math.floor(run.played / (lap * Math.max(1, Math.ceil(READ / lap)))) : 0
})
const attend = computed(() =>
  practice.groove && practice.stage
    ? sayAttend(
        practice.groove,
        kits.of(practice.groove.kitId),
        practice.stage,
        settings.counting,
        turn.value,
        practice.met.get(practice.groove.id),
      )
    : '',
)

/** What is practised, by its own name: a phrase is not one of its grooves. */
const title = computed(() =>
  present(practice.stage, 'stage').subject.kind === 'break'
    ? present(practice.plan, 'plan').title
    : titleOf(present(practice.stage, 'stage').subject, practice.material),
)

// ---- stepping, with no pulse ----

const step = useStep(
  () =>
    practice.stage?.pulse === 'step' && practice.groove
      ? {
          groove: sounding.value,
          kit: kits.of(practice.groove.kitId),
          heard: new Set(sounding.value.parts.map(part => part.id)),
          span: practice.stage.span ?? { from: 0, to: Infinity },
        }
      : undefined,
  { growing: true },
)
watch(phase, to => step.on.value !== (to === 'stepping') && step.toggle())
watch(
  () => measuring.pressed,
  () => phase.value === 'stepping' && step.send('next'),
)

// ---- what is said ----

const rungs = computed(() => (practice.stage ? rungsOf(practice.stage) : []))
const goal = computed(() => practice.stage && goalOf(present(practice.run, 'run').stages, practice.stage))
const lastBar = computed(() => {
  const run = present(practice.run, 'run')
  return phase.value === 'playing' && run.left !== null && run.left <= barSeconds(run) + 0.05
})
const then = computed(() => {
  const { run, stage, next } = practice
  if (stage?.climb && run!.rung + 1 < rungs.value.length)
    return `Then ${Math.round(rungs.value[run!.rung + 1]!)}, up to ${Math.round(stage.climb.to)}.`
  return next
    ? `Next: ${next.name}, ${sayLength(next.length)}${next.subject.kind === 'break' ? '' : ` at ${Math.round(next.tempo.bpm)}`}.`
    : 'The last stage.'
})
const timer = computed(() => {
  const run = present(practice.run, 'run')
  if (phase.value === 'asking') return '0:00'
  return run.left === null ? `${run.cleans} clean` : sayClock(run.left)
})
const bigKey = computed(
  () =>
    ({
      ready: 'start',
      counting: 'pause',
      playing: 'pause',
      paused: 'go on',
      asking: rungs.value.length > 1 ? 'go on' : 'next stage',
      resting: 'end the break',
      stepping: 'next stroke',
      over: '',
    })[phase.value],
)
const press = () => (phase.value === 'stepping' ? step.send('next') : send({ type: 'press' }))
const leave = async () => {
  await practice.send({ type: 'end' })
  await navigateTo(
    practice.plan && practice.listed ? `/practise/${practice.plan.id}` : practice.plan ? '/today' : '/practise',
  )
}
const deeds: Handlers<'run'> = {
  press,
  ...(Object.fromEntries(WORDS.map(word => [word, () => send({ type: 'say', word })])) as Record<
    (typeof WORDS)[number],
    () => unknown
  >),
  clean: () => send({ type: 'clean' }),
  again: () => send({ type: 'again', change: 0 }),
  slower: () => send({ type: 'again', change: -0.08 }),
  faster: () => send({ type: 'again', change: 0.08 }),
  next: () => send({ type: 'skip' }),
  back: () => phase.value === 'stepping' && step.send('back'),
  more: () => phase.value === 'stepping' && step.send({ grow: 1 }),
  fewer: () => phase.value === 'stepping' && step.send({ grow: -1 }),
  leave,
}
/** Another machine has taken this run further: the player says which is kept. */
async function choose(choice: 'mine' | 'theirs' | 'copy') {
  await sittings.resolveStale(choice)
  if (choice !== 'mine' && sittings.document) await practice.begin(sittings.document.plan, sittings.document)
}
/** A switch that was clicked is left again: Space is the big key. One that was reached by Tab keeps it. */
const freed = (event: MouseEvent) => event.detail && (document.activeElement as HTMLElement | null)?.blur()
/** What says how it was, or plays it again: there is nothing to say before it was played. */
const AFTER_PLAYING = new Set<keyof typeof deeds>([...WORDS, 'clean', 'again'])
/** Deeds that have a place of their own on the page, or none before they mean something. */
const apart = (name: keyof typeof deeds) =>
  name === 'press' ||
  name === 'back' ||
  name === 'more' ||
  name === 'fewer' ||
  (name === 'clean' && practice.run?.left !== null) ||
  (AFTER_PLAYING.has(name) && ['ready', 'counting', 'resting'].includes(phase.value))
/** The deeds beside the big one, each with its key. */
const small = computed(() =>
  (Object.keys(KEYS.run.keys) as (keyof typeof deeds)[])
    .filter(name => !apart(name))
    .map(name => ({ name, key: KEYS.run.keys[name][0] })),
)
useStationKeys('run', deeds)
onBeforeRouteLeave(() => practice.send({ type: 'end' }))
useKeptOpen(sittings)
useHead({ title: () => `${practice.plan?.title ?? 'Practice'} · Bazzet`, bodyAttrs: { class: 'bg-(--ui-bg)' } })
</script>

<template>
  <div class="dark flex min-h-dvh flex-col bg-default px-4 py-4 text-default sm:h-dvh sm:px-10 sm:py-6">
    <div v-if="failed" class="m-auto text-center">
      <h1 class="text-2xl">This plan could not be run</h1>
      <p class="my-3">{{ failed }}</p>
      <UButton to="/practise" color="neutral">To all plans</UButton>
    </div>
    <RunOver v-else-if="phase === 'over'" />
    <StaleNotice
      v-else-if="sittings.theirs && sittings.document"
      what="practice run"
      :mine="{ title: `${sittings.document.plan.title}, stage ${sittings.document.run.index + 1}` }"
      :theirs="{ title: `${sittings.theirs.plan.title}, stage ${sittings.theirs.run.index + 1}` }"
      @choose="choose" />
    <template v-else-if="practice.run && practice.plan && practice.groove && practice.stage && shown">
      <header class="flex flex-col justify-between gap-x-8 gap-y-1 sm:flex-row">
        <div class="min-w-0 flex-1">
          <h1 class="text-xl text-highlighted sm:text-2xl">
            {{ title }} · stage {{ practice.run.index + 1 }} of {{ practice.run.stages.length }}
          </h1>
          <p class="mt-1 text-base text-muted sm:text-xl xl:text-2xl">
            {{ practice.stage.name }}.
            {{ practice.stage.subject.kind === 'break' ? 'Sticks down.' : '' }}
            {{
              practice.stage.subject.kind === 'break' || practice.stage.pulse === 'step'
                ? ''
                : sayClick(practice.stage.click)
            }}<template v-if="practice.stage.on === 'pad'"> On the pad.</template>
          </p>
          <RunWho
            v-if="practice.stage.subject.kind !== 'break'"
            class="mt-2"
            :groove="allOf(practice.stage, practice.material) ?? shown"
            :stage="practice.stage" />
        </div>
        <div class="flex shrink-0 items-baseline justify-between gap-4 whitespace-nowrap text-right sm:block">
          <p class="display text-4xl font-bold text-highlighted sm:text-6xl" role="timer" data-timer>{{ timer }}</p>
          <p
            v-if="practice.stage.subject.kind !== 'break' && practice.stage.pulse !== 'step'"
            class="mt-1 text-lg text-muted sm:text-2xl">
            <NoteGlyph :counts="practice.run.tempo.counts" /> =
            <span data-bpm>{{ Math.round(practice.run.tempo.bpm) }}</span> now<template v-if="goal"
              >, goal <NoteGlyph v-if="goal.counts !== practice.run.tempo.counts" :counts="goal.counts" />
              {{ Math.round(goal.bpm) }}</template
            ><template v-if="rungs.length > 1">, {{ practice.run.rung + 1 }} of {{ rungs.length }}</template>
          </p>
        </div>
      </header>
      <div v-if="phase === 'resting'" class="mt-8" data-phase="resting">
        <p class="display text-6xl font-bold text-highlighted sm:text-8xl">Break</p>
      </div>
      <RunStep
        v-else-if="phase === 'stepping'"
        class="mt-4"
        :step="step"
        :groove="shown"
        @grows="on => step.send({ grows: on })" />
      <RunCount v-else class="mt-4 sm:mt-6" :groove="shown" :phase="phase" />
      <div class="mt-3 text-lg sm:mt-4 sm:text-2xl" role="status">
        <p v-if="phase === 'asking'">
          How was it? <span class="pointer-coarse:hidden"><b>1</b> solid, <b>2</b> shaky, <b>3</b> missed.</span
          ><span v-if="practice.run.autoAdvance && practice.run.left !== null" class="text-muted">
            Goes on in {{ Math.max(1, Math.ceil(practice.run.left)) }}.</span
          ><span v-if="practice.measured?.entry === practice.run.entry" class="mt-1 block" data-verdict
            ><b class="display block text-4xl text-highlighted first-letter:uppercase sm:text-6xl" data-gist>{{
              practice.measured.gist
            }}</b
            ><span class="block text-base text-highlighted sm:text-xl">{{
              withoutGist(practice.measured.says, practice.measured.gist)
            }}</span></span
          >
        </p>
        <p v-else-if="phase === 'counting'">Count in …</p>
        <p v-else-if="phase === 'ready' && practice.run.index === 0">
          Warm up before you begin. Wear protection. Stop when something hurts.<span
            v-if="!lock.isSupported.value"
            class="mt-1 block text-base text-muted"
            data-lacking
            >{{ lackingHere() ?? 'This browser won’t keep the screen awake; set that on the device.' }}</span
          >
        </p>
        <p v-else-if="lastBar" class="text-highlighted">Last bar. {{ then }}</p>
        <p v-else-if="figure">
          Figure {{ figure.at + 1 }} of {{ figure.many }}:
          <FigureSticks class="ml-2 inline-block" :mask="figure.mask" :tone="figure.tone" />
        </p>
        <p v-else>
          {{ attend }}<span v-if="measuring.hint" class="ml-3 text-highlighted" data-hint>{{ measuring.hint }}</span>
        </p>
      </div>
      <p v-if="!lastBar" class="mt-1 text-base text-muted sm:text-xl">{{ then }}</p>
      <div v-if="phase !== 'resting'" class="relative mt-3 min-h-28 flex-1">
        <RunLanes
          :groove="sounding"
          :span="practice.stage && !castsLimbs(practice.stage) ? (practice.stage.span ?? undefined) : undefined" />
      </div>
      <footer class="mt-auto flex flex-wrap items-center gap-x-5 gap-y-2 pt-3">
        <UButton
          size="xl"
          color="neutral"
          class="justify-center px-7 py-3 text-xl font-bold max-sm:w-full max-sm:py-5"
          :loading="player.preparing"
          data-big-key
          @click="press"
          ><span><KeyCap name="Space" /> {{ bigKey }}</span></UButton
        >
        <BeatLamp />
        <button
          v-for="{ key, name } in small"
          :key="key"
          type="button"
          class="min-h-11 cursor-pointer text-lg text-toned hover:text-highlighted"
          @click="deeds[name]()">
          <KeyCap :name="key === 'Escape' ? 'Esc' : shownKey(key)" /> {{ name }}
        </button>
        <span class="ml-auto flex flex-wrap items-center gap-x-4 gap-y-2" @click="freed"
          ><MixFact /><InputPicker v-if="phase === 'ready' || phase === 'paused'" /><USwitch
            v-model="settings.verdictSpeaks"
            color="neutral"
            label="Say it aloud" /><USwitch
            :model-value="practice.run.autoAdvance"
            color="neutral"
            label="Go on by itself"
            @update:model-value="on => practice.send({ type: 'auto', on })"
        /></span>
      </footer>
      <SilentNote />
      <p v-if="measuring.input === 'keys'" class="mt-1 text-sm text-muted pointer-coarse:hidden">
        Struck by keys: D left hand, K right hand, Z left foot, M right foot.
      </p>
    </template>
  </div>
</template>
