import equal from 'fast-deep-equal'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw } from 'vue'
import type { Groove } from '#core/groove'
import { type Measures, sayMeasured, togetherWithin, verdictOf } from '#core/measure'
import type { Performance } from '#core/perform'
import type { Phrase } from '#core/phrase'
import {
  type LogEntry,
  type Material,
  type Met,
  type Plan,
  type Run,
  type RunEffect,
  type RunEvent,
  type Sitting,
  type Stage,
  allOf,
  beginRun,
  entryOf,
  practiceFiguresOf,
  figuresPlayed,
  grooveOf,
  helpFor,
  isolating,
  lapOf,
  limbsBy,
  makeSitting,
  metSince,
  neededBy,
  playsWhole,
  stageOf,
  stagePerformance,
  stepRun,
  resumed,
  titleOf,
} from '#core/practise'
import { present } from '#core/present'
import { AHEAD } from '../audio/scheduler'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { calendarDay } from '../practise/day'
import { useOutbox } from '../practise/outbox'
import { useDrummer } from './drummer'
import { useKits } from './kits'
import { useMeasuring } from './measuring'
import { usePlayer } from './player'
import { useSittings } from './sittings'

/** What was written of a stage: its word, what was measured, and why it is not in the log yet, where it is not. */
type Written = Sitting['written'][number]

type Writing = Extract<RunEffect, { type: 'write' }>

/** Everything that the stages of a plan are made of, and the revision of each. */
export async function fetchMaterial(
  stages: readonly Pick<Stage, 'subject'>[],
): Promise<Pick<Material, 'grooves' | 'phrases'> & { revisions: Map<string, number> }> {
  const needed = stages.flatMap(stage => neededBy(stage.subject))
  const ids = (kind: 'groove' | 'phrase') => [...new Set(needed.filter(one => one.kind === kind).map(one => one.id))]
  const [grooves, phrases] = await Promise.all([api.grooves.some(ids('groove')), api.phrases.some(ids('phrase'))])
  const lost = needed.find(one => ![...grooves, ...phrases].some(other => other.document.id === one.id))
  if (lost) throw new Error(`There is no ${lost.kind} “${lost.id}” here. It may have been put in the bin.`)
  return {
    grooves: new Map<string, Groove>(grooves.map(({ document }) => [document.id, document])),
    phrases: new Map<string, Phrase>(phrases.map(({ document }) => [document.id, document])),
    revisions: new Map([...grooves, ...phrases].map(({ document, revision }) => [document.id, revision])),
  }
}

/** Fewer strokes than these tell nothing of a unison. */
const SEEN = 3

