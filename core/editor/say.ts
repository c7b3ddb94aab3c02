import { type Groove, guideOf, isLong, partOf, sayPlace, saySpan, sayStroke, sentence, strokeAt } from '#core/groove'
import { type Kit, LEVEL_NAMES, LIMB_NAMES } from '#core/kit'
import { type Counting, aNote } from '#core/time'
import { noteUnder } from './line'
import { type EditorState, partAt, tickOf } from './state'

/**
 * What a listener hears of the place under the cursor.
 * @example sayCursor(beginEditor(groove), groove, kit) // => 'Right hand, 1: Hi-hat, plain'
 */
export function sayCursor(state: EditorState, groove: Groove, kit: Kit, counting?: Counting): string {
  const { limb, line } = state.cursor
  const tick = tickOf(state, groove)
  const guide = line === null ? undefined : guideOf(groove, line)
  if (guide) {
    const place = `${guide.name}, ${sayPlace(groove, tick, counting)}`
    const note = noteUnder(state, groove)
    if (!note) return `${place}: empty`
    const lasts = aNote(note.length)
    return `${place}: ${note.at === tick ? '' : 'within a '}${isLong(note) ? 'long' : 'short'} note, ${LEVEL_NAMES[note.level]}${lasts ? `, for ${lasts}` : ''}`
  }
  const part = partOf(groove, state.partId)
  const mine = part?.limb === limb ? strokeAt(part, tick) : undefined
  const other = partAt(state, groove, limb, tick)
  const stroke = mine ?? (other && strokeAt(other, tick))
  return `${sentence(LIMB_NAMES[limb])}, ${sayPlace(groove, tick, counting)}: ${stroke ? sayStroke(kit, stroke) : 'empty'}`
}

/**
 * The marked span in words; empty where none is marked.
 * @example sayMarked({ span: { from: 0, to: 5040 } }, groove) // => '1 to a of 1'
 */
export const sayMarked = (
  { span }: Pick<EditorState, 'span'>,
  groove: Pick<Groove, 'bars'>,
  counting?: Counting,
): string => (span ? saySpan(groove, span, counting) : '')
