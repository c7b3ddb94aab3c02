import { defineEventHandler } from 'h3'
import { noSuchRoute } from '../utils/problems'

export default defineEventHandler(event => {
  throw noSuchRoute(event)
})
