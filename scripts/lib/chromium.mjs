import { existsSync } from 'node:fs'
import { giveUp, quietly } from './setup.mjs'

/** Where Debian puts its Chromium: the shell that never has a window is the same engine and costs a quarter less time. */
const PLACES = ['/usr/lib/chromium/chromium-headless-shell', '/usr/bin/chromium']
const PACKAGES = ['chromium-headless-shell', 'chromium']

const chromium = () => process.env.CHROMIUM ?? PLACES.find(existsSync)

/** How it is started, headless, with letters set as a window sets them, sound allowed and nothing asked of the network: read once `ensureChromium` has been called. */
export const launchOptions = () => ({
  executablePath: chromium(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--autoplay-policy=no-user-gesture-required',
    '--font-render-hinting=none',
  ],
})

const there = () => existsSync(chromium() ?? '')

/** Makes sure of Debian’s Chromium: through apt where that is possible, otherwise says what to install. */
export function ensureChromium() {
  const { CHROMIUM } = process.env
  if (!CHROMIUM && !there() && process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Debian’s Chromium for the end-to-end tests.')
    quietly('apt-get', ['update', '-qq'])
    // An older Debian has no package for the shell.
    for (const name of PACKAGES) {
      if (!there())
        quietly('apt-get', ['install', '-y', '-qq', '--no-install-recommends', name], {
          DEBIAN_FRONTEND: 'noninteractive',
        })
    }
  }
  if (!there()) {
    giveUp(
      `The end-to-end tests need Chromium${CHROMIUM ? `, and there is none at ${CHROMIUM}` : ''}. Install it (on Debian: apt-get install chromium-headless-shell), or say where it is with CHROMIUM=/path/to/chromium.`,
    )
  }
}
