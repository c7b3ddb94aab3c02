import { defineEventHandler, getRequestHeader } from 'h3'
import { answersTo } from '../utils/listening'
import { problem } from '../utils/problems'

/**
 * Other sites open in the same browser must not write here, nor reach this address under a name of
 * their own: the server answers to this machine's names, and to those it was given at its start.
 */
export default defineEventHandler(event => {
  const host = getRequestHeader(event, 'host') ?? ''
  if (host && !answersTo(host))
    throw problem(
      403,
      `This server does not go by the name “${host}”. Names beyond this machine’s own are told to it at its start, with BAZZET_NAMES.`,
    )
  if (event.method === 'GET' || event.method === 'HEAD') return
  const origin = getRequestHeader(event, 'origin')
  const from = getRequestHeader(event, 'sec-fetch-site')
  // A page of another site says so, or hides where it is (“null”) in a frame without a place of its own.
  const other = origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host)
  if (other || (from !== undefined && from !== 'same-origin' && from !== 'none'))
    throw problem(403, 'Another site may not write here.')
})
