import { defineEventHandler } from 'h3'
import { database } from '../../db'
import { getDocument } from '../../utils/documents'

export default defineEventHandler(async event => getDocument(event, 'recipe', (await database()).recipes))
