import PQueue from 'p-queue'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Groove } from '#core/groove'
import { type Plan, type Run, type RunEffect, type RunEvent, type Word, beginRun, entryOf, stageOf, stagePerformance, stepRun } from '#core/practise'
import { AHEAD } from '../audio/scheduler'
import { api, type Stored } from '../documents/api'
import { newId } from '../documents/ids'
import { useKits } from './kits'
import { usePlayer } from './player'

/** What was written of a stage; `failed` says why it was not. */
interface Written { entry: number, stage: string, word: Word | null, failed: string }

/** One run through a plan in this page: core/practise decides, this sounds and writes down. */
export const usePractice = defineStore('practice', () => {
  const player = usePlayer()
  const kits = useKits()
  const plan = shallowRef<Plan>()
  const groove = shallowRef<Groove>()
  const run = shallowRef<Run>()
  const written = ref<Written[]>([])
  let revision = 1
  let sessionId = ''
  let ids: string[] = []
  /** An entry and the word added to it a moment later must arrive in that order. */
  const writes = new PQueue({ concurrency: 1 })

  const stage = computed(() => run.value && stageOf(run.value))
  const next = computed(() => run.value?.stages[run.value.index + 1])

  function begin(forPlan: Plan, of: Stored<Groove>) {
    player.stop()
    plan.value = forPlan
    groove.value = of.document
    revision = of.revision
    written.value = []
    sessionId = newId()
    ids = []
    run.value = beginRun(forPlan)
  }

  async function send(event: RunEvent) {
    if (!run.value) return
    const { run: now, effects } = stepRun(run.value, event)
    run.value = now
    await Promise.all(effects.map(carryOut))
  }

  function carryOut(effect: RunEffect): unknown {
    switch (effect.type) {
      case 'stop': return player.stop()
      case 'play': return player.start(stagePerformance(effect.stage, groove.value!, kits.of(groove.value!.kitId), effect.tempo), AHEAD.away)
      case 'write': return write(effect)
    }
  }

  function write(effect: Extract<RunEffect, { type: 'write' }>) {
    const at = new Date()
    const entry = entryOf(effect, {
      id: (ids[effect.entry] ??= newId()), at: at.toISOString(), day: new Intl.DateTimeFormat('sv-SE').format(at),
      planId: plan.value!.id, sessionId, revision, title: groove.value!.title,
    })
    const line: Written = { entry: effect.entry, stage: effect.stage.name, word: effect.word, failed: '' }
    const show = (one: Written) => (written.value = [...written.value.filter(other => other.entry !== one.entry), one])
    show(line)
    return writes.add(() => api.log.put(entry).catch(error => show({ ...line, failed: (error as Error).message })))
  }

  return { plan, groove, run, stage, next, written, begin, send }
})
