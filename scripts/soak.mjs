// What takes long and must hold all the same: 5,000 spoilt files of each format, each answered, none slowly. Prints what it found.
import { ensureInstalled, tool } from './lib/setup.mjs'

ensureInstalled()
process.exit(tool('vitest', ['run', 'test/hostile', '--reporter=default'], { BAZZET_SOAK: '5000' }))
