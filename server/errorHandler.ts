import { getRequestHeader, setResponseHeader, setResponseStatus } from 'h3'
import type { NitroErrorHandler } from 'nitropack'
import { storeTrouble } from './db/trouble'
import { answerProblem } from './utils/problems'
import { wrongPage } from './utils/wrong-page'

/** Every failure leaves as a problem document; what was not foreseen goes to the log, not to the page. */
const handler: NitroErrorHandler = (error, event) => {
  // What the store itself cannot do is said with what helps.
  const trouble = storeTrouble(error) ?? storeTrouble(error.cause)
  const status = trouble?.status ?? (error.statusCode || 500)
  const foreseen = status < 500
  if (trouble) process.stderr.write(`${trouble.says}\n`)
  else if (!foreseen) process.stderr.write(`${error.stack ?? error.message}\n`)
  const detail = trouble
    ? trouble.says
    : foreseen
      ? error.message
      : 'The server met an error it did not expect. Nothing was half-written; try again.'
  // What is left unread of a refused body must not be taken for the next request.
  event.node.res.setHeader('connection', status === 413 ? 'close' : 'keep-alive')
  // Who opens a page reads words, not a document for programs.
  const page = !event.path.startsWith('/api') && (getRequestHeader(event, 'accept') ?? '').includes('text/html')
  if (page) {
    setResponseStatus(event, status)
    setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
    return void event.node.res.end(wrongPage(detail))
  }
  event.node.res.end(
    answerProblem(
      event,
      status,
      detail,
      foreseen && error.data && typeof error.data === 'object' ? { ...error.data } : {},
    ),
  )
}

export default handler
