// One command from a clean checkout to Bazzet with its demo world.
import { checkNode, chooseAddress, ensureBuilt, ensureInstalled, serve } from './lib/setup.mjs'

checkNode()
const address = await chooseAddress({ demo: true })
ensureInstalled()
ensureBuilt()
await serve({ ...address, demo: true })
