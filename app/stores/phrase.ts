import { together } from '#core/edit'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { type MapEvent, type MapState, barChosen, beginMap, fillChosen, stepMap } from '#core/editor'
import { LIMITS, type Groove } from '#core/groove'
import {
  type Phrase,
  type PhraseEdit,
  applyToPhrase,
  barsInOrder,
  changedSince,
  readPhrase,
  refreshed,
  roundsOf,
} from '#core/phrase'
import type { Stored } from '#core/documents/wire'
import { api } from '../documents/api'
import { useOpenDocument, useTabs } from '../documents/here'
import { newId } from '../documents/ids'
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

  // ---- the map's state -------------------------------------------------------

  const state = shallowRef<MapState>(beginMap())
  /** The phrase as it is, with nothing in it that is only tried. */
  const settled = computed(() => (open.document.value ? refreshed(open.document.value, fresh.value).phrase : undefined))
  const rounds = computed(() => (phrase.value ? roundsOf(phrase.value) : []))
  const bars = computed(() => barsInOrder(rounds.value))
  /** The chosen bar, and its section. */
  const chosen = computed(() => barChosen(state.value, bars.value))
  const section = computed(() => phrase.value?.sections[chosen.value.round.section])
  const fill = computed(() => fillChosen(rounds.value, chosen.value.round, kit.value))

  /** What is edited is what is shown: grooves that have changed on the shelf come along. */
  function withSeen(change: PhraseEdit, before: Phrase, now: Phrase): PhraseEdit {
    const set = Object.fromEntries(Object.entries(now.grooves).filter(([key, one]) => before.grooves[key] !== one))
    return Object.keys(set).length ? together('Changed', [{ type: 'grooves', set }, change]) : change
  }
  const desk = (now: Phrase) => ({ phrase: now, rounds: roundsOf(now), kit: kit.value, newId: newId() })

  /** An event of the map: what it comes to is made; answers why not, where it can't be. */
  function send(event: MapEvent): string | undefined {
    const [before, now] = [open.document.value, settled.value]
    if (!before || !now) return undefined
    const { state: next, edit, refused } = stepMap(state.value, event, desk(now))
    if (refused !== undefined) return refused
    if (edit) {
      const done = open.edit(withSeen(edit, before, now))
      if (!done.ok) return done.reason
    }
    state.value = next
    return undefined
  }
  function goesBack(direction: 'takeBack' | 'bringBack') {
    const before = settled.value
    const done = open[direction]()
    const after = settled.value
    if (done.ok && before && after) {
      const how = direction === 'takeBack' ? 'undone' : 'redone'
      state.value = stepMap(state.value, { type: 'edited', how, after }, desk(before)).state
    }
    return done
  }
  const takeBack = () => goesBack('takeBack')
  const bringBack = () => goesBack('bringBack')
  // Bars may go by another way too, such as another tab: what is chosen is one of those there are.
  watch(
    () => bars.value.length,
    () =>
      settled.value &&
      (state.value = stepMap(state.value, { type: 'choose', bar: state.value.bar }, desk(settled.value)).state),
  )

  watch(
    () => open.document.value?.id,
    () => {
      fresh.value = []
      state.value = beginMap()
    },
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

  return {
    ...open,
    phrase,
    kit,
    stays,
    gone,
    look,
    open: openPhrase,
    state,
    rounds,
    bars,
    chosen,
    section,
    fill,
    send,
    takeBack,
    bringBack,
  }
})
