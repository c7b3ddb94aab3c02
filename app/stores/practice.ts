import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Groove } from '#core/groove'
import type { Plan, Stage, Word } from '#core/practise'
import { wholeSpan } from '../audio/scheduler'
import { api, newId } from '../composables/useApi'
import { useKits } from './kits'
import { usePlayer } from './player'

/** Where a run of a plan is: before a stage, in its count-in or its time, waiting for the player's word, or over. */
export type Phase = 'ready' | 'counting' | 'playing' | 'paused' | 'asking' | 'over'

/** How long the player has for a word before the next stage begins by itself, in seconds. */
export const ASKING = 12

/**
 * One run through a plan. It is told the time (seconds of any steady clock) by `tick`; the time of a
 * stage counts from its first beat, not from the count-in.
 */
export const usePractice = defineStore('practice', () => {
  const player = usePlayer()
  const plan = shallowRef<Plan>()
  const groove = shallowRef<Groove>()
  const index = ref(0)
  const phase = ref<Phase>('ready')
  const bpm = ref(0)
  const left = ref(0)
  const autoAdvance = ref(true)
  /** The entry of the stage just ended, written as soon as it ends so that nothing is lost; a word is added to it. */
  const written = ref<{ stage: string, word: Word | null, failed: string }[]>([])
  let last = 0
  let entryId = ''
  let played = 0
  /** Writes go out one after another: an entry and the word added to it a moment later must arrive in that order. */
  let writing: Promise<unknown> = Promise.resolve()

  const stage = computed<Stage | undefined>(() => plan.value?.stages[index.value])
  const next = computed<Stage | undefined>(() => plan.value?.stages[index.value + 1])

  function begin(forPlan: Plan, ofGroove: Groove) {
    player.stop()
    plan.value = forPlan
    groove.value = ofGroove
    written.value = []
    enter(0)
  }

  function enter(to: number) {
    index.value = to
    phase.value = stage.value ? 'ready' : 'over'
    bpm.value = stage.value?.bpm ?? 0
    left.value = stage.value?.seconds ?? 0
    played = 0
    entryId = newId()
  }

  /** Starts the stage, or goes on with it, after a bar of count-in. */
  async function play(now: number) {
    if (!stage.value || !groove.value) return
    last = now
    phase.value = 'counting'
    const sounding: Groove = { ...groove.value, tempo: { ...groove.value.tempo, bpm: bpm.value } }
    await player.start({ groove: sounding, kit: useKits().of(sounding.kitId), heard: new Set(stage.value.partIds), click: { program: stage.value.click }, countIn: 1, span: wholeSpan(sounding) })
  }

  function pause() {
    player.stop()
    phase.value = 'paused'
  }

  /** The big key: start, pause, go on; once a stage is over, on to the next without a word. */
  function press(now: number) {
    if (phase.value === 'ready' || phase.value === 'paused') return play(now)
    if (phase.value === 'counting' || phase.value === 'playing') return pause()
    if (phase.value === 'asking') return onward(now)
  }

  function tick(now: number) {
    const passed = now - last
    last = now
    if (phase.value === 'counting' && (player.position()?.tick ?? -1) >= 0) phase.value = 'playing'
    else if (phase.value === 'playing') {
      left.value -= passed
      played += passed
      if (left.value <= 0) endStage()
    } else if (phase.value === 'asking' && autoAdvance.value) {
      left.value -= passed
      if (left.value <= 0) void onward(now)
    }
  }

  function endStage() {
    player.stop()
    phase.value = 'asking'
    left.value = ASKING
    written.value = [...written.value, { stage: stage.value!.name, word: null, failed: '' }]
    void write(null)
  }

  function write(word: Word | null) {
    const at = written.value.length - 1
    const entry = {
      id: entryId, grooveId: groove.value!.id, grooveTitle: groove.value!.title, planId: plan.value!.id, stage: stage.value!.name,
      bpm: bpm.value, seconds: Math.round(played), word, at: new Date().toISOString(),
    }
    writing = writing.then(() => api.log.put(entry)).then(
      () => (written.value = written.value.with(at, { stage: entry.stage, word, failed: '' })),
      error => (written.value = written.value.with(at, { stage: entry.stage, word, failed: (error as Error).message })),
    )
    return writing
  }

  /** The player's word ends the stage, be its time up or not, and leads on to the next. */
  async function say(word: Word, now: number) {
    if (phase.value === 'over' || phase.value === 'ready') return
    if (phase.value !== 'asking') endStage()
    const done = write(word)
    await onward(now)
    await done
  }

  async function onward(now: number) {
    enter(index.value + 1)
    if (stage.value && autoAdvance.value) await play(now)
  }

  /** The same stage once more, at this tempo or another. */
  async function again(now: number, change = 0) {
    const tempo = Math.max(20, Math.round(bpm.value * (1 + change)))
    player.stop()
    enter(index.value < (plan.value?.stages.length ?? 0) ? index.value : 0)
    bpm.value = tempo
    await play(now)
  }

  /** On to the next stage; what was played of this one is not logged. */
  async function skip(now: number) {
    player.stop()
    const going = phase.value === 'playing' || phase.value === 'counting'
    enter(index.value + 1)
    if (going && stage.value) await play(now)
  }

  function end() {
    player.stop()
    phase.value = 'over'
  }

  return { plan, groove, stage, next, index, phase, bpm, left, autoAdvance, written, begin, press, tick, say, again, skip, end }
})
