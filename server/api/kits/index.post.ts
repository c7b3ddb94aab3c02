import { defineEventHandler } from 'h3'
import { kitSchema } from '#core/kit'
import { database } from '../../db'
import { createDocument } from '../../utils/documents'

export default defineEventHandler(async event => createDocument(event, 'kit', kitSchema, (await database()).kits))
