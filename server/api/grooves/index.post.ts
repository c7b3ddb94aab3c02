import { defineEventHandler } from 'h3'
import { grooveSchema } from '#core/groove'
import { database } from '../../db'
import { createDocument } from '../../utils/documents'

export default defineEventHandler(async event => createDocument(event, 'groove', grooveSchema, (await database()).grooves))
