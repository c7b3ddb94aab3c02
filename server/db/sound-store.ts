import { createHash } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { migrationsIn, openDatabase } from './connection'
import { SOUND_MIGRATIONS, migrate, unknownMigration } from './migrations'

/** Sounds are kept, brought and read in pieces of this size, in bytes, so that no more than one is ever held; the last may be shorter. */
export const PIECE = 1024 * 1024

/** A stream of pieces reads sixteen ahead by itself, and these are of a megabyte each. */
export const ONE_AT_A_TIME = { highWaterMark: 1 }

/** The number of pieces of a sound, by its bytes: `piecesIn(1048577) // => 2` */
export const piecesIn = (bytes: number): number => Math.ceil(bytes / PIECE)

/** The bytes of sounds, by the hash of the whole; what they are is known by the rows of the first database. */
export interface SoundStore {
  /** Keeps one piece; one that is here stays as it is. */
  put(sha256: string, at: number, bytes: Uint8Array): Promise<void>
  /** Which pieces of a sound are here, in order. */
  has(sha256: string): Promise<number[]>
  /** The bytes from a place on up to another, piece by piece. */
  read(sha256: string, from: number, to: number): AsyncGenerator<Buffer>
  /** The hash of what is here of a sound, in order. */
  hash(sha256: string): Promise<string>
  remove(sha256s: readonly string[]): Promise<void>
  /** Every sound of which there are pieces, and how many bytes of it. */
  all(): Promise<Map<string, number>>
  close(): Promise<void>
}

/** Opens and migrates the database of sounds at a path. One from a newer Bazzet is refused and not touched. */
export async function openSounds(path: string): Promise<SoundStore> {
  const newer = unknownMigration(await migrationsIn(path), SOUND_MIGRATIONS)
  if (newer)
    throw new Error(
      `${path} is from a newer Bazzet: it has been through “${newer}”, which this one does not know. Start that Bazzet, or name another file in BAZZET_DB. Nothing was changed.`,
    )
  // What sounds leave free is given back to the disk, a little at a time.
  const sequelize = await openDatabase(path, ['auto_vacuum = INCREMENTAL'])
  await migrate(sequelize, undefined, SOUND_MIGRATIONS)
  const select = <T extends object>(sql: string, replacements: unknown[] = []) =>
    sequelize.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  async function piece(sha256: string, at: number): Promise<Buffer | undefined> {
    const [row] = await select<{ bytes: Buffer }>('SELECT bytes FROM pieces WHERE sha256 = ? AND at = ?', [sha256, at])
    return row?.bytes
  }
  const has: SoundStore['has'] = async sha256 =>
    (await select<{ at: number }>('SELECT at FROM pieces WHERE sha256 = ? ORDER BY at', [sha256])).map(row => row.at)
  return {
    has,
    async put(sha256, at, bytes) {
      // Bound and not written into the statement, which would be twice as long as the piece.
      const bind = [sha256, at, Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)]
      await sequelize.query('INSERT OR IGNORE INTO pieces (sha256, at, bytes) VALUES ($1, $2, $3)', { bind })
    },
    async *read(sha256, from, to) {
      for (let at = Math.floor(from / PIECE); at * PIECE < to; at++) {
        const bytes = await piece(sha256, at)
        if (!bytes) return
        yield bytes.subarray(Math.max(0, from - at * PIECE), Math.min(bytes.length, to - at * PIECE))
      }
    },
    async hash(sha256) {
      const sum = createHash('sha256')
      for (const at of await has(sha256)) sum.update((await piece(sha256, at)) ?? '')
      return sum.digest('hex')
    },
    async remove(sha256s) {
      for (const sha256 of sha256s) await sequelize.query('DELETE FROM pieces WHERE sha256 = $1', { bind: [sha256] })
      if (sha256s.length) await sequelize.query('PRAGMA incremental_vacuum')
    },
    all: async () =>
      new Map(
        (
          await select<{ sha256: string; bytes: number }>(
            'SELECT sha256, SUM(length(bytes)) AS bytes FROM pieces GROUP BY sha256',
          )
        ).map(row => [row.sha256, row.bytes]),
      ),
    close: () => sequelize.close(),
  }
}
