// One command from a clean checkout to Bazzet with its demo world.
import { ensureBuilt, ensureInstalled, serve } from './lib/setup.mjs'

ensureInstalled()
ensureBuilt()
await serve({ demo: true })
