import type { QueryInterface } from 'sequelize'

export const name = '005-limits'

/** Limits tell bursts, runs and pairs apart from here on. No table changes; the player is brought up to date after the migrations. */
export const up = async (_db: QueryInterface): Promise<void> => undefined

/** There is no way back: version 1 has one speed where version 2 has four. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('A player of version 2 is not taken back to version 1.')
}
