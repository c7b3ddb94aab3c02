import { type Groove, type Stroke, barTicks, grooveTicks, leadInOf, sounding, timeline } from '#core/groove'
import { type Kit, LIMBS, type Limb, isHand } from '#core/kit'
import { type Beat, NUMBERS, beatsOf, bestGrid, countSlots, sayTempo, writeMeter } from '#core/time'
import { kindOfPiece, labelOf, letterOf } from './tab-letters'

/** Lines for each piece, or for each piece of each limb, so that the limbs are there too. */
interface TabWish {
  lines?: 'pieces' | 'limbs'
}

interface Line {
  label: string
  piece: string
  limb: Limb | undefined
  foot: boolean
  strokes: Stroke[]
}

/** The bars of a line of text hold about that many letters. */
const WIDE = 72

/**
 * A groove as text tablature: a heading with tempo, meter and swing, what the lines and letters mean, the count, and a line for each piece,
 * or for each piece of each limb. Beats are cut as finely as their strokes ask; muted parts are left out. Kept are places, pieces, strokes
 * and the ornaments of plain hits; of levels ghost, plain and accent. What is picked up has its own bar before the first. `readTab` reads it back.
 * @example writeTab(groove, kit).split('\n').filter(line => /^ *(BD|K)/.test(line)) // => ['BD    |O---------O-----|']
 */
export function writeTab(given: Groove, kit: Kit, { lines: by = 'pieces' }: TabWish = {}): string {
  const { bars, strokes } = withPickUp(given, struckIn(given, kit), kit)
  const groove = { ...given, bars }
  const beats = columnsOf(groove, strokes)
  const lines = linesOf(strokes, by)
  const wide = Math.max(5, ...lines.map(line => line.label.length))
  const counts = countSlots(
    groove.bars.map((bar, b) => ({ ...bar, slots: beats.filter(beat => beat.bar === b).map(beat => beat.slots) })),
    NUMBERS,
  )
  const rows = groove.bars.map((_, bar) => {
    const inBar = beats.filter(beat => beat.bar === bar)
    const count = inBar
      .map(beat =>
        Array.from({ length: beat.slots }, (_, slot) =>
          slot === 0 ? String((beat.beat + 1) % 10) : oneLetter(counts[beat.first + slot] ?? '.'),
        ).join(''),
      )
      .join('')
    return [count, ...lines.map(line => inBar.map(beat => cells(line, beat, kit)).join(''))]
  })
  const meters = groove.bars.map(bar => writeMeter(bar.meter))
  const swing = groove.feel.swing
  const head = [
    groove.title,
    `Tempo: ${sayTempo(groove.tempo).replace(/\d+$/, String(groove.tempo.bpm))}`,
    `Meter: ${new Set(meters).size === 1 ? meters[0]! : meters.join(' | ')}`,
    ...(bars === given.bars ? [] : ['The first bar is the pick-up.']),
    ...(swing ? [`Swing: ${swing.level} ${Math.round(swing.share * 1000) / 10}%`] : []),
    `Lines: ${[...new Set(lines.map(line => `${line.label.split(' ').at(-1)} = ${line.foot && line.piece === 'hi-hat' ? 'hi-hat by foot' : line.piece}`))].join(', ')}`,
    'Letters: x o plain, capital accent, g ghost, f flam, d drag, r ruff, w double, c choke, i rim shot, b bell, z buzz, s foot splash, v sweep, t tap; on the hi-hat o is open; on the snare x is a cross-stick',
  ]
  const perRow = Math.max(1, Math.floor(WIDE / Math.max(1, ...rows.map(row => row[0]!.length + 1))))
  const systems: string[] = []
  for (let bar = 0; bar < rows.length; bar += perRow) {
    const some = rows.slice(bar, bar + perRow)
    systems.push(
      ['Count', ...lines.map(line => line.label)]
        .map((label, i) => `${label.padEnd(wide)} |${some.map(row => row[i]!).join('|')}|`)
        .join('\n'),
    )
  }
  return `${head.join('\n')}\n\n${systems.join('\n\n')}\n`
}

