// One command from a clean checkout to Bazzet with its demo world.
import { checkNode, chooseAddress, ensureBuilt, ensureInstalled } from './lib/setup.mjs'
import { serve } from './lib/serve.mjs'

checkNode()
const address = await chooseAddress({ demo: true })
ensureInstalled()
ensureBuilt()
await serve({ ...address, demo: true })
