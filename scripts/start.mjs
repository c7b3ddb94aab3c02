// Bazzet with the player's own data and nothing else.
import { checkNode, chooseAddress, ensureBuilt, ensureInstalled, serve } from './lib/setup.mjs'

checkNode()
const address = await chooseAddress({ demo: false })
ensureInstalled()
ensureBuilt()
await serve({ ...address, demo: false })
