import { useBroadcastChannel } from '@vueuse/core'
import { watch } from 'vue'
import type { KindName } from '#core/documents'
import type { Routes } from './api'
import { Drafts } from './drafts'
import { newId } from './ids'
import { type OpenKind, openDocument } from './open'
import type { TabNews, Tabs } from './world'

const later = (ms: number, then: () => void) => {
  const timer = setTimeout(then, ms)
  return () => clearTimeout(timer)
}

let kept: Drafts | undefined
/** The drafts of this browser; the server draws pages too, and keeps none. */
export const useDrafts = (): Drafts =>
  (kept ??= new Drafts(
    import.meta.client
      ? localStorage
      : { getItem: () => null, setItem: () => {}, removeItem: () => {}, key: () => null, length: 0 },
    later,
  ))

/** The other tabs, for as long as the scope lives that asks. */
export function useTabs(): Tabs {
  const { data, post } = useBroadcastChannel<TabNews, TabNews>({ name: 'bazzet' })
  return { tell: post, hear: listen => void watch(data, news => news && listen(news), { flush: 'sync' }) }
}

/** A document opened in this browser: see `openDocument`. Called where a store is set up. */
export function useOpenDocument<K extends KindName, E>(
  kind: OpenKind<K, E>,
  routes: Pick<Routes<K>, 'get' | 'create' | 'save' | 'bin' | 'restore'>,
) {
  return openDocument(kind, { routes, drafts: useDrafts(), tabs: useTabs(), later, now: () => new Date(), newId })
}
