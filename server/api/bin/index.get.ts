import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => {
  const { grooves, kits } = await database()
  return { grooves: await grooves.listBin(), kits: await kits.listBin() }
})
