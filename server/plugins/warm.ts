import { defineNitroPlugin } from 'nitropack/runtime'
import { database } from '../db'

/** Draws the Shelf once as the server starts, so that whoever opens it first need not wait for the server to learn how. */
export default defineNitroPlugin(async nitro => {
  if (import.meta.dev) return
  await database().catch(() => undefined)
  await nitro.localFetch('/shelf').catch(() => undefined)
})
