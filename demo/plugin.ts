import { defineNitroPlugin } from 'nitropack/runtime'
import { whenOpened } from '../server/db'
import { loadDemo } from './load'

// Told as the server's plugins are read, before any of them opens the database.
if (process.env.BAZZET_DEMO === '1') whenOpened(db => loadDemo(db, new Date()))

export default defineNitroPlugin(() => undefined)
