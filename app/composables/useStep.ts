import { useTimeoutFn } from '@vueuse/core'
import { type MaybeRefOrGetter, type Ref, computed, ref, shallowRef, toValue, watch } from 'vue'
import { type Groove, type Span, grooveTicks, refOf } from '#core/groove'
import type { Kit } from '#core/kit'
import {
  type StepInstant,
  type SteppingEvent,
  beginStepping,
  countsOf,
  stepInstantsOf,
  makePassage,
  machinePlays,
  sayInstant,
  stepOn,
  stepThrough,
} from '#core/perform'
import { present } from '#core/present'
import { tickSeconds } from '#core/time'
import { usePlayer } from '../stores/player'
import { useSettings } from '../stores/settings'
import { useMarks } from './useMarks'

interface Stepped {
  groove: Groove
  kit: Kit
  heard: ReadonlySet<string>
  span: Span
}

/** Stepping through a groove with no pulse: at each press the next instant sounds, lights its limbs and is said; then more at a time. */
export function useStep(
  what: MaybeRefOrGetter<Stepped | undefined>,
  { growing = false, on = ref(false) }: { growing?: boolean; on?: Ref<boolean> } = {},
) {
  const player = usePlayer()
  const settings = useSettings()
  const marks = useMarks()
  const state = shallowRef(beginStepping(growing))
  const instants = computed<StepInstant[]>(() => {
    const now = on.value ? toValue(what) : undefined
    return now ? stepInstantsOf(now.groove, now.kit, now.heard, now.span) : []
  })
  const step = computed<StepInstant[]>(() => {
    const groove = toValue(what)?.groove
    return groove ? stepOn(state.value, groove, instants.value) : []
  })
  const says = computed(() => {
    if (!instants.value.length) return 'Nothing sounds here: put a stroke in a lane first.'
    return step.value.length
      ? step.value
          .map(instant => sayInstant(present(toValue(what), 'value').groove, instant, settings.counting))
          .join('. ')
      : 'Press Next, and the first strokes sound.'
  })
  watch(
    step,
    now =>
      (marks.marked.value = now.flatMap(({ strokes }) =>
        strokes.map(stroke => refOf(present(toValue(what), 'value').groove, stroke)),
      )),
  )
  // What is changed under it begins again; a stroke that is gone can't be stood on.
  watch(instants, now => state.value.at >= now.length && send('leave'))

  const { start: endLater, stop: dontEnd } = useTimeoutFn(
    () => player.stop(),
    () => lasts.value,
    { immediate: false },
  )
  const lasts = ref(0)

  /** One instant sounds at once; several in their time, at the groove’s tempo. */
  function sound(now: readonly StepInstant[]) {
    dontEnd()
    player.stop()
    const { groove, kit, heard } = present(toValue(what), 'value')
    if (now.length === 1) {
      for (const stroke of now[0]!.strokes) void player.audition(stroke.piece, stroke.stroke, stroke.level)
      const word = countsOf(groove.bars, { where: 'every slot', counting: settings.counting }).find(
        one => one.at === now[0]!.at,
      )?.says
      if (settings.stepSpeaks && word) void player.speak(word)
      return
    }
    const from = now[0]!.at
    const to = Math.min(grooveTicks(groove), now.at(-1)!.at + 1)
    lasts.value = (to - from) * tickSeconds(groove.tempo) * 1000 + 600
    const click = settings.stepSpeaks
      ? ({ program: 'none', voice: { where: 'every slot', counting: settings.counting } } as const)
      : ({ program: 'none' } as const)
    void player.start({
      passages: [makePassage({ groove, kit, span: { from, to }, parts: machinePlays(groove, heard), click })],
      countIn: 0,
    })
    endLater()
  }
  function send(event: SteppingEvent) {
    const groove = toValue(what)?.groove
    if (!groove) return
    const done = stepThrough(state.value, event, groove, instants.value)
    state.value = done.state
    if (done.sounds) sound(step.value)
  }
  function toggle() {
    // What would end the last step must not end what plays next.
    dontEnd()
    player.stop()
    on.value = !on.value
    send('leave')
    if (!on.value) marks.clear()
  }
  return { on, state, step, says, send, toggle }
}

export type StepHands = ReturnType<typeof useStep>
