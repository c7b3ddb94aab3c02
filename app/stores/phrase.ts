import { together } from '#core/edit'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { LIMITS, type Groove } from '#core/groove'
import { type Phrase, type PhraseEdit, applyToPhrase, changedSince, readPhrase, refreshed } from '#core/phrase'
import { type Stored, api } from '../documents/api'
import { useOpenDocument, useTabs } from '../documents/here'
import { useKits } from './kits'

const MINE = ' (mine)'

/**
 * The phrase that is open. Its followed grooves are shown as they are on the shelf now: that is no edit of the player’s, and goes
 * into the document with the next one.
 */
export const usePhrase = defineStore('phrase', () => {
  const open = useOpenDocument<'phrase', PhraseEdit>(
    {
      kind: 'phrase',
      rules: async () => ({ apply: applyToPhrase, read: readPhrase }),
      copied: (phrase, id) => ({ ...phrase, id, title: phrase.title.slice(0, LIMITS.title - MINE.length) + MINE }),
    },
    api.phrases,
  )
  const kits = useKits()
  /** Followed grooves as the shelf has them, where they changed since they were seen; and which are not there any more. */
  const fresh = shallowRef<Stored<Groove>[]>([])
  const gone = shallowRef<ReadonlySet<string>>(new Set())

  const seen = computed(() => (open.shown.value ? refreshed(open.shown.value, fresh.value) : undefined))
  const phrase = computed<Phrase | undefined>(() => seen.value?.phrase)
  /** Titles of grooves that have changed so that they no longer fit, and are played as they were. */
  const stays = computed(() => seen.value?.stays ?? [])
  const kit = computed(() => kits.of(phrase.value?.kitId ?? ''))

  /** Looks at the shelf: which of the grooves have changed, and how they are now. */
  async function look() {
    const document = open.document.value
    if (!document) return
    const ids = [...new Set(Object.values(document.grooves).map(one => one.id))]
    const lines = await api.grooves.list({ only: ids })
    const revisions = new Map(lines.map(line => [line.summary.id, line.revision]))
    gone.value = new Set(ids.filter(id => !revisions.has(id)))
    fresh.value = await api.grooves.some([...new Set(changedSince(document, revisions))])
  }
  useTabs().hear(news => news.kind === 'groove' && void look().catch(() => undefined))

  async function openPhrase(id: string) {
    await Promise.all([open.open(id), kits.load()])
    await look()
  }

  /** Makes an edit, on what is shown: grooves that were seen anew come along. */
  function edit(change: PhraseEdit) {
    const before = open.document.value!
    const now = refreshed(before, fresh.value).phrase
    const set = Object.fromEntries(Object.entries(now.grooves).filter(([key, one]) => before.grooves[key] !== one))
    return open.edit(Object.keys(set).length ? together('Changed', [{ type: 'grooves', set }, change]) : change)
  }
  watch(
    () => open.document.value?.id,
    () => (fresh.value = []),
    { flush: 'sync' },
  )
  // A groove that is taken up, or followed again, may have changed meanwhile.
  watch(
    () =>
      Object.values(open.document.value?.grooves ?? {})
        .filter(one => !one.pinned)
        .map(one => one.id)
        .sort()
        .join(),
    ids => ids && void look().catch(() => undefined),
  )

  return { ...open, phrase, kit, stays, gone, look, open: openPhrase, edit }
})