/** One run through a plan in this page: core/practise decides, this sounds, measures and writes down. */
export const usePractice = defineStore('practice', () => {
  const player = usePlayer()
  const kits = useKits()
  const drummer = useDrummer()
  const measuring = useMeasuring()
  const outbox = useOutbox()
  const sittings = useSittings()
  const plan = shallowRef<Plan>()
  const material = shallowRef<Material>({ grooves: new Map(), phrases: new Map(), kitOf: id => kits.of(id) })
  const run = shallowRef<Run>()
  const written = ref<Written[]>([])
  /** What was measured of the stage that was played last. */
  const measured = shallowRef<{ entry: number; measures: Measures; says: string; gist: string; help: Stage | null }>()
  /** How two limbs landed together, as it was measured last in this run: by the groove. */
  const met = shallowRef<ReadonlyMap<string, readonly Met[]>>(new Map())
  /** What sounds of the stage; undefined before it has. */
  const sounding = shallowRef<Performance>()
  let revisions = new Map<string, number>()
  let sessionId = ''
  let ids: (string | null)[] = []
  /** Whether the plan is kept by itself, so that entries may name it. */
  const listed = ref(true)
  /** Entries of this run as they were last written, by their number. */
  let entries = new Map<number, LogEntry>()
  let keptAt = 0
  let kept: ReturnType<typeof standing> | undefined

  const stage = computed(() => run.value && stageOf(run.value))
  const next = computed(() => run.value?.stages[run.value.index + 1])
  const groove = computed(() =>
    stage.value
      ? (grooveOf(stage.value.subject, material.value) ??
        grooveOf(
          present(
            present(run.value, 'run').stages.find(one => one.subject.kind !== 'break'),
            'stage',
          ).subject,
          material.value,
        ))
      : undefined,
  )

  /** Where the run is, whatever the clock says: one that waits has nothing new to be kept. */
  const standing = () => ({
    run: { ...toRaw(present(run.value, 'run')), told: 0, heard: 0 },
    ids: [...ids],
    written: written.value.map(one => ({ ...one })),
  })
  function keep() {
    keptAt = Date.now()
    if (!run.value || !plan.value) return
    const now = standing()
    if (equal(now, kept)) return
    kept = now
    if (run.value.phase === 'over') void sittings.end(sessionId)
    else
      void sittings.keep(
        makeSitting({
          id: sessionId,
          at: new Date().toISOString(),
          plan: toRaw(plan.value),
          listed: listed.value,
          run: toRaw(run.value),
          ids: Array.from(ids, id => id ?? null),
          written: written.value.map(one => ({ ...one })),
        }),
      )
  }

  /** Fetches what a plan is made of and stands before its first stage; or takes up a run that was interrupted. */
  async function begin(forPlan: Plan, sitting?: Sitting) {
    player.stop()
    const { revisions: found, ...fetched } = await fetchMaterial(sitting?.run.stages ?? forPlan.stages)
    revisions = found
    material.value = { ...fetched, kitOf: id => kits.of(id) }
    plan.value = forPlan
    written.value = [...(sitting?.written ?? [])]
    sessionId = sitting?.id ?? newId()
    ids = [...(sitting?.ids ?? [])]
    listed.value = sitting?.listed ?? true
    entries = new Map()
    measured.value = undefined
    met.value = new Map()
    const helps = forPlan.stages.map(one => {
      const of = one.climb?.miss === 'isolate' ? grooveOf(one.subject, material.value) : undefined
      return of ? (helpFor(one, of, kits.of(of.kitId), newId()) ?? null) : null
    })
    run.value = sitting
      ? resumed(sitting.run)
      : beginRun(forPlan, { laps: forPlan.stages.map(one => lapOf(one, material.value)), helps })
    kept = sitting && standing()
    void outbox.flush()
  }

  async function send(event: RunEvent) {
    if (!run.value) return
    const before = run.value
    // A player who leaves finds it where it was left.
    if (event.type === 'end' && before.phase !== 'ready' && before.phase !== 'over') keep()
    // What was measured of the stage under the word says which stage would mend it.
    const help = measured.value?.entry === before.entry ? measured.value.help : null
    const { run: now, effects } = stepRun(run.value, event.type === 'say' ? { ...event, help } : event)
    run.value = now
    // A session begins with its first stage; one that is left goes on from where it was, however long the page takes to go.
    if (
      event.type !== 'end' &&
      before.phase !== 'over' &&
      (effects.length || now.phase !== before.phase || Date.now() - keptAt > 2000) &&
      now.phase !== 'ready'
    )
      keep()
    await Promise.all(effects.map(carryOut))
  }

  function carryOut(effect: RunEffect): unknown {
    switch (effect.type) {
      case 'stop': {
        measuring.end((player.heardAt(performance.now()) ?? 0) - 0.1)
        return player.stop()
      }
      case 'play': {
        const played = stagePerformance(effect.stage, material.value, {
          tempo: effect.tempo,
          laps: effect.laps,
          counting: drummer.counting,
        })
        if (!played) return undefined
        sounding.value = played
        measuring.begin(played, present(run.value, 'run').entry)
        return player.start(played, AHEAD.away)
      }
      case 'write':
        return write(effect)
    }
  }

  function figuresIn({ stage, tempo, seconds }: Writing): string[] | null {
    const { subject } = stage
    const of = subject.kind === 'figures' && grooveOf(subject, material.value)
    if (!of) return null
    // The run may be at the next stage by now: what was played is known by the stage itself.
    const lap = (lapOf(stage, material.value).seconds * stage.tempo.bpm) / tempo.bpm
    return figuresPlayed(
      practiceFiguresOf(of, subject, kits.of(of.kitId)).map(one => `${subject.limb} ${one.mask}`),
      seconds,
      lap,
    )
  }

  async function write(effect: Writing) {
    const at = new Date()
    const of = grooveOf(effect.stage.subject, material.value)
    const before = entries.get(effect.entry)
    const entry = before
      ? { ...before, word: effect.word }
      : entryOf(effect, {
          id: (ids[effect.entry] ??= newId()),
          at: at.toISOString(),
          day: calendarDay(at),
          planId: listed.value ? present(plan.value, 'plan').id : null,
          sessionId,
          revision: revisions.get(effect.stage.subject.id) ?? null,
          title: titleOf(effect.stage.subject, material.value),
          limbs: of ? limbsBy(present(allOf(effect.stage, material.value), 'part'), effect.stage, 'player') : [],
          whole: playsWhole(effect.stage, material.value),
          figures: figuresIn(effect),
        })
    entries.set(effect.entry, entry)
    show(effect, entry, '')
    const measures = before ? undefined : measuring.taken()
    const failed = await outbox.put(entry)
    if (failed) show(effect, entry, failed)
    const found = await measures
    if (found && of) await addMeasures(effect, found, of)
  }

  /** What was measured is added to the entry, whatever word has come meanwhile, and speaks where the climb waits for it. */
  async function addMeasures(effect: Writing, measures: Measures, of: Groove) {
    const { says, clean, remedies, next: then } = verdictOf(measures, of, drummer.counting, measuring.measuring)
    const gist = clean ? 'clean' : sayMeasured(measures)
    const help = (remedies[0] && isolating(effect.stage, of, remedies[0], newId())) ?? null
    measured.value = { entry: effect.entry, measures, says, gist, help }
    const unisons = measures.unisons
      .filter(one => one.strokes >= SEEN)
      .map(({ limbs, tick, apart }) => ({
        limbs,
        tick,
        apart,
        together: apart <= togetherWithin(limbs, measuring.measuring),
      }))
    met.value = new Map(met.value).set(of.id, metSince(met.value.get(of.id) ?? [], unisons))
    // An input that gave nothing is no measure of the playing: the log and the climb go by the player’s word.
    if (measures.causes[0]?.kind === 'nothing') return
    const entry = { ...entries.get(effect.entry)!, measures }
    entries.set(effect.entry, entry)
    show(effect, entry, await outbox.put(entry), says)
    const waits =
      run.value?.phase === 'asking' && run.value.entry === effect.entry && effect.stage.climb?.allows === 'measured'
    if (waits)
      await send({
        type: 'say',
        word: then.does === 'climb' ? 'solid' : then.does === 'repeat' ? 'shaky' : 'missed',
        now: performance.now() / 1000,
      })
  }

  function show(
    { entry, stage: { name }, tempo }: Writing,
    { word }: LogEntry,
    failed: string,
    says = written.value.find(one => one.entry === entry)?.says ?? '',
  ) {
    const line: Written = { entry, stage: name, tempo: Math.round(tempo.bpm), word, says, failed }
    written.value = [...written.value.filter(other => other.entry !== entry), line].sort((a, b) => a.entry - b.entry)
  }

  return {
    plan,
    material,
    sounding,
    groove,
    run,
    stage,
    next,
    written,
    measured,
    met,
    listed,
    held: outbox.held,
    begin,
    send,
  }
})
