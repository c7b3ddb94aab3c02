import { defineNitroPlugin } from 'nitropack/runtime'
import { database } from '../db'
import { databasePath } from '../db/connection'
import { copyOfTheDay, soundsInCopies } from '../db/copies'
import { storeTrouble } from '../db/trouble'

/** A copy a day, by the calendar of this machine, and sounds swept that nothing names any more. What can't be done is said, and stops nothing. */
async function daily(sweeps: boolean) {
  try {
    const made = await copyOfTheDay(databasePath(), new Intl.DateTimeFormat('sv-SE').format(new Date()))
    if (made && sweeps) await (await database()).assets.sweep(await soundsInCopies(databasePath()))
  } catch (error) {
    process.stderr.write(`Today’s copy of the database could not be made: ${(error as Error).message}\n`)
  }
}

/** Opens the database as the server starts, so that one that cannot be opened is said at once. */
export default defineNitroPlugin(async nitro => {
  nitro.hooks.hook('close', async () => (await database()).close())
  try {
    await database()
    // As it is opened it is swept too.
    await daily(false)
    setInterval(() => void daily(true), 3600 * 1000).unref()
  } catch (error) {
    process.stderr.write(
      `The database could not be opened: ${databasePath()}. ${storeTrouble(error)?.says.replace(/ What is on the page.*/, '') ?? (error as Error).message}\n`,
    )
    process.exit(1)
  }
})