/** A word of the count in one letter: its first; figures are where felt beats begin, and nowhere else. */
const oneLetter = (word: string): string => (/^[a-z&]/.test(word) ? word[0]! : '.')

/** A stroke with its limb. */
type Struck = Stroke & { limb: Limb }

/** Everything that sounds in one pass through the bars. */
const struckIn = (groove: Groove, kit: Kit): Struck[] =>
  timeline(sounding(groove), kit).map(({ at, pieceId, stroke, level, ornament, limb }) => ({
    at,
    piece: pieceId,
    stroke,
    level,
    limb,
    ...(ornament ? { ornament } : {}),
  }))

/** Bars and strokes with what is picked up: at the end of a bar before the first, as long as the last. */
function withPickUp(groove: Groove, strokes: readonly Struck[], kit: Kit): { bars: Groove['bars']; strokes: Struck[] } {
  const lead = leadInOf(groove)
  if (!lead) return { bars: groove.bars, strokes: [...strokes] }
  const last = groove.bars.at(-1)!
  const own = barTicks(last)
  const early = lead.from - (grooveTicks(groove) - own)
  return {
    bars: [last, ...groove.bars],
    strokes: [
      ...struckIn(lead.groove, kit).map(stroke => ({ ...stroke, at: stroke.at + early })),
      ...strokes.map(stroke => ({ ...stroke, at: stroke.at + own })),
    ],
  }
}

/** The felt beats of a groove, each cut as finely as its strokes ask, and no coarser than the groove counts it where that holds them. */
function columnsOf(groove: Groove, strokes: readonly Struck[]): Beat[] {
  let first = 0
  return beatsOf(groove.bars).map(beat => {
    const inIt = strokes
      .filter(stroke => stroke.at >= beat.at && stroke.at < beat.at + beat.length)
      .map(stroke => stroke.at - beat.at)
    const own = inIt.every(at => Number.isInteger((at * beat.slots) / beat.length))
    const made = { ...beat, slots: own ? beat.slots : bestGrid(inIt, beat.length).slots, first }
    first += made.slots
    return made
  })
}

function linesOf(strokes: readonly Struck[], by: 'pieces' | 'limbs'): Line[] {
  const found = new Map<string, { piece: string; limb: Limb; foot: boolean; strokes: Stroke[] }>()
  for (const stroke of strokes.toSorted((a, b) => LIMBS.indexOf(a.limb) - LIMBS.indexOf(b.limb))) {
    const foot = !isHand(stroke.limb)
    const key =
      by === 'limbs'
        ? `${stroke.limb} ${stroke.piece}`
        : `${foot && stroke.piece === 'hi-hat' ? 'foot ' : ''}${stroke.piece}`
    const line = found.get(key) ?? { piece: stroke.piece, limb: stroke.limb, foot, strokes: [] }
    found.set(key, line)
    line.strokes.push(stroke)
  }
  const labels = new Map<string, string>()
  const used = new Set<string>()
  return [...found.values()].map((line): Line => {
    const name = `${line.foot && line.piece === 'hi-hat' ? 'foot ' : ''}${line.piece}`
    const label = labels.get(name) ?? labelOf(line.piece, line.foot, used)
    labels.set(name, label)
    used.add(label)
    return {
      ...line,
      label: by === 'limbs' ? `${line.limb} ${label}` : label,
      limb: by === 'limbs' ? line.limb : undefined,
    }
  })
}

/** A line's letters in a beat; of two strokes in one place the louder. */
function cells({ piece, strokes }: Line, beat: Beat, kit: Kit): string {
  const row = Array.from({ length: beat.slots }, () => '-')
  const loudest = new Map<number, Stroke>()
  for (const stroke of strokes) {
    if (stroke.at < beat.at || stroke.at >= beat.at + beat.length) continue
    const slot = Math.min(beat.slots - 1, Math.round(((stroke.at - beat.at) * beat.slots) / beat.length))
    if ((loudest.get(slot)?.level ?? 0) < stroke.level) loudest.set(slot, stroke)
  }
  for (const [slot, stroke] of loudest) row[slot] = letterOf(kindOfPiece(kit, piece), stroke)
  return row.join('')
}
