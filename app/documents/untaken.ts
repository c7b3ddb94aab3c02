import type { Documents } from '#core/documents'
import { freeTitle } from '#core/title'
import { type Routes, api } from './api'

/** Plans and phrases have titles of 160 and 120 characters at most. */
const MOST = { plan: 160, phrase: 120 } as const

/** Keeps a new plan or phrase under a title that none of its kind has; where the others can’t be asked, a title may come twice. */
export async function createUntaken<K extends keyof typeof MOST>(kind: K, document: Documents[K]): Promise<void> {
  const routes = api[`${kind}s`] as unknown as Routes<K>
  const others = await routes.list({ words: document.title.split(' ') }).catch(() => [])
  const taken = others.map(({ summary }) => summary.title)
  await routes.create({ ...document, title: freeTitle(document.title, taken, MOST[kind]) })
}
