import { defineEventHandler } from 'h3'
import { database } from '../../db'
import { binDocument } from '../../utils/documents'

export default defineEventHandler(async event => binDocument(event, 'recipe', (await database()).recipes, true))
