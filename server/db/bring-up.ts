import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import { KINDS, KIND_NAMES, type KindName } from '#core/documents'
import { ENTRY_SHAPE, readEntry } from '#core/practise'
import { NEWEST } from './migrations'
import type { Models } from './models'
import { logColumns } from './repositories/log'

/** The migrations and the versions of documents that everything stored is up to, once it has been brought up. */
const UP_TO = [
  NEWEST,
  ...KIND_NAMES.map(kind => `${kind} ${KINDS[kind].version}`),
  `log entry ${ENTRY_SHAPE.version}`,
].join(', ')

/**
 * Brings everything stored up to the versions and summaries of this Bazzet, once after each new migration and each new version of a document: migrations change
 * tables and import no code that lives on; documents have upgrades of their own. A document that can't be read stays as it is,
 * listed by what it was listed by; a log entry that can't be read goes to `logUnread` with the reason, so that nothing is lost.
 */
export async function bringUp(sequelize: Sequelize, models: Models, migrated: boolean): Promise<void> {
  const [done] = await sequelize.query<{ value: string }>("SELECT value FROM about WHERE name = 'broughtUp'", {
    type: QueryTypes.SELECT,
  })
  // The row says so too, since a power cut may come between the migrations and this.
  if (!migrated && done?.value === UP_TO) return
  await sequelize.transaction(async transaction => {
    for (const kind of KIND_NAMES) await bringUpKind(kind, models, transaction)
    await bringUpLog(sequelize, models, transaction)
    await sequelize.query('INSERT OR REPLACE INTO about (name, value) VALUES (?, ?)', {
      replacements: ['broughtUp', UP_TO],
      transaction,
    })
  })
}

async function bringUpKind<K extends KindName>(name: K, models: Models, transaction: Transaction): Promise<void> {
  const kind = KINDS[name]
  for (const row of await models.documents[name].findAll({ transaction })) {
    const read = kind.read(JSON.parse(row.document))
    if (!read.ok) continue
    // Silent: a document that is only brought up to date was not changed by the player.
    await row.update(
      { document: JSON.stringify(read.value), summary: JSON.stringify(kind.summary(read.value)) },
      { transaction, silent: true },
    )
  }
}

async function bringUpLog(sequelize: Sequelize, models: Models, transaction: Transaction): Promise<void> {
  for (const row of await models.log.findAll({ transaction })) {
    const read = readEntry(JSON.parse(row.entry))
    if (read.ok) {
      await row.update(logColumns(read.value), { transaction })
      continue
    }
    await sequelize.query('INSERT INTO logUnread (entry, reason) VALUES (?, ?)', {
      replacements: [row.entry, read.reason],
      transaction,
    })
    await row.destroy({ transaction })
  }
}
