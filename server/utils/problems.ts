import { type H3Event, createError, setResponseHeader, setResponseStatus } from 'h3'
import type { Problem } from '#core/result'

/** A problem details document (RFC 9457); `problems` names each wrong field, other members say more. */
interface ProblemDocument {
  type: 'about:blank'
  title: string
  status: number
  detail: string
  problems?: Problem[]
  [more: string]: unknown
}

const TITLES: Record<number, string> = {
  400: 'Not understood',
  401: 'Password asked for',
  403: 'Not allowed',
  404: 'Not found',
  405: 'Not offered here',
  409: 'Conflict',
  413: 'Too large',
  415: 'Not of that type',
  416: 'Range not there',
  422: 'Not valid',
  429: 'Too many tries',
  500: 'Something went wrong',
  503: 'The store cannot be used',
  507: 'The store is full',
}

/** An error to throw from a route; the error handler writes it as a problem document. */
export const problem = (status: number, detail: string, more: Record<string, unknown> = {}) =>
  createError({ statusCode: status, statusMessage: TITLES[status] ?? 'Error', message: detail, data: { ...more } })

/** Writes a problem document as the answer. */
export function answerProblem(
  event: H3Event,
  status: number,
  detail: string,
  more: Record<string, unknown> = {},
): string {
  const document: ProblemDocument = { type: 'about:blank', title: TITLES[status] ?? 'Error', status, detail, ...more }
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  return JSON.stringify(document)
}

export const noSuch = (what: string, id: string) =>
  problem(404, `There is no ${what} “${id}” here. It may have been put in the bin.`)

/** A path that leads nowhere. */
export const noSuchRoute = (event: H3Event) =>
  problem(404, `There is no route ${event.method} ${event.path.split('?')[0]}. docs/api.md lists those there are.`)
