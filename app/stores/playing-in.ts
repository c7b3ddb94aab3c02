import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Groove, Span } from '#core/groove'
import { LIMBS, type Limb, pieceOf } from '#core/kit'
import type { Performance } from '#core/perform'
import {
  type MadeGroove,
  type PlayInEvent,
  type PlayInOptions,
  type PlayedTake,
  type PlayingIn,
  type Strike,
  beginPlayingIn,
  stepPlayingIn,
} from '#core/record'
import { newId } from '../documents/ids'
import { useRemembered } from '../remembered'
import type { MeasureWorker } from '../workers/measure.worker'
import { plain, remoteWorker } from '../workers/remote'
import { useBench } from './bench'
import { useMeasuring } from './measuring'
import { PLAYED_IN } from './played-in'
import { usePlayer } from './player'
import { useSettings } from './settings'

/** What of it is remembered in the browser. */
const sessionOf = ({ span, takes, kept, options }: PlayingIn) => ({ span, takes: [...takes], kept, options })

/** Playing in on the Bench: what is struck over the click, time round after time round, and the groove that is made of it. */
export const usePlayingIn = defineStore('playing-in', () => {
  const bench = useBench()
  const player = usePlayer()
  const measuring = useMeasuring()
  const settings = useSettings()
  const kept = useRemembered('played-in', PLAYED_IN)
  const open = ref(false)
  const state = shallowRef(beginPlayingIn())
  const on = computed(() => state.value.on)
  const options = computed(() => state.value.options)
  const takes = computed(() => state.value.takes)
  /** Whether the groove has what was made; and the groove as it was left by that. */
  const taken = computed(() => state.value.kept)
  /** What was made, and of which takes: while it is being made there may be more of them. */
  const made = shallowRef<MadeGroove & { of: readonly PlayedTake[] }>()
  let left: Groove | undefined
  let ids = ''
  const worker = remoteWorker<MeasureWorker>(
    () => new Worker(new URL('../workers/measure.worker.ts', import.meta.url), { type: 'module' }),
  )
  let turn = 0

  const strokes = computed(() => takes.value.reduce((sum, take) => sum + take.strokes.length, 0))

  /** An event of playing in; what is to be heard of it is. */
  function send(event: PlayInEvent) {
    const { groove, shown, kit, chosenPartId: chosen } = bench
    if (!groove || !shown) return
    const tick = player.position()?.tick ?? 0
    const { state: next, effects } = stepPlayingIn(state.value, event, { groove, shown, kit, chosen, tick })
    state.value = next
    for (const { piece, stroke, level } of effects) player.strike(pieceOf(kit, piece), stroke, level)
  }
  const simulated = () => measuring.input === 'simulated'
  const struck = (strike: Strike, at: number | undefined, stamp: number) => send({ type: 'strike', strike, at, stamp })
  const released = (limb: Limb, stamp: number) => send({ type: 'release', limb, stamp })
  /** Looked at frame by frame while it runs: a time round that is over is taken. */
  function look() {
    const lap = on.value ? (player.position()?.lap ?? 0) : 0
    if (lap > state.value.lap) send({ type: 'round', lap, simulated: simulated() })
  }
  /** Begins to take in, over these ticks; what was kept before is dropped. */
  function begin(span: Span) {
    if (taken.value) letGo()
    if (!takes.value.length) ids = newId().slice(0, 18)
    send({ type: 'begin', span })
  }
  const end = () =>
    on.value && send({ type: 'end', stamp: performance.now(), simulated: simulated() && !!player.position() })
  /** The last time round is taken back. */
  const back = () => send({ type: 'take back' })

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
      span: state.value.span,
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
      kept.value = takes.value.length ? { ...others, [id]: { ...sessionOf(state.value), ids } } : others
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
    send({ type: 'keep', kept: true })
    left = bench.groove
    return undefined
  }
  /** Another way to make it: what the groove has of it already is taken back first. False where the groove has changed since. */
  function change(set: Partial<PlayInOptions>): boolean {
    if (taken.value && ('grid' in set || 'strength' in set || 'feel' in set)) {
      if (bench.groove !== left || !bench.takeBack().ok) return false
      send({ type: 'keep', kept: false })
    }
    send({ type: 'set', options: set })
    return true
  }
  function letGo() {
    send({ type: 'drop' })
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
    ids = session?.ids ?? ''
    send({ type: 'open', session })
    void make()
  }
  function hide() {
    end()
    open.value = false
    measuring.takeIn(undefined)
    turn++
    state.value = beginPlayingIn()
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
