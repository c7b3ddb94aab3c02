import { launch } from './scripts/lib/browser.mjs'
import { writeFileSync } from 'node:fs'
const browser = await launch()
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto('http://127.0.0.1:4191' + process.argv[2]); await page.waitForLoadState('networkidle'); await page.waitForTimeout(1500)
const cdp = await page.context().newCDPSession(page)
await cdp.send('Profiler.enable'); await cdp.send('Profiler.setSamplingInterval', { interval: 500 }); await cdp.send('Profiler.start')
await (new Function('page', `return (async () => { ${process.argv[3]} })()`))(page)
const { profile } = await cdp.send('Profiler.stop')
const self = new Map(), id = new Map(profile.nodes.map(n => [n.id, n]))
profile.samples.forEach((s, i) => { const n = id.get(s); const k = n.callFrame.functionName + ' ' + n.callFrame.url.split('/').at(-1) + ':' + n.callFrame.lineNumber + ':' + n.callFrame.columnNumber; self.set(k, (self.get(k) || 0) + profile.timeDeltas[i]) })
console.log([...self].sort((a, b) => b[1] - a[1]).slice(0, 25).map(([k, v]) => (v / 1000).toFixed(0) + ' ms ' + k).join('\n'))
await browser.close()
