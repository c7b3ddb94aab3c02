import { defineEventHandler } from 'h3'
import { planSchema } from '#core/practise'
import { database } from '../../db'
import { saveDocument } from '../../utils/documents'

export default defineEventHandler(async event => saveDocument(event, 'plan', planSchema, (await database()).plans))
