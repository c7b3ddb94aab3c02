import { defineNitroPlugin } from 'nitropack/runtime'
import { database } from '../db'

/** Opens the database as the server starts, so that one that cannot be opened is told at once. */
export default defineNitroPlugin(async (nitro) => {
  nitro.hooks.hook('close', async () => (await database()).close())
  try {
    await database()
  } catch (error) {
    process.stderr.write(`The database could not be opened: ${(error as Error).message}\n`)
    process.exit(1)
  }
})
