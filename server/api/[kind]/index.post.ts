import { defineEventHandler, setResponseStatus } from 'h3'
import { readJson } from '../../utils/body'
import { askedOfMany, checkReferences, readDocument } from '../../utils/documents'
import { problem } from '../../utils/problems'

/** A new document from the body. */
export default defineEventHandler(async event => {
  const one = await askedOfMany(event)
  const document = readDocument(one, await readJson(event))
  await checkReferences(one, document)
  const stored = await one.kept.create(document)
  if (!stored)
    throw problem(409, `There is already a ${one.kind.what} with the id “${document.id}”. Give the new one another id.`)
  setResponseStatus(event, 201)
  return stored
})
