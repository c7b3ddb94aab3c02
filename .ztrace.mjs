import { launch } from './scripts/lib/browser.mjs'
const browser = await launch()
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto('http://127.0.0.1:4191' + process.argv[2]); await page.waitForLoadState('networkidle'); await page.waitForTimeout(1200)
if (process.argv[4]) await page.addStyleTag({ content: process.argv[4] })
const cdp = await browser.newBrowserCDPSession()
const events = []
cdp.on('Tracing.dataCollected', ({ value }) => events.push(...value))
await cdp.send('Tracing.start', { transferMode: 'ReportEvents', categories: 'devtools.timeline,blink,cc,disabled-by-default-devtools.timeline' })
await (new Function('page', `return (async () => { ${process.argv[3]} })()`))(page)
const done = new Promise(r => cdp.once('Tracing.tracingComplete', r)); await cdp.send('Tracing.end'); await done
const sum = new Map()
for (const e of events) if (e.ph === 'X' && e.dur) { const s = sum.get(e.name) || [0, 0]; s[0] += e.dur; s[1]++; sum.set(e.name, s) }
console.log([...sum].sort((a, b) => b[1][0] - a[1][0]).slice(0, 26).map(([k, [d, n]]) => `${(d / 1000).toFixed(0)} ms ${n} ${k}`).join('\n'))
await browser.close()
