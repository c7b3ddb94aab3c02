import { together } from '#core/edit'
import { type Edit, type Groove, type Part, type Stroke } from '#core/groove'

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/** Strokes as an edit of one part: what is gone or changed goes, what is new or changed comes. */
function strokesBetween(before: Part, after: Part): Edit[] {
  if (before.strokes === after.strokes) return []
  const kept = (list: readonly Stroke[]) => new Map(list.map(stroke => [stroke.at, stroke]))
  const was = kept(before.strokes)
  const is = kept(after.strokes)
  const remove = before.strokes.filter(stroke => !same(stroke, is.get(stroke.at))).map(stroke => stroke.at)
  const put = after.strokes.filter(stroke => !same(stroke, was.get(stroke.at)))
  return remove.length || put.length ? [{ type: 'strokes', partId: before.id, remove, put }] : []
}

/** Parts put where they belong in the order of layering, once those that go have gone and those that come are there. */
function ordersBetween(before: Groove, after: Groove): Edit[] {
  const wanted = after.parts.map(part => part.id)
  const ids = before.parts.map(part => part.id).filter(id => wanted.includes(id))
  wanted.forEach((id, index) => {
    if (!ids.includes(id)) ids.splice(index, 0, id)
  })
  return wanted.flatMap((partId, index): Edit[] => {
    const from = ids.indexOf(partId)
    if (from === index) return []
    ids.splice(index, 0, ...ids.splice(from, 1))
    return [{ type: 'order', partId, index }]
  })
}

/**
 * The edit that leads from one groove to another: bars, feel, parts, their order and strokes. Title, lineage and the like are not
 * looked at. Strokes that a change of bars would leave outside are taken out before it and put in after.
 * @example rows(editBetween(groove, lighter, 'Lighter')) // => { bass: '..........4.....' }
 */
export function editBetween(before: Groove, after: Groove, label: string): Edit {
  const edits: Edit[] = []
  const later: Edit[] = []
  const bars = !same(before.bars, after.bars)
  for (const part of before.parts) {
    const now = after.parts.find(other => other.id === part.id)
    if (!now) {
      edits.push({ type: 'remove part', partId: part.id })
      continue
    }
    for (const edit of strokesBetween(part, now)) {
      if (bars && edit.type === 'strokes') {
        edits.push({ ...edit, put: [] })
        later.push({ ...edit, remove: [] })
      } else edits.push(edit)
    }
    const { id: _, strokes: __, ...was } = part
    const { id: ___, strokes: ____, ...is } = now
    const set = Object.fromEntries(
      Object.entries(is).filter(([key, value]) => !same(value, was[key as keyof typeof was])),
    )
    if (Object.keys(set).length) later.push({ type: 'part', partId: part.id, set })
  }
  if (!same(before.guides, after.guides)) {
    if (bars) edits.push({ type: 'guides', guides: [] })
    later.push({ type: 'guides', guides: after.guides })
  }
  if (bars) edits.push({ type: 'bars', bars: after.bars })
  edits.push(...later)
  after.parts.forEach((part, index) => {
    if (!before.parts.some(other => other.id === part.id)) edits.push({ type: 'add part', part, index })
  })
  edits.push(...ordersBetween(before, after))
  const facts = (['feel', 'lead', 'tempo', 'pickUp', 'kitId'] as const).filter(key => !same(before[key], after[key]))
  if (facts.length) edits.push({ type: 'facts', set: Object.fromEntries(facts.map(key => [key, after[key]])) })
  return together(label, edits)
}
