import { KINDS, KIND_NAMES, type KindName } from '#core/documents'
import type { Space } from '#core/documents/wire'
import type { Database } from '../db'

const total = (sizes: readonly number[]) => ({ many: sizes.length, bytes: sizes.reduce((sum, one) => sum + one, 0) })

/** What takes up how much room: the documents of each kind, the log, the sounds by what names them, the copies; the largest first, nothing left out that has any. */
export async function spaceOf(db: Database, copies: readonly { bytes: number }[]): Promise<Space['rows']> {
  const rows: Space['rows'] = []
  for (const kind of KIND_NAMES.filter(one => !KINDS[one].single)) {
    const { many, bytes } = await db.documents[kind].size()
    rows.push({ what: `${KINDS[kind].what}s`, many, bytes })
  }
  const log = await db.log.size()
  rows.push({ what: 'log entries', ...log })
  const named = [...(await db.assets.named(true))] as [KindName, Set<string>][]
  const sounds = await db.assets.all()
  const left = new Map(sounds.map(one => [one.sha256, one]))
  for (const [kind, names] of named) {
    rows.push({
      what: `sounds of ${KINDS[kind].what}s`,
      ...total(sounds.filter(one => names.has(one.sha256)).map(one => one.bytes)),
    })
    for (const sha256 of names) left.delete(sha256)
  }
  rows.push({ what: 'sounds that nothing names', ...total([...left.values()].map(one => one.bytes)) })
  rows.push({ what: 'copies', ...total(copies.map(one => one.bytes)) })
  return rows.filter(row => row.many).sort((a, b) => b.bytes - a.bytes)
}
