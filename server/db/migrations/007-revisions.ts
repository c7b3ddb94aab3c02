import type { QueryInterface } from 'sequelize'

export const name = '007-revisions'

const PARENT = "json_extract(summary, '$.parent.id')"

/**
 * Revisions of grooves that a variation was made from, kept as they were when a later save replaces them, so that a family’s
 * differences are against what each was made from. A revision that no groove names is not kept.
 */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.query(
    'CREATE TABLE revisions (id VARCHAR(64) NOT NULL, revision INTEGER NOT NULL, document TEXT NOT NULL, PRIMARY KEY (id, revision))',
  )
  await db.sequelize.query(`CREATE INDEX grooves_parent ON grooves (${PARENT})`)
  await db.sequelize.query(`CREATE TRIGGER grooves_named_revision BEFORE UPDATE OF document ON grooves
    WHEN EXISTS (SELECT 1 FROM grooves WHERE ${PARENT} = OLD.id AND json_extract(summary, '$.parent.revision') = OLD.revision)
    BEGIN INSERT OR IGNORE INTO revisions (id, revision, document) VALUES (OLD.id, OLD.revision, OLD.document); END`)
}

export async function down(db: QueryInterface): Promise<void> {
  await db.sequelize.query('DROP TRIGGER grooves_named_revision')
  await db.sequelize.query('DROP INDEX grooves_parent')
  await db.dropTable('revisions')
}
