import type { Database } from '../server/db'
import { PIECE } from '../server/db/sound-store'
import { demoGrooves } from './grooves'
import { demoPhrases } from './phrases'
import { demoLog, demoPlans } from './practice'
import { demoRecordings } from './recordings'

/**
 * Loads the demo world into a database. Doing it again adds nothing and changes nothing: what the player
 * changed or threw away stays so, and a log that has begun is left alone.
 */
export async function loadDemo({ documents, log, assets }: Database, now: Date): Promise<void> {
  const grooves = demoGrooves()
  const plans = demoPlans(grooves)
  // The Shelf shows the newest first, so the set list is laid on it last, one by one.
  for (const groove of grooves.toReversed()) await documents.groove.create(groove)
  await documents.phrase.createAll(demoPhrases(grooves).toReversed())
  await documents.plan.createAll(plans)
  if (await log.count()) return
  // They take a moment to render: only where the world is new.
  for (const { recording, file } of demoRecordings(grooves)) {
    await assets.begin(recording.asset)
    for (let at = 0; at * PIECE < file.length; at++)
      await assets.bring(recording.asset.sha256, at, file.subarray(at * PIECE, (at + 1) * PIECE))
    await documents.recording.create(recording)
  }
  await log.putAll(demoLog(plans, grooves, now))
}
