/** What compiling the database’s driver takes. */
export const COMPILING = ['python3', 'make', 'g++']

const UNREACHED = /\b(ENOTFOUND|ECONNREFUSED|ECONNRESET|ETIMEDOUT|EAI_AGAIN|ENETUNREACH)\b/
const NO_ROOM = /\b(ENOSPC|EDQUOT)\b/
const NOT_OURS = /\b(EACCES|EPERM|EROFS)\b/

/** Why the packages could not be installed, from what npm said and which of `COMPILING` are missing: one sentence, and what npm said only where nothing is known. */
export function whyNotInstalled(said, missing) {
  if (/node-gyp|gyp ERR/.test(said)) {
    return missing.length
      ? `The database’s driver (sqlite3) has no prebuilt version that could be fetched for this machine, and to compile it ${missing.join(', ')} must be installed (on Debian: apt-get install python3 make g++).`
      : `${said}\n\nThe database’s driver (sqlite3) could not be compiled; what the compiler said stands above.`
  }
  if (NO_ROOM.test(said)) return 'The packages could not be installed: the disk is full. They take about 700 MB.'
  if (NOT_OURS.test(said))
    return 'The packages could not be installed: this user may not write in Bazzet’s folder, or in npm’s own (npm config get cache).'
  if (UNREACHED.test(said))
    return 'The packages could not be fetched: the npm registry can’t be reached. Bazzet needs a network once, to install; after that, none.'
  return `${said}\n\nThe packages could not be installed; what npm said stands above.`
}
