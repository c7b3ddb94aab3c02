import { present } from '#core/present'
import { TICKS_PER_QUARTER } from '#core/time'
import type { Edit } from './edits'
import { type Groove, type Guide, type Part, type Stroke, LIMITS, grooveTicks } from './schema'

/** One note of a line that no limb owns; ticks, and a level as strokes have it. */
export type GuideNote = Guide['notes'][number]

/** The note of a line that begins at a tick: `noteAt({ notes: [{ at: 0, length: 5040, level: 4 }] }, 2520) // => undefined` */
export const noteAt = (guide: Pick<Guide, 'notes'>, at: number): GuideNote | undefined =>
  guide.notes.find(note => note.at === at)
/**
 * The note of a line that sounds at a tick, of which there is one at most: at 2520 of the same it is the one at 0.
 * @example noteOver({ notes: [{ at: 0, length: 5040, level: 3 }] }, 2520).at // => 0
 */
export const noteOver = (guide: Pick<Guide, 'notes'>, at: number): GuideNote | undefined =>
  guide.notes.find(note => note.at <= at && note.at + note.length > at)

/**
 * Whether a note is a long one: longer than an eighth. Band parts are read so: up to an eighth is short, a quarter and all that is
 * tied is long. `isLong({ length: 2520 }) // => false`, `isLong({ length: 5040 }) // => true`
 */
export const isLong = ({ length }: Pick<GuideNote, 'length'>): boolean => length > TICKS_PER_QUARTER / 2

/**
 * The line of that id, if there is one.
 * @example guideOf(lined, 'riff').name // => 'Riff'
 */
export const guideOf = (groove: Pick<Groove, 'guides'>, id: string): Guide | undefined =>
  groove.guides.find(guide => guide.id === id)

const withNotes = (groove: Groove, id: string, change: (notes: readonly GuideNote[]) => GuideNote[]): Edit => ({
  type: 'guides',
  guides: groove.guides.map(guide => (guide.id === id ? { ...guide, notes: change(guide.notes) } : guide)),
})

/** A note put into a voice: what it covers goes, and what sounds into it ends where it begins. It ends with the bars. */
function voiced(notes: readonly GuideNote[], note: GuideNote, total: number): GuideNote[] {
  const end = Math.min(total, note.at + note.length)
  const others = notes
    .filter(other => other.at < note.at || other.at >= end)
    .map(other =>
      other.at < note.at && other.at + other.length > note.at ? { ...other, length: note.at - other.at } : other,
    )
  return [...others, { ...note, length: end - note.at }].sort((a, b) => a.at - b.at)
}

/**
 * A note put into a line of the groove, in place of what it covers.
 * @example putNote(lined, 'riff', { at: 2520, length: 2520, level: 3 }).guides[0].notes.map(note => [note.at, note.length]) // => [[0, 2520], [2520, 2520]]
 */
export const putNote = (groove: Groove, id: string, note: GuideNote): Edit =>
  withNotes(groove, id, notes => voiced(notes, note, grooveTicks(groove)))

/**
 * The note that begins at a tick taken out.
 * @example takeNote(lined, 'riff', 0).guides[0].notes // => []
 */
export const takeNote = (groove: Groove, id: string, at: number): Edit =>
  withNotes(groove, id, notes => notes.filter(note => note.at !== at))

/**
 * The note that begins at a tick with another length or level; a longer one covers what comes after it.
 * @example alterNote(lined, 'riff', 0, { length: 2520 }).guides[0].notes[0].length // => 2520
 */
export const alterNote = (groove: Groove, id: string, at: number, set: Partial<Omit<GuideNote, 'at'>>): Edit =>
  withNotes(groove, id, notes =>
    notes
      .flatMap(note => (note.at === at ? [{ ...note, ...set }] : []))
      .reduce((all, note) => voiced(all, note, grooveTicks(groove)), notes as GuideNote[]),
  )

