import { defineEventHandler } from 'h3'
import { recipeSchema } from '#core/vary'
import { database } from '../../db'
import { saveDocument } from '../../utils/documents'

export default defineEventHandler(async event => saveDocument(event, 'recipe', recipeSchema, (await database()).recipes))
