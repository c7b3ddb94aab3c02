import { type Groove, LIMITS, type MoveMade, type Stroke, sayCount, sayList, sentence, sounding } from '#core/groove'
import { type Limb, type PieceKind, isHand, kindNamed } from '#core/kit'
import { sayTick } from '#core/time'
import { freeTitle } from '#core/title'
import { moveOf } from './moves'
import { isLead } from './work'

/** What sounds of a groove, sorted as a title speaks of it. */
interface Heard {
  crashes: number[]
  openings: number[]
  bass: string[]
  ghosts: number[]
  lead: string[]
  leadOn: string
  accents: string[]
  snare: string[]
  toms: string[]
  hatFoot: string[]
  ornaments: string[]
}

const RINGING: readonly (PieceKind | undefined)[] = ['crash', 'china', 'splash']
const TOMS: readonly (PieceKind | undefined)[] = ['tom', 'floor tom']

function heardIn(groove: Groove): Heard {
  const leads = isLead(groove)
  const strokes = sounding(groove).parts.flatMap(part => part.strokes.map(stroke => ({ part, stroke })))
  const ats = (is: (stroke: Stroke, limb: Limb, lead: boolean, kind: PieceKind | undefined) => boolean) =>
    strokes.flatMap(({ part, stroke }) => (is(stroke, part.limb, leads(part), kindNamed(stroke.piece)) ? [stroke] : []))
  const keys = (list: readonly Stroke[]) => list.map(({ at, piece, stroke }) => `${at} ${piece} ${stroke}`).sort()
  const lead = ats((_, __, leading) => leading)
  const pieces = new Map<string, number>()
  for (const { piece, stroke } of lead) {
    const on = stroke === 'bell' ? 'bell' : piece
    pieces.set(on, (pieces.get(on) ?? 0) + 1)
  }
  return {
    crashes: ats((_, __, ___, kind) => RINGING.includes(kind)).map(({ at }) => at),
    openings: ats(({ openFor }) => !!openFor).map(({ at }) => at),
    bass: keys(ats((_, limb, __, kind) => kind === 'bass drum' && !isHand(limb))),
    ghosts: ats(({ level }, limb, leading, kind) => level === 1 && !leading && kind === 'snare' && isHand(limb)).map(
      ({ at }) => at,
    ),
    lead: lead.map(({ at }) => String(at)).sort(),
    leadOn: [...pieces].sort((a, b) => b[1] - a[1])[0]?.[0] ?? '',
    accents: ats(({ level }) => level === 5)
      .map(({ at, piece }) => `${at} ${piece}`)
      .sort(),
    snare: keys(ats(({ level }, _, leading, kind) => kind === 'snare' && level > 1 && !leading)),
    toms: keys(ats((_, __, ___, kind) => TOMS.includes(kind))),
    hatFoot: ats(({ stroke }) => stroke === 'chick' || stroke === 'splash').map(({ at, stroke }) => `${at} ${stroke}`),
    ornaments: ats(({ ornament }) => !!ornament).map(({ at, ornament }) => `${at} ${ornament}`),
  }
}

const fresh = <T>(now: readonly T[], was: readonly T[]): T[] => now.filter(one => !was.includes(one))
const same = (a: readonly unknown[], b: readonly unknown[]): boolean => a.join() === b.join()

/** A place as short as a title has it: `'4'`, `'4&'`, `'2a'`. */
function shortPlace({ bars }: Pick<Groove, 'bars'>, at: number): string {
  const said = sayTick(bars, at)
  const [, within, beat] = /^(\S+) of (\d+)$/.exec(said) ?? []
  return within ? `${beat}${within}` : said
}

/**
 * What a groove has other than another, each thing in one to three words, what is heard first before what is heard last.
 * @example changesOf(groove, lighter) // => ['sparser bass drum']
 */
