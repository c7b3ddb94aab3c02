// The development server, with a demo world of its own.
import { ensureInstalled, giveUp, isFree, tool } from './lib/setup.mjs'

ensureInstalled()
const port = process.env.PORT ?? '4150'
if (!(await isFree(Number(port), '127.0.0.1'))) giveUp(`Port ${port} is in use. Choose another: PORT=4151 npm run dev`)
process.exit(
  tool('nuxt', ['dev', '--host', '127.0.0.1', '--port', port], {
    BAZZET_DB: process.env.BAZZET_DB ?? 'data/dev.db',
    BAZZET_DEMO: process.env.BAZZET_DEMO ?? '1',
  }),
)
