// Bazzet with the player's own data and nothing else.
import { checkNode, chooseAddress, ensureBuilt, ensureInstalled } from './lib/setup.mjs'
import { serve } from './lib/serve.mjs'

checkNode()
const address = await chooseAddress({ demo: false })
ensureInstalled()
ensureBuilt()
await serve({ ...address, demo: false })
