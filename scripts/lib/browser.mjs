import { chromium } from '@playwright/test'
import { CHROMIUM } from './chromium.mjs'

/** Debian's Chromium, headless, with sound allowed and nothing asked of the network. */
export const launch = () => chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking',
    '--disable-component-update', '--disable-sync', '--autoplay-policy=no-user-gesture-required',
  ],
})
