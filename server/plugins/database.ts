import { defineNitroPlugin } from 'nitropack/runtime'
import { database } from '../db'
import { databasePath } from '../db/connection'
import { copyOfTheDay } from '../db/copies'
import { storeTrouble } from '../db/trouble'

/** A copy a day, by the calendar of this machine. One that can't be made is said, and stops nothing. */
const daily = () =>
  copyOfTheDay(databasePath(), new Intl.DateTimeFormat('sv-SE').format(new Date())).catch((error: Error) => {
    process.stderr.write(`Today’s copy of the database could not be made: ${error.message}\n`)
  })

/** Opens the database as the server starts, so that one that cannot be opened is said at once. */
export default defineNitroPlugin(async nitro => {
  nitro.hooks.hook('close', async () => (await database()).close())
  try {
    await database()
    await daily()
    setInterval(() => void daily(), 3600 * 1000).unref()
  } catch (error) {
    process.stderr.write(
      `The database could not be opened: ${databasePath()}. ${storeTrouble(error)?.says.replace(/ What is on the page.*/, '') ?? (error as Error).message}\n`,
    )
    process.exit(1)
  }
})
