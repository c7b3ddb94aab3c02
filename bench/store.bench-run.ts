import { type ChildProcess, spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { createWriteStream, mkdtempSync, openAsBlob, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { it } from 'vitest'
import { DEFAULT_KIT, withStroke } from '#core/kit'
import { present } from '#core/present'
import { archiveIn, soundsIn } from '../app/documents/archive-file'
import { Report } from './report.mjs'

const report = new Report()
const SOUNDS = 5
const BYTES = 200 * 1024 ** 2

/** A built server with a fresh database; the most megabytes that it held. */
async function server(folder: string, name: string, port: number) {
  const child: ChildProcess = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      HOST: '127.0.0.1',
      PORT: String(port),
      BAZZET_DB: join(folder, `${name}.db`),
      BAZZET_DEMO: '',
    },
  })
  const url = `http://127.0.0.1:${port}`
  const up = () =>
    fetch(`${url}/api/health`).then(
      answer => answer.ok,
      () => false,
    )
  while (!(await up())) await new Promise(resolve => setTimeout(resolve, 100))
  const peak = () => Number(readFileSync(`/proc/${child.pid}/status`, 'utf8').match(/VmHWM:\s+(\d+)/)![1]) / 1024
  return { url, peak, stop: () => child.kill() }
}
async function asked(method: string, url: string, body?: object | Uint8Array<ArrayBuffer>) {
  const json = body && !(body instanceof Uint8Array)
  const answer = await fetch(url, {
    method,
    ...(body ? { body: json ? JSON.stringify(body) : (body as Uint8Array<ArrayBuffer>) } : {}),
    headers: { 'content-type': json ? 'application/json' : 'application/octet-stream' },
  })
  if (!answer.ok) throw new Error(`${method} ${url}: ${answer.status} ${await answer.text()}`)
  return (await answer.json()) as Record<string, unknown>
}
/** Brings a sound to a server, piece by piece. */
async function bring(url: string, sound: Blob, sha256: string) {
  const begun = await asked('POST', `${url}/api/uploads`, { sha256, bytes: sound.size, type: 'audio/wav' })
  const piece = begun.piece as number
  for (const at of begun.missing as number[]) {
    const bytes = new Uint8Array(await sound.slice(at * piece, (at + 1) * piece).arrayBuffer())
    await asked('PUT', `${url}/api/uploads/${sha256}/${at}`, bytes)
  }
}

it('measures a gigabyte of sounds, in, out as an archive, and in elsewhere', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-store-'))
  const [one, other] = [await server(folder, 'one', 4571), await server(folder, 'other', 4572)]
  try {
    const own = []
    for (let i = 0; i < SOUNDS; i++) {
      const bytes = Buffer.alloc(BYTES, `${i}·noise·`)
      bytes.write('RIFF', 0)
      bytes.write('WAVE', 8)
      const sha256 = createHash('sha256').update(bytes).digest('hex')
      await bring(one.url, new Blob([bytes]), sha256)
      own.push({ asset: sha256, name: `${i}.wav`, level: 4 as const })
    }
    const kit = present(withStroke({ ...DEFAULT_KIT, id: 'many-sounds' }, 'snare', 0, { own }), 'answer')
    if (!kit.ok) throw new Error(kit.reason)
    await asked('POST', `${one.url}/api/kits`, kit.value)
    const file = join(folder, 'all.zip')
    await pipeline(Readable.fromWeb((await fetch(`${one.url}/api/archive`)).body as never), createWriteStream(file))
    const zip = await openAsBlob(file)
    const read = await archiveIn(zip)
    if (!read?.ok) throw new Error(read?.reason)
    const soundOf = await soundsIn(zip)
    for (const { sha256, file: name } of read.value.assets) await bring(other.url, await soundOf(name), sha256)
    const rows = (await asked('GET', `${other.url}/api/space`)).rows as { what: string; bytes: number }[]
    if (rows[0]?.bytes !== SOUNDS * BYTES) throw new Error(`Not all came: ${JSON.stringify(rows[0])}`)
    report.most('the most memory of the server that took it in and wrote it', one.peak(), 'MB', 200)
    report.most('the most memory of the server that took it in again', other.peak(), 'MB', 200)
  } finally {
    one.stop()
    other.stop()
    rmSync(folder, { recursive: true, force: true })
  }
  report.write()
}, 1_200_000)
