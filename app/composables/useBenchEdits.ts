import { type Kit, mirrorKit } from '#core/kit'
import { present } from '#core/present'
import { type Result, ok } from '#core/result'
import {
  type Bar,
  type Edit,
  type Filling,
  type MoveMade,
  apply,
  crossedFeet,
  mirrored,
  putBack,
  sayCrossed,
  sayLaid,
  sayLost,
  saySpan,
  wholeSpan,
  widened,
} from '#core/groove'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { layOverSpan, writeSticking } from '#core/sticking'
import { editBetween } from '#core/vary'
import { useBench } from '../stores/bench'
import { useKits } from '../stores/kits'
import { useSettings } from '../stores/settings'
import { useSticking } from '../stores/sticking'
import { useKeep } from './useKeep'

/** What is done to the groove on the Bench as a whole, said to the player where it is not plain to see. */
export function useBenchEdits() {
  const bench = useBench()
  const kits = useKits()
  const settings = useSettings()
  const sticking = useSticking()
  const toast = useToast()
  const keeping = useKeep()

  const say = (title: string, color: 'error' | 'neutral' = 'neutral') => toast.add({ title, color })
  const refused = (reason: string) => void say(reason, 'error')

  function edit(change: Edit) {
    const done = bench.edit(change)
    if (!done.ok) refused(done.reason)
    return done.ok
  }
  function setBars(bars: Bar[], filling: Filling) {
    const { edit: change, lost } = widened(bench.here, bars, filling)
    if (edit(change) && lost) say(sayLost(lost))
  }
  /** The groove for the other lead, with the offer of its kit mirrored too; feet that would cross on this one are named. */
  function mirror(feet: boolean) {
    const { kit } = bench
    if (!edit(mirrored(bench.here, { feet })) || !feet) return
    const crossed = crossedFeet(bench.here, kit)
    toast.add({
      title: crossed ? sayCrossed(crossed) : 'Mirrored for the other lead.',
      actions: [{ label: 'Mirror the kit too', onClick: () => void mirrorItsKit(kit) }],
    })
  }
  /** The mirrored kit there is, or a new one. */
  async function mirrorItsKit(kit: Kit) {
    const wanted = mirrorKit(kit)
    const places = ({ pieces }: Kit) => JSON.stringify(pieces.map(({ id, stands }) => [id, stands.x, stands.y]))
    try {
      const there = kits.all.find(one => places(one) === places(wanted))
      const { limits: _, ...document } = wanted
      const use = there ?? { ...document, id: newId(), name: `${kit.name}, mirrored`.slice(0, 60) }
      if (!there) await kits.create(use)
      if (edit({ type: 'facts', set: { kitId: use.id } })) say(`Now on “${use.name}”.`)
    } catch (error) {
      refused((error as Error).message)
    }
  }
  function step(direction: 'takeBack' | 'bringBack') {
    const done = bench[direction]()
    if (!done.ok) say(done.reason)
  }

  /**
   * Keeps what an edit comes to as a separate groove that remembers this one, and goes there. Without an edit what is here is kept, and
   * the groove here is given back as it was opened: else both would be alike.
   */
  async function keep(change: Edit | undefined, made: MoveMade[]) {
    const parent = bench.here
    const changed = change ? apply(parent, change) : undefined
    if (changed && !changed.ok) return refused(changed.reason)
    const back = change ? undefined : giveBack()
    if (back && !back.ok) return refused(back.reason)
    try {
      const { id, title } = await keeping(changed?.value.document ?? parent, made)
      say(
        back?.value
          ? `Kept as “${title}”. “${parent.title}” is again as you opened it; undo there brings your changes back.`
          : `Kept as “${title}”.`,
      )
      await navigateTo(`/bench/${id}`)
    } catch (error) {
      if (back?.value) bench.takeBack()
      refused((error as Error).message)
    }
  }
  /** The groove as it was opened, as one edit that can be taken back; false where nothing has changed since. */
  function giveBack(): Result<boolean> {
    const edit = editBetween(bench.here, present(bench.opened, 'opened'), 'As it was opened')
    if (edit.type === 'batch' && !edit.edits.length) return ok(false)
    const done = bench.editAsIs(edit)
    return done.ok ? ok(true) : done
  }

  /** A groove that was a span of another goes back there: the other is opened, and this laid into it. */
  async function putItBack() {
    const { id, parent } = bench.here
    await bench.leave()
    await navigateTo({ path: `/bench/${parent!.id}`, query: { back: id } })
  }
  /** Lays a groove that was a span of the open one into its place. */
  async function fetchBack(childId: string) {
    await navigateTo({ query: {} }, { replace: true })
    try {
      const { document: child } = await api.grooves.get(childId)
      const back = putBack(bench.here, child, () => newId())
      if (!back.ok) return refused(back.reason)
      if (edit(back.value.edit)) say(`“${child.title}” is back in its place. ${sayLaid(back.value)}`)
    } catch (error) {
      refused((error as Error).message)
    }
  }

  /** Lays the sticking of the Sticking station over what is marked, or over all bars. */
  async function laySticking() {
    await navigateTo({ query: {} }, { replace: true })
    const groove = bench.here
    const span = bench.span ?? wholeSpan(groove)
    const put = layOverSpan(
      groove,
      span,
      sticking.sticking,
      sticking.ground.changing,
      sticking.draft.how,
      bench.kit,
      () => newId(),
    )
    if (!put.ok) return refused(put.reason)
    if (edit(put.value.edit))
      say(
        `${writeSticking(sticking.sticking, 4).toUpperCase()} lies over ${saySpan(groove, span, settings.counting)}. ${sayLaid(put.value)}`,
      )
  }

  async function toBin() {
    const { id, title } = bench.here
    // The page goes first: it has nothing to show once its groove is closed.
    await navigateTo('/shelf')
    try {
      const back = await bench.toBin()
      settings.lastGroove = ''
      toast.add({
        title: `“${title}” is in the bin.`,
        actions: [
          {
            label: 'Undo',
            onClick: async () => {
              await back()
              await navigateTo(`/bench/${id}`)
            },
          },
        ],
      })
    } catch (error) {
      refused((error as Error).message)
    }
  }
  return { say, refused, edit, setBars, mirror, step, keep, toBin, putItBack, fetchBack, laySticking }
}
