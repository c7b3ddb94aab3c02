import { existsSync } from 'node:fs'
import { giveUp, quietly } from './setup.mjs'

export const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium'

/** Makes sure of Debian's Chromium: through apt where that is possible, otherwise says what to install. */
export function ensureChromium() {
  if (existsSync(CHROMIUM)) return
  const possible = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')
  if (possible) {
    console.log('Installing Debian’s chromium for the end-to-end tests.')
    quietly('apt-get', ['update', '-qq'])
    quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' })
  }
  if (!existsSync(CHROMIUM)) {
    giveUp(`The end-to-end tests need Chromium at ${CHROMIUM}. Install it (on Debian: apt-get install chromium), or say where it is with CHROMIUM=/path/to/chromium.`)
  }
}
