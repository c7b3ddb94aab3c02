import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { type Sitting, makeSitting, readSitting, sittingLine } from '#core/practise'
import { ok } from '#core/result'
import { api } from '../documents/api'
import { ApiSilent } from '../documents/ask'
import { useDrafts, useOpenDocument } from '../documents/here'
import { listOf, text as words } from '#core/read'
import { takeOld, useRemembered } from '../remembered'

type Line = Summaries['sitting']

/** Practice runs under way: each is kept by the server, and in this browser while the server is away, until it is over or removed. */
export const useSittings = defineStore('sittings', () => {
  const open = useOpenDocument<'sitting', Sitting>(
    {
      kind: 'sitting',
      rules: async () => ({ apply: (before, next) => ok({ document: next, inverse: before }), read: readSitting }),
      copied: (sitting, id) => ({ ...sitting, id }),
    },
    api.sittings,
  )
  const drafts = useDrafts()
  /** Those that are over, of which the server does not know yet. */
  const over = useRemembered('sittings-over', { read: listOf(words), usual: [] as string[] })
  const listed = shallowRef<Line[]>([])
  /** Those under way, the newest first. */
  const list = computed(() => listed.value.filter(one => !over.value.includes(one.id)))

  async function load() {
    takeOverOld()
    await tellOver()
    // One whose save arrives while the list is on its way is in neither afterwards: it was here before.
    const before = [...drafts.of('sitting')]
    const stored = await api.sittings.list().catch(error => {
      if (error instanceof ApiSilent) return []
      throw error
    })
    const lines = new Map(stored.map(({ summary }) => [summary.id, summary]))
    for (const [id, draft] of [...before, ...drafts.of('sitting')]) {
      const read = readSitting(draft.document)
      if (read.ok) lines.set(id, sittingLine(read.value))
    }
    listed.value = [...lines.values()].sort((a, b) => b.at.localeCompare(a.at))
  }

  /** The one run that an older Bazzet kept in this browser alone becomes one of them. */
  function takeOverOld() {
    const text = takeOld('session')
    if (!text) return
    try {
      const { plan, run, sessionId, ids, written, at } = JSON.parse(text) as {
        plan: Sitting['plan']
        run: Sitting['run']
        sessionId: string
        ids: (string | null)[]
        written: Sitting['written']
        at: string
      }
      const read = readSitting(makeSitting({ id: sessionId, at, plan, run, ids, written }))
      if (read.ok) drafts.keep(`sitting:${sessionId}`, { revision: 0, store: undefined, document: read.value })
    } catch {
      // What cannot be read says nothing of where a run stood.
    }
  }

  /** Takes a run off the list, here and on the server. */
  async function end(id: string) {
    over.value = [...new Set([...over.value, id])]
    listed.value = listed.value.filter(one => one.id !== id)
    drafts.keep(`sitting:${id}`, undefined)
    await tellOver()
  }
  async function tellOver() {
    for (const id of over.value) {
      try {
        await api.sittings.bin(id)
      } catch (error) {
        if (error instanceof ApiSilent) return
        // Another machine has ended it already, or it never came to the server.
      }
      over.value = over.value.filter(one => one !== id)
    }
  }

  /** Keeps where the run that is played here is; the first time it is made. */
  async function keep(sitting: Sitting) {
    if (over.value.includes(sitting.id)) return
    if (open.document.value?.id === sitting.id) open.become(sitting)
    else await open.beginNew(sitting)
  }
  /** The run that is played here is over. */
  async function close(id: string) {
    if (open.document.value?.id === id) {
      // What is on its way must not arrive after it is gone.
      await open.leave()
      open.discard()
    }
    await end(id)
  }
  return { ...open, list, load, keep, end: close }
})
