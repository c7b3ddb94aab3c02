// Sets another password for those who open Bazzet from other machines; every browser is asked for it again.
import { mkdirSync } from 'node:fs'
import { dataFolder } from './lib/data.mjs'
import { passwordHash } from './lib/listening.mjs'
import { ensureInstalled } from './lib/setup.mjs'

ensureInstalled()
mkdirSync(dataFolder(), { recursive: true })
await passwordHash(dataFolder(), { afresh: true })
console.log('The password is set. Start Bazzet again, so that it is asked for.')
