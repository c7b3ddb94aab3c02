import { createHash } from 'node:crypto'

/** Where this server listens and who may ask, as it was set at its start; scripts/lib/listening.mjs does the telling. */
const LOOPBACK = new Set(['127.0.0.1', 'localhost', '::1', '[::1]'])

/** True where only this machine can reach the server. */
const onlyHere = (host = process.env.HOST): boolean => LOOPBACK.has(host || '127.0.0.1')

/** The names that the server answers to: this machine's own, and those it was given. `[::1]:4140` and `desk.local:4140` lose their ports. */
export function answersTo(host: string): boolean {
  const name = host.replace(/:\d+$/, '').toLowerCase()
  return LOOPBACK.has(name) || (process.env.BAZZET_NAMES ?? '').toLowerCase().split(',').includes(name)
}

/** The password's hash, where one is asked for. */
export const passwordHash = (): string | undefined => process.env.BAZZET_PASSWORD_HASH || undefined

/** How long a browser that has given the password is let in without it, in seconds. */
const MONTH = 30 * 24 * 3600

/** Sessions are sealed cookies. The password's hash is part of what seals them, so that a new password ends them all. */
export const session = () => ({
  name: 'bazzet',
  password: createHash('sha256')
    .update(`${process.env.BAZZET_SECRET ?? ''} ${passwordHash() ?? ''}`)
    .digest('hex'),
  maxAge: MONTH,
  cookie: { httpOnly: true, sameSite: 'lax' as const, secure: !!process.env.NITRO_SSL_CERT, path: '/', maxAge: MONTH },
})

/** Why the server must not start with these settings, if so. */
export function cannotListen(): string | undefined {
  if (onlyHere()) return undefined
  if (!passwordHash() || (process.env.BAZZET_SECRET ?? '').length < 32)
    return `HOST=${process.env.HOST} lets other machines ask, and no password is set. Start Bazzet with “npm start”, which asks for one, or leave HOST out.`
  return undefined
}
