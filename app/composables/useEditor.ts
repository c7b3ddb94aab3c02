import type { EditorEvent } from '#core/editor'
import { type Groove, cellFrom, spanGroove } from '#core/groove'
import { NOTHING_MARKED, sayMarked } from '#core/editor'
import { pieceOf } from '#core/kit'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { useBench } from '../stores/bench'
import { useCells } from '../stores/cells'
import { usePlayer } from '../stores/player'
import { useSettings } from '../stores/settings'

interface Words {
  say: (words: string) => void
  refused: (reason: string) => void
}

/** Sends what hands do to the lanes, and does what comes of it in the world: sounds, words, and what is kept on the server. */
export function useEditor({ say, refused }: Words) {
  const bench = useBench()
  const player = usePlayer()
  const cells = useCells()
  const settings = useSettings()

  function send(event: EditorEvent) {
    for (const effect of bench.send(event)) {
      if (effect.type === 'hear')
        void player.audition(pieceOf(bench.kit, effect.stroke.piece), effect.stroke.stroke, effect.stroke.level)
      else if (effect.type === 'say') say(effect.words)
      else refused(effect.reason)
    }
  }

  async function trying(does: () => Promise<void>) {
    try {
      await does()
    } catch (error) {
      refused((error as Error).message)
    }
  }
  const withSpan = (does: (groove: Groove, span: NonNullable<typeof bench.span>) => Promise<void>) =>
    bench.groove && bench.span ? does(bench.groove, bench.span) : refused(NOTHING_MARKED)

  /** The marked span as a new groove, kept and opened. */
  const spanToGroove = () =>
    withSpan(async (groove, span) => {
      await bench.leave()
      const child = spanGroove(groove, bench.revision(), span, newId(), settings.counting)
      await trying(async () => {
        await api.grooves.create(child)
        say(`Kept as “${child.title}”. Put it back from there when it is done.`)
        await navigateTo(`/bench/${child.id}`)
      })
    })

  /** The marked span kept as a cell, named after where it came from. */
  const spanToCell = () =>
    withSpan(async (groove, span) => {
      const name = `${groove.title}, ${sayMarked({ span }, groove, settings.counting)}`.slice(0, 60)
      await trying(async () => {
        await cells.keep(cellFrom(groove, span, newId(), name))
        say(`Kept as the cell “${name}”.`)
      })
    })

  return { send, spanToGroove, spanToCell }
}
