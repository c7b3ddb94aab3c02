import { useBroadcastChannel } from '@vueuse/core'
import { watch } from 'vue'
import type { KindName } from '#core/documents'
import type { Routes } from './api'
import { Drafts } from './drafts'
import { newId } from './ids'
import { type OpenKind, type TabNews, type Tabs, openDocument } from './open'

const later = (ms: number, then: () => void) => {
  const timer = setTimeout(then, ms)
  return () => clearTimeout(timer)
}

let drafts: Drafts | undefined

/** The other tabs, for as long as the scope lives that asks. */
export function useTabs(): Tabs {
  const { data, post } = useBroadcastChannel<TabNews, TabNews>({ name: 'bazzet' })
  return {
    tell: post,
    hear: listen => void watch(data, news => news && listen(news), { flush: 'sync' }),
  }
}

/** A document opened in this browser: see `openDocument`. Called where a store is set up. */
export function useOpenDocument<K extends KindName, E>(kind: OpenKind<K, E>, routes: Pick<Routes<K>, 'get' | 'create' | 'save' | 'bin' | 'restore'>) {
  // The server draws pages too, and keeps no drafts.
  drafts ??= new Drafts(import.meta.client ? localStorage : { getItem: () => null, setItem: () => {}, removeItem: () => {} }, later)
  return openDocument(kind, { routes, drafts, tabs: useTabs(), later, now: () => new Date(), newId })
}
