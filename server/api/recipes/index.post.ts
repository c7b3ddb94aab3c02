import { defineEventHandler } from 'h3'
import { recipeSchema } from '#core/vary'
import { database } from '../../db'
import { createDocument } from '../../utils/documents'

export default defineEventHandler(async event => createDocument(event, 'recipe', recipeSchema, (await database()).recipes))
