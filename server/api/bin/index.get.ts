import { defineEventHandler } from 'h3'
import { database } from '../../db'

export default defineEventHandler(async () => {
  const { grooves, kits, recipes } = await database()
  return { grooves: await grooves.listBin(), kits: await kits.listBin(), recipes: await recipes.listBin() }
})
