// Listening to other machines: a password, a certificate, and the names this machine goes by. Needs what is installed.
import { randomBytes, X509Certificate } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { giveUp } from './setup.mjs'

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '::1', '[::1]'])
/** True where only this machine can reach a server on that host. */
export const onlyHere = host => LOOPBACK.has(host)

/** True of an address that stands for all of this machine's. */
export const onEvery = host => ['0.0.0.0', '::', '[::]'].includes(host)

const LEAST = 8
/** bcrypt reads no more than this of a password. */
const MOST_BYTES = 72

/** What is wrong with a password, or nothing. */
export function wrongPassword(text) {
  if ((text ?? '').length < LEAST) return `A password has at least ${LEAST} characters.`
  if (Buffer.byteLength(text) > MOST_BYTES) return `A password has at most ${MOST_BYTES} bytes.`
  return undefined
}

/** What only its owner may read. */
const keepSecret = (path, text) => writeFileSync(path, text, { mode: 0o600 })

/** Asks for a new password at the terminal, twice. */
async function askPassword() {
  const { isCancel, password } = await import('@clack/prompts')
  const given = await password({
    message: 'A password for this Bazzet, asked for in every browser that opens it:',
    validate: wrongPassword,
  })
  if (isCancel(given)) giveUp('No password was set; nothing was started.')
  const again = await password({
    message: 'The same once more:',
    validate: text => (text === given ? undefined : 'That is not the same.'),
  })
  if (isCancel(again)) giveUp('No password was set; nothing was started.')
  return given
}

/** The password’s hash, kept in the folder: set by BAZZET_PASSWORD, or asked for the first time (and each time that `again` says so). */
export async function passwordHash(
  folder,
  { given = process.env.BAZZET_PASSWORD, terminal = process.stdin.isTTY, afresh = false } = {},
) {
  const { compareSync, hashSync } = await import('bcryptjs')
  const path = join(folder, 'password')
  const kept = existsSync(path) ? readFileSync(path, 'utf8').trim() : ''
  if (given === undefined && kept && !afresh) return kept
  if (given === undefined && !terminal)
    giveUp(
      'Other machines may only ask with a password, and none is set. Start Bazzet once at a terminal, which asks for one, or give it in BAZZET_PASSWORD.',
    )
  const password = given ?? (await askPassword())
  const wrong = wrongPassword(password)
  if (wrong) giveUp(`BAZZET_PASSWORD: ${wrong}`)
  if (kept && compareSync(password, kept)) return kept
  const hash = hashSync(password, 12)
  keepSecret(path, hash)
  return hash
}

/** What sessions are sealed with, made once. */
function sessionSecret(folder) {
  const path = join(folder, 'session-secret')
  if (!existsSync(path)) keepSecret(path, randomBytes(32).toString('hex'))
  return readFileSync(path, 'utf8').trim()
}

/** The addresses and names by which this machine is found, and those that BAZZET_NAMES adds. */
export function namesOfThisMachine(given = process.env.BAZZET_NAMES ?? '') {
  const addresses = Object.values(networkInterfaces())
    .flat()
    .filter(one => !one.internal && !one.scopeid)
    .map(one => (one.family === 'IPv6' ? `[${one.address}]` : one.address))
  const own = hostname().toLowerCase()
  return [
    ...new Set([
      ...addresses,
      own,
      `${own}.local`,
      ...given
        .split(',')
        .map(name => name.trim().toLowerCase())
        .filter(Boolean),
    ]),
  ]
}

const isAddress = name => /^\[|^\d+(\.\d+){3}$/.test(name)
const DAY = 24 * 3600 * 1000

/** True while a certificate names all of these, and has a month left. */
function stillGood(cert, names) {
  const { subjectAltName = '', validTo } = new X509Certificate(cert)
  const named = new Set(subjectAltName.split(', ').map(one => one.replace(/^(DNS|IP Address):/, '').toLowerCase()))
  return (
    new Date(validTo).getTime() - Date.now() > 30 * DAY &&
    names.filter(name => !name.startsWith('[')).every(name => named.has(name))
  )
}

/** A certificate of this machine’s own, made at the first start and again when its names have changed or its time is up. */
export async function certificate(folder, names) {
  const [certPath, keyPath] = [join(folder, 'certificate.pem'), join(folder, 'certificate-key.pem')]
  if (!existsSync(certPath) || !existsSync(keyPath) || !stillGood(readFileSync(certPath), names)) {
    const { generate } = (await import('selfsigned')).default
    const altNames = ['localhost', '127.0.0.1', '[::1]', ...names].map(name =>
      isAddress(name) ? { type: 7, ip: name.replace(/^\[|\]$/g, '') } : { type: 2, value: name },
    )
    const made = await generate([{ name: 'commonName', value: 'Bazzet on this machine' }], {
      // A year and a month: browsers refuse what is good for longer than thirteen months.
      keyType: 'ec',
      curve: 'P-256',
      algorithm: 'sha256',
      notBeforeDate: new Date(Date.now() - DAY),
      notAfterDate: new Date(Date.now() + 396 * DAY),
      extensions: [
        { name: 'basicConstraints', cA: false },
        { name: 'keyUsage', digitalSignature: true },
        { name: 'extKeyUsage', serverAuth: true },
        { name: 'subjectAltName', altNames },
      ],
    })
    keepSecret(keyPath, made.private)
    writeFileSync(certPath, made.cert)
  }
  const cert = readFileSync(certPath, 'utf8')
  return { cert, key: readFileSync(keyPath, 'utf8'), fingerprint: new X509Certificate(cert).fingerprint256 }
}

/** What the server gets where others may ask, and what the player reads: where to open it. BAZZET_PLAIN=1 leaves HTTPS to somebody else. */
export async function listeningFurther(folder, { host, port }) {
  mkdirSync(folder, { recursive: true })
  const names = namesOfThisMachine()
  const plain = process.env.BAZZET_PLAIN === '1'
  const made = plain ? undefined : await certificate(folder, names)
  const env = {
    BAZZET_PASSWORD_HASH: await passwordHash(folder),
    BAZZET_SECRET: sessionSecret(folder),
    BAZZET_NAMES: names.join(','),
    ...(made && { NITRO_SSL_CERT: made.cert, NITRO_SSL_KEY: made.key }),
  }
  // Any address at all, or one that was named.
  const open = onEvery(host) ? names.filter(name => !name.startsWith('[')) : [host]
  const scheme = plain ? 'http' : 'https'
  const says = [
    `Other machines open ${open.map(name => `${scheme}://${name}:${port}`).join('\n                 or ')}`,
    plain
      ? 'Over plain HTTP a browser on another machine keeps no screen awake and reaches no MIDI pads.'
      : `Its certificate is its own, so a browser warns once. The fingerprint (SHA-256) must be\n  ${made.fingerprint}`,
  ].join('\n')
  return { env, says, scheme }
}
