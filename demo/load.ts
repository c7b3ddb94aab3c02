import type { Database } from '../server/db'
import { demoGrooves } from './grooves'
import { demoLog, demoPlans } from './practice'

/**
 * Loads the demo world into a database. Doing it again adds nothing and changes nothing: what the player
 * changed or threw away stays so, and a log that has begun is left alone.
 */
export async function loadDemo(db: Database, now: Date): Promise<void> {
  const grooves = demoGrooves()
  const plans = demoPlans(grooves)
  // The Shelf shows the newest first, so the set list is laid on it last.
  for (const groove of grooves.toReversed()) await db.grooves.create(groove)
  for (const plan of plans) await db.plans.create(plan)
  if ((await db.log.list()).length) return
  for (const entry of demoLog(plans, grooves, now)) await db.log.put(entry)
}