export function changesOf(home: Groove, now: Groove): string[] {
  const [was, is] = [heardIn(home), heardIn(now)]
  const found: string[] = []
  const [swing, before] = [now.feel.swing, home.feel.swing]
  if (swing?.share !== before?.share || swing?.level !== before?.level)
    found.push(!swing ? 'straight' : before ? 'another swing' : 'swung')
  const placed = (word: string, many: string, ats: readonly number[]) => {
    const places = new Set(ats.map(at => shortPlace(now, at)))
    if (places.size) found.push(places.size === 1 ? `${word} on ${[...places][0]}` : many)
  }
  placed('crash', 'crashes', fresh(is.crashes, was.crashes))
  placed('open', 'open hats', fresh(is.openings, was.openings))
  if (!same(was.bass, is.bass))
    found.push(
      `${is.bass.length > was.bass.length ? 'busier' : is.bass.length < was.bass.length ? 'sparser' : 'other'} bass drum`,
    )
  if (!same(was.ghosts, is.ghosts))
    found.push(
      !is.ghosts.length
        ? 'no ghosts'
        : !was.ghosts.length
          ? 'ghosts'
          : `${is.ghosts.length > was.ghosts.length ? 'more' : is.ghosts.length < was.ghosts.length ? 'fewer' : 'other'} ghosts`,
    )
  if (is.leadOn !== was.leadOn && is.leadOn) found.push(`on the ${is.leadOn === 'hi-hat' ? 'hats' : is.leadOn}`)
  if (!same(was.lead, is.lead))
    found.push(
      `${is.lead.length > was.lead.length ? 'busier' : is.lead.length < was.lead.length ? 'thinner' : 'other'} lead`,
    )
  if (!same(was.snare, is.snare)) found.push('other snare')
  if (!same(was.toms, is.toms)) found.push(is.toms.length ? 'toms' : 'no toms')
  if (!same(was.hatFoot, is.hatFoot)) found.push(is.hatFoot.length ? 'hat foot' : 'no hat foot')
  const [ornament] = fresh(is.ornaments, was.ornaments)
  if (ornament) found.push(`${ornament.split(' ')[1]}s`)
  if (!same(was.accents, is.accents)) found.push('other accents')
  return found.filter(words => words.split(' ').length <= MOST_WORDS)
}

/**
 * A headline of at most six words for what changed: one thing, or two where they are short.
 * @example changeTitle(groove, lighter) // => 'Sparser bass drum'
 */
export function changeTitle(home: Groove, now: Groove): string {
  const [one = 'as it was', two] = changesOf(home, now)
  const both = `${one}, ${two}`
  return sentence(two && both.split(' ').length <= 6 ? both : one)
}

/** A title is never longer than that of the first of its family by more words than these. */
const MOST_WORDS = 3

/** The title a variation’s own title was made from: without what an earlier change added to it. */
function firstTitle({ title, parent }: Pick<Groove, 'title' | 'parent'>): string {
  const at = title.lastIndexOf(', ')
  const added = title.slice(at + 2)
  return parent && at > 0 && added.split(' ').length <= MOST_WORDS + 1 ? title.slice(0, at) : title
}

/**
 * A short title for a variation: what moved, or the first thing that is heard to be other, `'Wet Rope, backbeat later'`, `'Wet Rope, open on 4&'`;
 * never one of the titles that its family has, and never growing from one generation to the next. What was done in full is in the notes.
 * @example titleAfter(groove, [], lighter) // => 'Sample, sparser bass drum'
 * @example titleAfter(groove, [], lighter, ['Sample, sparser bass drum']) // => 'Sample, sparser bass drum 2'
 */
export function titleAfter(
  parent: Groove,
  made: readonly MoveMade[],
  now: Groove = parent,
  taken: readonly string[] = [],
): string {
  const [one] = made
  const moved = one && made.length === 1 ? displaced(parent, one) : undefined
  const named = one && made.length === 1 ? (moveOf(one.move)?.name ?? 'variation').toLowerCase() : undefined
  const changes = changesOf(parent, now)
  const words = [
    ...(moved ? [moved] : []),
    ...changes,
    ...(changes.length ? [] : [named ?? (one ? `${made.length} moves` : 'variation')]),
  ]
  const base = firstTitle(parent)
  const titled = (what: string) => `${base}, ${what}`.slice(0, LIMITS.title)
  const free = words.map(titled).find(title => !taken.includes(title))
  return free ?? freeTitle(titled(words[0]!), taken, LIMITS.title)
}

/** `'backbeat later'` for a displacement of parts; undefined for any other move. */
function displaced(parent: Groove, { move, params }: MoveMade): string | undefined {
  const { slots, partIds } = params
  if (typeof slots !== 'number' || !moveOf(move)?.traits?.includes('by slots')) return undefined
  const names =
    Array.isArray(partIds) && partIds.length < parent.parts.length
      ? parent.parts.filter(part => (partIds as string[]).includes(part.id)).map(part => part.name.toLowerCase())
      : ['all']
  return `${names.length > 2 ? sayCount(names.length, 'part') : sayList(names)} ${slots < 0 ? 'earlier' : 'later'}`
}
