// What the measures of the page share: a built server on a port and its own database, and grooves to measure on.
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Four bars of sixteenths, a hundred strokes in four parts, written as a stranger would; or eight and four hundred. */
export function groove(id, bars) {
  const bar = { meter: { count: 4, unit: 4, groups: [1, 1, 1, 1] }, slots: [4, 4, 4, 4] }
  const part = (id, limb, piece, stroke, slots) => ({
    id,
    name: id,
    limb,
    strokes: slots.map(slot => ({ at: slot * 1260, piece, stroke, level: 1 + (slot % 5) })),
  })
  const every = (n, from = 0, most = 999) =>
    Array.from({ length: 16 * bars }, (_, i) => i)
      .filter(i => i % n === from)
      .slice(0, most)
  const full = bars === 8
  const all = full
    ? [
        part('hat', 'RH', 'hi-hat', 'hit', every(1)),
        part('snare', 'LH', 'snare', 'hit', every(1)),
        part('bass', 'RF', 'bass drum', 'hit', every(1, 0, 80)),
        part('foot', 'LF', 'hi-hat', 'chick', every(2)),
      ]
    : [
        part('hat', 'RH', 'hi-hat', 'hit', every(2)),
        part('snare', 'LH', 'snare', 'hit', every(2, 1)),
        part('bass', 'RF', 'bass drum', 'hit', every(3, 0, 20)),
        part('foot', 'LF', 'hi-hat', 'chick', every(4)),
      ]
  return {
    format: 'bazzet-groove',
    version: 1,
    id,
    title: id,
    tempo: { bpm: 240, counts: '1/4' },
    bars: Array.from({ length: bars }, () => bar),
    parts: all,
  }
}

/** Runs something against a server with these grooves, and ends the server whatever comes of it. */
export async function serving(port, grooves, run) {
  const url = `http://127.0.0.1:${port}`
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-bench-'))
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      BAZZET_DB: join(folder, 'bench.db'),
      BAZZET_DEMO: '',
    },
  })
  try {
    while (
      !(await fetch(`${url}/api/health`).then(
        answer => answer.ok,
        () => false,
      ))
    )
      await new Promise(resolve => setTimeout(resolve, 100))
    for (const one of grooves)
      await fetch(`${url}/api/grooves`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(one),
      })
    await run(url, server)
  } finally {
    server.kill()
    rmSync(folder, { recursive: true, force: true })
  }
}

/**
 * Keeps in `window.handed` every sound that a page hands to the audio clock: the moment it is handed over, how many ms ahead of its time,
 * and whether that is past.
 */
export const listened = page =>
  page.addInitScript(() => {
    window.handed = []
    const start = AudioBufferSourceNode.prototype.start
    AudioBufferSourceNode.prototype.start = function (when = 0, ...rest) {
      const now = this.context.currentTime
      if (this.buffer && this.buffer.duration > 0.01)
        window.handed.push({
          at: performance.now(),
          ahead: Math.max(0, when - now) * 1000,
          late: when > 0 && when < now,
        })
      return start.call(this, when, ...rest)
    }
  })

/** In a page that is listened to: how many were late, and how many there were, while it stalls for 100 ms twice a second. */
export const lateWhileStalled = (page, ms) =>
  page.evaluate(
    most =>
      new Promise(resolve => {
        window.handed = []
        const stall = setInterval(() => {
          const until = performance.now() + 100
          while (performance.now() < until);
        }, 500)
        setTimeout(() => {
          clearInterval(stall)
          resolve([window.handed.filter(one => one.late).length, window.handed.length])
        }, most)
      }),
    ms,
  )
