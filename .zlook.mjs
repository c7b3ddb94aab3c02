import { launch } from './scripts/lib/browser.mjs'
// name path [js step...]
const [name, path, ...steps] = process.argv.slice(2)
const browser = await launch()
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: process.env.DARK ? 'dark' : 'light', reducedMotion: 'reduce' })
page.on('console', m => ['error', 'warning'].includes(m.type()) && console.log('console', m.text().slice(0, 400)))
page.on('pageerror', e => console.log('pageerror', e.message))
await page.goto('http://127.0.0.1:4191' + path); await page.waitForLoadState('networkidle')
for (const s of steps) { try { await (new Function('page', `return (async () => { ${s} })()`))(page) } catch (e) { console.log('step failed', s, e.message.slice(0, 600)) } }
if (name !== '-') await page.screenshot({ path: `/tmp/shots/${name}.png` })
await browser.close()
