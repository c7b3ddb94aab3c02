import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { type Groove, type Span, freshStroke, partOf } from '#core/groove'
import { LIMBS, type Limb, pieceOf, strokeOfNote, strokesFor } from '#core/kit'
import { USUAL_SIMULATED, askedOf, simulate } from '#core/measure'
import { CueLine, type Performance, looped } from '#core/perform'
import { type MadeGroove, type PlayedStroke, type PlayedTake, modelFor, placeIn, strokeFor } from '#core/record'
import { tickSeconds } from '#core/time'
import { newId } from '../documents/ids'
import { useRemembered } from '../remembered'
import type { MeasureWorker } from '../workers/measure.worker'
import { plain, remoteWorker } from '../workers/remote'
import { useBench } from './bench'
import { type Told, useMeasuring } from './measuring'
import { PLAYED_IN, type PlayInOptions } from './played-in'
import { usePlayer } from './player'
import { useSettings } from './settings'

const USUAL: PlayInOptions = {
  how: 'add',
  into: { to: 'limbs' },
  limbs: [...LIMBS],
  grid: 'best',
  strength: 100,
  feel: false,
}

/** Playing in on the Bench: what is struck over the click, time round after time round, and the groove that is made of it. */
export const usePlayingIn = defineStore('playing-in', () => {
  const bench = useBench()
  const player = usePlayer()
  const measuring = useMeasuring()
  const settings = useSettings()
  const kept = useRemembered('played-in', PLAYED_IN)
  const open = ref(false)
  /** Whether strokes are being taken in. */
  const on = ref(false)
  const options = ref<PlayInOptions>(plain(USUAL))
  const takes = shallowRef<PlayedTake[]>([])
  /** What was made, and of which takes: while it is being made there may be more of them. */
  const made = shallowRef<MadeGroove & { of: readonly PlayedTake[] }>()
  /** Whether the groove has what was made; and the groove as it was left by that. */
  const taken = ref(false)
  let left: Groove | undefined
  let span: Span = { from: 0, to: 0 }
  let ids = ''
  /** Times round of the take that runs, by their number, until they are over. */
  let laps = new Map<number, PlayedTake>()
  const worker = remoteWorker<MeasureWorker>(
    () => new Worker(new URL('../workers/measure.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  const strokes = computed(() => takes.value.reduce((sum, take) => sum + take.strokes.length, 0))
  const armed = (limb: Limb) => options.value.limbs.includes(limb)

  // ---- what is struck ----

  /** A stroke as it came, on the piece and by the limb that it means; undefined where no limb that is taken in plays it. */
  function meant({ limb, pieceId, note, level }: Told): Omit<PlayedStroke, 'at'> | undefined {
    if (options.value.into.to !== 'limbs') return { level }
    if (limb) return armed(limb) ? { limb, level } : undefined
    const on = note === undefined ? undefined : strokeOfNote(bench.kit, note)
    const id = pieceId ?? on?.piece
    const piece = id === undefined ? undefined : pieceOf(bench.kit, id)
    const able = options.value.limbs.filter(one => piece && strokesFor(piece, one).length)
    if (!piece || !able.length) return undefined
    return {
      pieceId: piece.id,
      stroke: on?.piece === piece.id ? on.stroke : piece.strokes.find(one => one.note === note)?.kind,
      level,
      ...(able.length === 1 ? { limb: able[0] } : {}),
    }
  }

  /** What is struck sounds at once, as it will in the groove. */
  function sound({ limb, pieceId, stroke, level }: Omit<PlayedStroke, 'at'>) {
    const groove = bench.shown
    const { into } = options.value
    if (!groove || into.to === 'line') return
    const tick = Math.max(0, Math.round(player.position()?.tick ?? 0))
    const part = into.to === 'part' ? partOf(groove, into.partId) : undefined
    const own = part
      ? freshStroke(part, groove.lead, tick)
      : strokeFor(groove, into.to === 'part' ? into.limb : (limb ?? 'RH'), tick, { chosen: bench.chosenPartId }).stroke
    const piece = pieceOf(bench.kit, pieceId ?? own.piece)
    player.strike(piece, pieceId ? (stroke ?? piece?.strokes[0]?.kind ?? 'hit') : own.stroke, level ?? own.level)
  }

  /** The stroke that was taken in last by each limb, for as long as its key is held. */
  const held = new Map<Limb, { stroke: PlayedStroke; since: number }>()
  function struck(told: Told, at: number | undefined, stamp: number) {
    const stroke = meant(told)
    if (!stroke) return
    sound(stroke)
    const one = layIn(stroke, at)
    if (one && told.limb) held.set(told.limb, { stroke: one, since: stamp })
  }
  /** A stroke laid into the time round that it came in, while strokes are taken in. */
  function layIn(stroke: Omit<PlayedStroke, 'at'>, at: number | undefined): PlayedStroke | undefined {
    const place = on.value && at !== undefined && bench.groove ? placeIn(span, bench.groove.tempo, at) : undefined
    if (!place) return undefined
    const { how, into } = options.value
    const lap = laps.get(place.lap) ?? { how, into, strokes: [] }
    laps.set(place.lap, lap)
    const one: PlayedStroke = { ...stroke, at: place.at }
    lap.strokes.push(one)
    return one
  }
  /** A key released, at a moment of the page’s clock: how long it was held is how long a note of a line lasts. */
  function released(limb: Limb, stamp: number) {
    const one = held.get(limb)
    held.delete(limb)
    if (!one || !bench.groove) return
    one.stroke.held = (stamp - one.since) / 1000 / tickSeconds(bench.groove.tempo)
    // Held beyond its time round, which is taken already: that is made again.
    if (takes.value.some(take => take.strokes.includes(one.stroke))) takes.value = [...takes.value]
  }

  // ---- times round ----

  /** What the simulated drummer struck in a time round. */
  function simulated(lap: number) {
    const groove = bench.here
    const model = modelFor(groove, options.value.limbs)
    if (!model) return
    const line = new CueLine(
      looped({
        groove: model,
        kit: bench.kit,
        span,
        parts: Object.fromEntries(model.parts.map(part => [part.id, 'player'])),
      }),
    )
    const length = (span.to - span.from) * tickSeconds(groove.tempo)
    const asked = askedOf(line, lap * length, (lap + 1) * length)
    // Laid in and not sounded: the time round is over by now.
    for (const { at, limb, level } of simulate(asked, { ...USUAL_SIMULATED, seed: lap + 1 })) {
      const stroke = meant({ ...(limb ? { limb } : {}), ...(level ? { level } : {}) })
      if (stroke) layIn(stroke, at)
    }
  }
  /** Times round before this one are over: they are made something of, and heard the next time. */
  function over(lap: number) {
    const ready = [...laps.keys()].filter(one => one < lap).sort((a, b) => a - b)
    const done = ready.map(one => laps.get(one)!).filter(take => take.strokes.length)
    for (const one of ready) laps.delete(one)
    if (done.length) takes.value = [...takes.value, ...done]
  }
  let seen = 0
  /** Looked at frame by frame while it runs: a time round that is over is taken. */
  function look() {
    const lap = on.value ? (player.position()?.lap ?? 0) : 0
    if (lap <= seen) return
    if (measuring.input === 'simulated') for (let one = seen; one < lap; one++) simulated(one)
    seen = lap
    over(lap)
  }

  /** Begins to take in, over these ticks; what was kept before is dropped. */
  function begin(over: Span) {
    if (taken.value) letGo()
    if (!takes.value.length) ids = newId().slice(0, 18)
    span = { ...over }
    laps = new Map()
    seen = 0
    on.value = true
  }
  function end() {
    if (!on.value) return
    if (measuring.input === 'simulated' && player.position()) simulated(seen)
    on.value = false
    for (const limb of [...held.keys()]) released(limb, performance.now())
    over(Infinity)
  }
  /** The last time round is taken back. */
  const back = () => (takes.value = takes.value.slice(0, -1))

  // ---- what is made of it ----

  let making: Promise<void> = Promise.resolve()
  const make = () => (making = remade())
  async function remade() {
    const mine = ++turn
    const groove = bench.groove
    if (!groove || taken.value) return
    if (!takes.value.length) {
      if (made.value) bench.tryOut(undefined)
      made.value = undefined
      return
    }
    const { grid, strength, feel } = options.value
    const of = takes.value
    const found = await worker.remote.made(plain(groove), plain(of), {
      kit: plain(bench.kit),
      grid,
      strength: strength / 100,
      feel,
      span,
      chosen: bench.chosenPartId,
      counting: plain(settings.counting),
      ids,
    })
    if (mine !== turn || groove !== bench.groove) return
    made.value = { ...found, of }
    bench.tryOut(found.edit)
  }
  watch(
    [takes, () => bench.groove, () => [options.value.grid, options.value.strength, options.value.feel].join()],
    () => void make(),
  )
  // Something else that was tried out, and is so no more, leaves it to be shown again.
  watch(
    () => bench.shown,
    shown => {
      if (open.value && !taken.value && made.value?.edit && shown && shown === bench.groove)
        bench.tryOut(made.value.edit)
    },
  )
  watch(
    [takes, options, taken],
    () => {
      const id = bench.groove?.id
      if (!id || !open.value) return
      const { [id]: _, ...others } = kept.value
      kept.value = takes.value.length
        ? { ...others, [id]: { span, takes: takes.value, ids, kept: taken.value, options: options.value } }
        : others
    },
    { deep: true },
  )

  /** What was made becomes the groove’s, once it is made; answers why not, where it can’t. */
  async function keep(): Promise<string | undefined> {
    await making
    const edit = made.value?.edit
    if (!edit) return 'Nothing was played in yet.'
    const done = bench.edit(edit)
    if (!done.ok) return done.reason
    taken.value = true
    left = bench.groove
    return undefined
  }
  /** Another way to make it: what the groove has of it already is taken back first. False where the groove has changed since. */
  function change(set: Partial<PlayInOptions>): boolean {
    if (taken.value && ('grid' in set || 'strength' in set || 'feel' in set)) {
      if (bench.groove !== left || !bench.takeBack().ok) return false
      taken.value = false
    }
    options.value = { ...options.value, ...set }
    return true
  }
  function letGo() {
    takes.value = []
    taken.value = false
    left = undefined
    made.value = undefined
    bench.tryOut(undefined)
  }

  /** Stands beside the groove that is open, with what was played into it before and not dropped. */
  function show() {
    const found = bench.groove && kept.value[bench.groove.id]
    const session = found && plain(found)
    open.value = true
    measuring.takeIn(struck)
    options.value = { ...plain(USUAL), ...(session?.options ?? {}) }
    span = session?.span ?? { from: 0, to: 0 }
    ids = session?.ids ?? ''
    taken.value = session?.kept ?? false
    takes.value = session?.takes ?? []
    void make()
  }
  function hide() {
    end()
    open.value = false
    measuring.takeIn(undefined)
    turn++
    takes.value = []
    made.value = undefined
    bench.tryOut(undefined)
  }
  /** Whether something was played into the groove that is open, and is neither kept nor dropped. */
  const waits = () => kept.value[bench.groove?.id ?? '']?.kept === false

  /** What sounds while it is played in: a click and a count-in at the least, and not what is being replaced. */
  function heardWith(performance: Performance): Performance {
    if (!on.value) return performance
    const { how, into, limbs } = options.value
    const silent = (part: Groove['parts'][number]) =>
      how === 'replace' &&
      (into.to === 'part'
        ? part.id === into.partId
        : into.to === 'limbs' && limbs.length < LIMBS.length && limbs.includes(part.limb))
    return {
      ...performance,
      countIn: Math.max(1, performance.countIn),
      passages: performance.passages.map(passage => ({
        ...passage,
        click: passage.click.program === 'none' ? { ...passage.click, program: 'every beat' as const } : passage.click,
        parts: {
          ...passage.parts,
          ...Object.fromEntries(passage.groove.parts.filter(silent).map(part => [part.id, 'silent' as const])),
        },
      })),
    }
  }

  return {
    open,
    on,
    options,
    takes,
    strokes,
    made,
    taken,
    show,
    hide,
    begin,
    end,
    look,
    back,
    keep,
    change,
    letGo,
    released,
    heardWith,
    waits,
  }
})
