import { defineEventHandler } from 'h3'
import { grooveSchema } from '#core/groove'
import { database } from '../../db'
import { saveDocument } from '../../utils/documents'

export default defineEventHandler(async event => saveDocument(event, 'groove', grooveSchema, (await database()).grooves))
