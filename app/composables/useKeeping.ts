import { onScopeDispose, ref } from 'vue'
import type { Documents, KindName } from '#core/documents'
import { type Routes, api } from '~/documents/api'
import { ApiProblem } from '~/documents/ask'
import { newId } from '~/documents/ids'
import { sendSound } from '~/documents/uploads'
import type { Holds, Stretch } from '~/stores/opened'
import { useNewGroove } from './useNewGroove'

/** Where one of a kind is shown once it is kept. */
const PLACES: Partial<Record<KindName, (id: string) => string>> = {
  kit: id => `/kit/${id}`,
  phrase: id => `/phrase/${id}`,
  plan: id => `/practise/${id}`,
  recording: id => `/listen/${id}`,
  recipe: () => '/vary',
  cell: () => '/bench',
  player: () => '/player',
  sitting: () => '/today',
}

/** Of an archive, what is made here: what others name comes before them. The player's settings stay as they are. */
const MADE: Record<Exclude<KindName, 'player'>, true> = {
  kit: true,
  groove: true,
  cell: true,
  recipe: true,
  phrase: true,
  plan: true,
  recording: true,
  sitting: true,
}

type ArchiveRead = (Holds & { holds: 'archive' })['archive']

/** Keeps what was found in a file, and goes to where it is. */
export function useKeeping() {
  const toast = useToast()
  const { keep } = useNewGroove()
  const keeping = ref(false)
  /** How much of an archive's sounds is on the server, from 0 to 1; none where none are sent. */
  const sent = ref<number>()
  let off = new AbortController()
  const callOff = () => off.abort()
  onScopeDispose(callOff)

  const routesOf = <K extends KindName>(kind: K) => api[`${kind}s`] as unknown as Routes<K>
  /** Makes a document where there is none of its id; false where there is. */
  async function made<K extends KindName>(kind: K, document: Documents[K]): Promise<boolean> {
    try {
      await routesOf(kind).create(document)
      return true
    } catch (error) {
      if (error instanceof ApiProblem && error.status === 409) return false
      throw error
    }
  }

  async function stretches(list: readonly Stretch[]) {
    if (list.length === 1) return keep({ ...list[0]!.made.groove, id: newId(), title: list[0]!.title })
    // The first of a song comes first on the Shelf, which shows the newest first.
    for (const one of list.toReversed()) await api.grooves.create({ ...one.made.groove, id: newId(), title: one.title })
    toast.add({ title: `${list.length} grooves are on the Shelf.` })
    await navigateTo('/shelf')
  }

  /** The sounds of an archive, one at a time: each is as large as it is. */
  async function sounds(assets: ArchiveRead['assets'], file: Blob) {
    const { soundsIn } = await import('~/documents/archive-file')
    const soundOf = await soundsIn(file)
    const all = assets.reduce((sum, one) => sum + one.bytes, 0)
    let done = 0
    for (const { sha256, type, bytes, file: name } of assets) {
      await sendSound(await soundOf(name), sha256, type, {
        progress: share => (sent.value = (done + share * bytes) / all),
        signal: off.signal,
      })
      done += bytes
    }
  }

  async function archive({ documents, log, notes, assets }: ArchiveRead, file: Blob) {
    let [fresh, known] = [0, 0]
    const count = (isNew: boolean) => (isNew ? fresh++ : known++)
    // Sounds first: documents name them.
    if (assets.length) await sounds(assets, file)
    for (const kind of Object.keys(MADE) as (keyof typeof MADE)[])
      for (const document of documents[kind].toReversed()) count(await made(kind, document as never))
    for (let i = 0; i < log.length; i += 500) {
      const some = await api.log.putMany(log.slice(i, i + 500))
      fresh += some.kept
      known += some.known
    }
    for (const [day, note] of Object.entries(notes)) if (!(await api.log.note(day))) await api.log.setNote(day, note)
    toast.add({ title: `${fresh} added${known ? `, ${known} here already` : ''}.`, duration: 10000 })
    await navigateTo('/shelf')
  }

  async function keepAll(opened: Holds, chosen: readonly Stretch[], file: Blob) {
    keeping.value = true
    off = new AbortController()
    try {
      if (opened.holds === 'score') await stretches(chosen)
      else if (opened.holds === 'archive') await archive(opened.archive, file)
      else if (opened.kind === 'groove') await keep(opened.document)
      else {
        const id = opened.document.id
        if (!(await made(opened.kind, opened.document as never)))
          toast.add({ title: 'It is here already, and stays as it is.' })
        await navigateTo(PLACES[opened.kind]?.(id) ?? '/shelf')
      }
    } catch (error) {
      toast.add({
        title: off.signal.aborted ? 'Called off' : 'Not all of it was kept',
        description: off.signal.aborted
          ? 'Sounds that had come whole are here; nothing else of the archive is.'
          : (error as Error).message,
        color: 'error',
        duration: 20000,
      })
    } finally {
      keeping.value = false
      sent.value = undefined
    }
  }
  return { keepAll, keeping, sent, callOff }
}
