/** What the store itself cannot do, and what helps; `status` is 507 where it is full, else 503. */
interface StoreTrouble {
  status: 503 | 507
  says: string
}

const TROUBLES: Record<string, StoreTrouble> = {
  SQLITE_FULL: {
    status: 507,
    says: 'The disk that the database is on is full: nothing was saved. Free some room; what is on the page is kept there and saved then.',
  },
  SQLITE_READONLY: {
    status: 503,
    says: 'The database may not be written to: its file or folder is read-only. What is on the page is kept there.',
  },
  SQLITE_BUSY: {
    status: 503,
    says: 'Another program holds the database locked. What is on the page is kept there and saved once it lets go.',
  },
  SQLITE_LOCKED: {
    status: 503,
    says: 'Another program holds the database locked. What is on the page is kept there and saved once it lets go.',
  },
  SQLITE_CANTOPEN: {
    status: 503,
    says: 'The database’s file could not be opened: its folder is missing, or may not be read. What is on the page is kept there.',
  },
  SQLITE_IOERR: {
    status: 503,
    says: 'The disk that the database is on reported an error. What is on the page is kept there. Take a copy of the file before anything else.',
  },
  SQLITE_CORRUPT: {
    status: 503,
    says: 'The database’s file is damaged. Nothing was changed. Bring back a copy: they are in the folder of copies beside it.',
  },
  SQLITE_MISUSE: { status: 503, says: 'The database is just being replaced by a copy. Try again in a moment.' },
  SQLITE_NOTADB: {
    status: 503,
    says: 'The file that should be the database is none. Nothing was changed. Name another in BAZZET_DB, or bring back a copy from the folder of copies beside it.',
  },
}

/** The code by which SQLite names an error, wherever the library has put it: `'SQLITE_FULL'`. */
function codeOf(error: unknown): string | undefined {
  for (let at: unknown = error, depth = 0; at && typeof at === 'object' && depth < 5; depth++) {
    const { code, parent, original, cause, message } = at as {
      code?: unknown
      parent?: unknown
      original?: unknown
      cause?: unknown
      message?: unknown
    }
    const found = [code, message]
      .map(one => /SQLITE_[A-Z]+/.exec(String(one ?? ''))?.[0])
      .find(one => one && one in TROUBLES)
    if (found) return found
    // Whoever held the database as another took its place.
    if (/connection manager was closed|Database is closed/.test(String(message ?? ''))) return 'SQLITE_MISUSE'
    at = parent ?? original ?? cause
  }
  return undefined
}

/** What is wrong with the store, where an error says so; undefined for every other error. */
export function storeTrouble(error: unknown): StoreTrouble | undefined {
  const code = codeOf(error)
  return code === undefined ? undefined : TROUBLES[code]
}
