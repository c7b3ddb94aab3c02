import { defineEventHandler } from 'h3'
import { kitSchema } from '#core/kit'
import { database } from '../../db'
import { saveDocument } from '../../utils/documents'

export default defineEventHandler(async event => saveDocument(event, 'kit', kitSchema, (await database()).kits))
