import { defineEventHandler } from 'h3'
import { problem } from '../utils/problems'

export default defineEventHandler((event) => {
  throw problem(404, `There is no route ${event.method} ${event.path.split('?')[0]}. docs/api.md lists those there are.`)
})
