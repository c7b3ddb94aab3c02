// Bazzet with the player's own data and nothing else.
import { ensureBuilt, ensureInstalled, serve } from './lib/setup.mjs'

ensureInstalled()
ensureBuilt()
await serve({ demo: false })