/**
 * The notes of a part as a line: each lasts until the part’s next stroke, at most a quarter, an open hat as long as it is open.
 * A part that repeats on its own is written out for the bars.
 * @example notesOf(groove, part('bass')) // => [{ at: 0, length: 5040, level: 4 }, { at: 12600, length: 5040, level: 4 }]
 */
export function notesOf(groove: Pick<Groove, 'bars'>, part: Pick<Part, 'strokes' | 'every'>): GuideNote[] {
  const total = grooveTicks(groove)
  const lap = part.every ?? total
  const strokes: Stroke[] = Array.from({ length: Math.ceil(total / lap) }, (_, n) =>
    part.strokes.map(stroke => ({ ...stroke, at: stroke.at + n * lap })),
  )
    .flat()
    .filter(stroke => stroke.at < total)
    .sort((a, b) => a.at - b.at)
  return strokes.map((stroke, i) => ({
    at: stroke.at,
    length: Math.min(stroke.openFor ?? TICKS_PER_QUARTER, (strokes[i + 1]?.at ?? total) - stroke.at),
    level: stroke.level,
  }))
}

/**
 * The notes of a part in place of a line's own.
 * @example takeOver(lined, 'riff', part('bass')).guides[0].notes.map(note => note.at) // => [0, 12600]
 */
export const takeOver = (groove: Groove, id: string, part: Part): Edit =>
  withNotes(groove, id, () => notesOf(groove, part))

/**
 * A new line above the limbs, with these notes; where there is no room for one more, the edit is refused as any other.
 * @example apply(groove, addGuide(groove, { id: 'riff', name: 'Riff', notes: [] })).value.document.guides.length // => 1
 */
export const addGuide = (groove: Groove, guide: Guide): Edit => ({
  type: 'guides',
  guides: [...groove.guides, { ...guide, notes: guide.notes.slice(0, LIMITS.guideNotes) }],
})
/**
 * A line taken away.
 * @example removeGuide(lined, 'riff').guides // => []
 */
export const removeGuide = (groove: Groove, id: string): Edit => ({
  type: 'guides',
  guides: groove.guides.filter(guide => guide.id !== id),
})
/**
 * A line under another name.
 * @example renameGuide(lined, 'riff', 'Bass').guides[0].name // => 'Bass'
 */
export const renameGuide = (groove: Groove, id: string, name: string): Edit => ({
  type: 'guides',
  guides: groove.guides.map(guide => (guide.id === id ? { ...guide, name } : guide)),
})

/**
 * A note as it was tapped, on the nearest slots: pressed and released at ticks of the bars, round their end. One released within
 * its slot is one slot long.
 * @example tapped(slotsOf(bars), 100, 2400) // => { at: 0, length: 2520 }
 */
export function tapped(
  slots: readonly { at: number; length: number }[],
  pressed: number,
  released: number,
): Pick<GuideNote, 'at' | 'length'> {
  const total = slots.at(-1)!.at + slots.at(-1)!.length
  const lines = [...slots.map(slot => slot.at), total]
  const nearest = (tick: number) =>
    lines.reduce((best, line) => (Math.abs(line - tick) < Math.abs(best - tick) ? line : best))
  const begins = nearest(pressed)
  const at = begins === total ? 0 : begins
  const slot = present(
    slots.find(one => one.at === at),
    'slot',
  )
  // Let go after the end has come round: the note lasts to the end of the bars.
  const end = released < pressed ? total : nearest(released)
  return { at, length: begins === total || end <= at ? slot.length : Math.max(slot.length, end - at) }
}

/** Notes in one voice, whatever order they are in: each ends at the latest where the next begins, or with the bars. @internal */
export const oneVoice = (notes: readonly GuideNote[], groove: Pick<Groove, 'bars'>): GuideNote[] =>
  notes
    .toSorted((a, b) => a.at - b.at)
    .map((note, i, all) => ({
      ...note,
      length: Math.min(note.length, (all[i + 1]?.at ?? grooveTicks(groove)) - note.at),
    }))
