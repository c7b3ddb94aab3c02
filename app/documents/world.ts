import type { KindName } from '#core/documents'
import type { Routes } from './api'
import type { Drafts } from './drafts'

/** What happened to a document, as the other tabs hear of it. */
export interface TabNews {
  kind: KindName
  id: string
  revision: number
}

/** The other tabs of this browser. */
export interface Tabs {
  tell(news: TabNews): void
  hear(listen: (news: TabNews) => void): void
}

/** The world around an open document: the server's routes of its kind, this browser, and time. */
export interface World<K extends KindName> {
  routes: Pick<Routes<K>, 'get' | 'create' | 'save' | 'bin' | 'restore'>
  drafts: Pick<Drafts, 'keep' | 'read' | 'write'>
  tabs: Tabs
  later(ms: number, then: () => void): () => void
  now(): Date
  newId(): string
}
