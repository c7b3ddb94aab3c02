import { type Bar, type Edit, type MoveMade, apply, mirrored, reshape, sayLost } from '#core/groove'
import { useBench } from '../stores/bench'
import { useSettings } from '../stores/settings'
import { useKeep } from './useKeep'

/** What is done to the groove on the Bench as a whole, told to the player where it is not plain to see. */
export function useBenchEdits() {
  const bench = useBench()
  const settings = useSettings()
  const toast = useToast()
  const keeping = useKeep()

  const say = (title: string, color: 'error' | 'neutral' = 'neutral') => toast.add({ title, color })
  const refused = (reason: string) => void say(reason, 'error')

  function edit(change: Edit) {
    const done = bench.edit(change)
    if (!done.ok) refused(done.reason)
    return done.ok
  }
  function setBars(bars: Bar[]) {
    const { edit: change, lost } = reshape(bench.groove!, bars)
    if (edit(change) && lost) say(sayLost(lost))
  }
  const mirror = (feet: boolean) => edit(mirrored(bench.groove!, { feet }))
  function step(direction: 'takeBack' | 'bringBack') {
    const done = bench[direction]()
    if (!done.ok) say(done.reason)
  }

  /** Keeps what an edit comes to as a groove of its own that remembers this one, and goes there. */
  async function keep(change: Edit | undefined, made: MoveMade[]) {
    const parent = bench.groove!
    const changed = change ? apply(parent, change) : undefined
    if (changed && !changed.ok) return refused(changed.reason)
    const { id, title } = await keeping(changed?.value.groove ?? parent, made, made.length ? `${parent.title}, displaced` : `${parent.title}, variation`)
    say(`Kept as “${title}”.`)
    await navigateTo(`/bench/${id}`)
  }

  async function toBin() {
    const { id, title } = bench.groove!
    // The page goes first: it has nothing to show once its groove is closed.
    await navigateTo('/')
    try {
      const back = await bench.toBin()
      settings.lastGroove = ''
      toast.add({ title: `“${title}” is in the bin.`, actions: [{ label: 'Take it out again', onClick: async () => {
        await back()
        await navigateTo(`/bench/${id}`)
      } }] })
    } catch (error) {
      refused((error as Error).message)
    }
  }
  return { say, refused, edit, setBars, mirror, step, keep, toBin }
}
