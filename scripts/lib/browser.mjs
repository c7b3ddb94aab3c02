import { chromium } from '@playwright/test'
import { launchOptions } from './chromium.mjs'

/** The browser of whatever looks at the pages by itself: measures, soaks and pictures. */
export const launch = () => chromium.launch(launchOptions())
