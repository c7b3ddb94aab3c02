import { expose } from 'comlink'
import { type Opened, openFile } from '#core/documents'
import { type Cut, type FromScore, type Score, cutsOf, grooveFrom } from '#core/formats'
import type { Kit, Limb } from '#core/kit'
import type { Result } from '#core/result'
import type { Counting } from '#core/time'

/** A file as it was found, and where it is a score, the stretches of it that could be grooves. */
export type Found = Result<{ opened: Opened, cuts: Cut[] }>

/** What the grooves of a score are made with: whose kit, which hand leads, the player’s counting, and limbs chosen by hand. */
export interface Making { kit: Kit, lead: 'right' | 'left', counting: Counting, fixed: readonly (readonly [number, Limb])[] }

const worker = {
  open(bytes: Uint8Array, name: string, kit: Kit): Found {
    const opened = openFile(bytes, name, kit)
    if (!opened.ok) return opened
    return { ok: true, value: { opened: opened.value, cuts: opened.value.holds === 'score' ? cutsOf(opened.value.score) : [] } }
  },
  groove(score: Score, cut: Cut, title: string, { kit, lead, counting, fixed }: Making): FromScore {
    return grooveFrom(score, cut, { kit, lead, counting, title, id: 'opened', newId: i => `part-${i + 1}`, fixed: new Map(fixed) })
  },
}
export type FormatsWorker = typeof worker

expose(worker)
