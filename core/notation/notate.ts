import { type Head, type Kit, type Limb, type Ornament, isHand, ringsOn, staffOf } from '#core/kit'
import { type Groove, type TimedStroke, audibleParts, leadInOf, ownTick, partOf, timeline } from '#core/groove'
import { present } from '#core/present'
import { type Counting, type Meter, NUMBERS, type Beat, type Tempo, beatsOf, countSlots, slotsOf } from '#core/time'
import { type WrittenValue, cutFor, splitParts, writtenAs } from './duration'

/** One head of a note: its place on the staff, its shape, and the strokes of the groove behind it. */
export interface NoteHead {
  place: number
  head: Head
  ghost: boolean
  slashed: boolean
  limbs: Limb[]
  strokes: { partId: string; at: number }[]
}

/** One note, chord or rest of a voice. `at` in ticks from the start of the groove. */
export interface Entry extends WrittenValue {
  at: number
  beat: number
  /** Empty for a rest. */
  heads: NoteHead[]
  accent: boolean
  /** The head that grace notes lead to: theirs is the same drum. */
  graced: number | undefined
  /** Over a hat: open, or closed again after it was. */
  hat: 'open' | 'half open' | 'loose' | 'closed' | undefined
  ornament: Ornament | undefined
  buzz: boolean
  /** Of a rest that stands for a whole bar, whatever its meter: the length of the bar in ticks. It is written as a whole rest. */
  fills?: number
}

/** Entries of a voice by their indices: a tuplet, or notes under one beam. */
interface Tuplet {
  from: number
  to: number
  num: number
  den: number
}
interface BeamGroup {
  from: number
  to: number
}
export interface Voice {
  entries: Entry[]
  tuplets: Tuplet[]
  beams: BeamGroup[]
  silent: boolean
}

export interface NotationBar {
  meter: Meter
  /** Whether its meter is written: in the first bar, and where it changes. */
  showMeter: boolean
  hands: Voice
  feet: Voice
  /** What is counted where something is struck, and which limbs strike it. */
  counts: { at: number; word: string; onBeat: boolean; sticking: string }[]
}

/** Bars, what is picked up before the first as a short bar, and what is over them: the tempo as a note and a figure, and the swing in words. */
export interface Notation {
  pickUp: NotationBar | undefined
  bars: NotationBar[]
  tempo: Tempo
  words: string
}

/**
 * A groove as percussion notation in two voices: hands over feet, beamed by felt beat, as docs/rules.md has it. Muted parts are left out; `only` chooses
 * parts by id. The pick-up comes before the first bar, counted as it is counted there.
 * @example notate(groove, kit).bars.length // => 1
 */
export function notate(
  groove: Groove,
  kit: Kit,
  wish: { counting?: Counting; only?: readonly string[] } = {},
): Notation {
  const { counts, bpm } = groove.tempo
  const bars = barsOf(groove, kit, wish)
  const pickUp = pickedUp(groove, kit, wish)
  // The meter is written once, before whatever comes first.
  if (pickUp) bars[0] = { ...bars[0]!, showMeter: false }
  return { pickUp, bars, tempo: { counts, bpm: Number(bpm.toFixed(1)) }, words: staffWords(groove) }
}

/** The short bar before the first: its notes lead to the strokes at the end of the bars, where they are written. */
function pickedUp(
  groove: Groove,
  kit: Kit,
  wish: { counting?: Counting; only?: readonly string[] },
): NotationBar | undefined {
  const lead = leadInOf(groove)
  const [bar] = lead ? barsOf(lead.groove, kit, wish) : []
  if (!lead || !bar || (bar.hands.silent && bar.feet.silent)) return undefined
  const words = countSlots(groove.bars, wish.counting ?? NUMBERS)
  const said = new Map(slotsOf(groove.bars).map((slot, i) => [slot.at, words[i]!]))
  const there = (voice: Voice): Voice => ({
    ...voice,
    entries: voice.entries.map(one => ({
      ...one,
      heads: one.heads.map(head => ({
        ...head,
        strokes: head.strokes.map(({ partId, at }) => ({ partId, at: at + lead.from })),
      })),
    })),
  })
  return {
    ...bar,
    meter: groove.bars[0]!.meter,
    showMeter: true,
    hands: there(bar.hands),
    feet: there(bar.feet),
    counts: bar.counts.map(count => ({ ...count, word: said.get(count.at + lead.from) ?? count.word })),
  }
}

function barsOf(
  groove: Groove,
  kit: Kit,
  { counting = NUMBERS, only }: { counting?: Counting; only?: readonly string[] },
): NotationBar[] {
  const heard = audibleParts(groove, { solo: [], only })
  const events = timeline(groove, kit).filter(event => heard.has(event.partId))
  const beats = beatsOf(groove.bars)
  const words = countSlots(groove.bars, counting)
  const slots = new Map(slotsOf(groove.bars).map((slot, i) => [slot.at, { word: words[i]!, onBeat: slot.slot === 0 }]))
  const closed = closedAgain(events)
  const softest = new Map<Limb, number>()
  for (const { limb, level } of events) softest.set(limb, Math.min(level, softest.get(limb) ?? 5))
  const accents = new Set(events.filter(event => accented(event, softest)))
  const signs: Signs = { closed, accents }
  return groove.bars.map((bar, b): NotationBar => {
    const own = beats.filter(beat => beat.bar === b)
    const from = own[0]!.at
    const to = own.at(-1)!.at + own.at(-1)!.length
    const inside = events.filter(event => event.at >= from && event.at < to)
    const before = groove.bars[b - 1]?.meter
    return {
      meter: bar.meter,
      showMeter: !before || before.count !== bar.meter.count || before.unit !== bar.meter.unit,
      hands: voice(
        groove,
        own,
        inside.filter(event => isHand(event.limb)),
        signs,
      ),
      feet: voice(
        groove,
        own,
        inside.filter(event => !isHand(event.limb)),
        signs,
      ),
      counts: [...new Set(inside.map(event => event.at))].map(at => ({
        at,
        word: slots.get(at)?.word ?? '',
        onBeat: slots.get(at)?.onBeat ?? false,
        sticking: sticking(inside.filter(event => event.at === at)),
      })),
    }
  })
}

/** The swing as it is now over the first bar: `'swing eighths, 66.7 to 33.3'`; nothing where it is straight. @internal */
function staffWords({ feel: { swing } }: Pick<Groove, 'feel'>): string {
  if (!swing || swing.share === 0.5) return ''
  return `swing ${swing.level === '1/8' ? 'eighths' : 'sixteenths'}, ${Number((swing.share * 100).toFixed(1))} to ${Number((100 - swing.share * 100).toFixed(1))}`
}

/** How much softer a limb's other strokes are where one of its strong strokes stands out. */
const STANDS_OUT = 2

/** A stroke that is written with an accent: one of level 5, and a strong one among softer strokes of the same limb. */
function accented(event: TimedStroke, softest: ReadonlyMap<Limb, number>): boolean {
  return event.level === 5 || (event.level === 4 && 4 - softest.get(event.limb)! >= STANDS_OUT)
}

/** Which limbs strike: hands as R and L, both as RL; feet as r and l, so that they are told apart without colour. */
function sticking(events: readonly TimedStroke[]): string {
  const limbs = new Set(events.map(event => event.limb))
  return [
    limbs.has('RH') ? 'R' : '',
    limbs.has('LH') ? 'L' : '',
    limbs.has('RF') ? 'r' : '',
    limbs.has('LF') ? 'l' : '',
  ].join('')
}

/** Hats that are not shut, the furthest apart first. */
const HATS_APART = ['open', 'half open', 'loose'] as const

/** Strokes on hats that were open just before: they are marked as closed again. */
function closedAgain(events: readonly TimedStroke[]): Set<TimedStroke> {
  const open = new Set<string>()
  const marked = new Set<TimedStroke>()
  for (const event of events) {
    if (event.piece?.kind !== 'hi-hat') continue
    if (ringsOn(event.stroke)) open.add(event.pieceId)
    else if (open.delete(event.pieceId) && isHand(event.limb)) marked.add(event)
  }
  return marked
}

/** Strokes on hats that close again, and strokes that are accented. */
interface Signs {
  closed: ReadonlySet<TimedStroke>
  accents: ReadonlySet<TimedStroke>
}

/** One voice of one bar: every felt beat written by itself, so that each can be seen. */
function voice(groove: Groove, beats: readonly Beat[], events: readonly TimedStroke[], signs: Signs): Voice {
  const entries: Entry[] = []
  const tuplets: Tuplet[] = []
  const beams: BeamGroup[] = []
  if (!events.length) {
    const fills = beats.reduce((sum, beat) => sum + beat.length, 0)
    const whole = { ...entry(beats[0]!, beats[0]!.at, { value: 1, dots: 0 }), fills }
    return { entries: [whole], tuplets, beams, silent: true }
  }
  for (const [b, beat] of beats.entries()) {
    const half = halfRest(beats, b, events)
    if (half === 'within') continue
    if (half) {
      entries.push(entry(beat, beat.at, half))
      continue
    }
    const inside = events.filter(event => event.at >= beat.at && event.at < beat.at + beat.length)
    const onsets = [...new Set(inside.map(event => event.at - beat.at))].sort((a, b) => a - b)
    const { cut, snapped } = cutFor(beat.length, onsets)
    const first = entries.length
    const rest = (from: number, parts: number) => {
      let at = from
      for (const piece of splitParts(parts, cut.unit)) {
        entries.push(entry(beat, beat.at + (at * beat.length) / cut.parts, piece.written))
        at += piece.parts
      }
    }
    const starts = [...new Set(snapped)]
    if (!starts.length || starts[0]! > 0) rest(0, starts[0] ?? cut.parts)
    starts.forEach((start, i) => {
      const parts = (starts[i + 1] ?? cut.parts) - start
      const [own] = splitParts(parts, cut.unit)
      const struck = inside.filter(event => snapped[onsets.indexOf(event.at - beat.at)] === start)
      entries.push({ ...entry(beat, struck[0]!.at, own!.written), ...note(groove, struck, signs) })
      if (own!.parts < parts) rest(start + own!.parts, parts - own!.parts)
    })
    if (cut.tuplet && starts.length) tuplets.push({ from: first, to: entries.length - 1, ...cut.tuplet })
    beams.push(...beamsOf(entries, first))
  }
  return { entries, tuplets, beams, silent: false }
}

/**
 * The rest of a half bar of four felt beats in which nothing is struck, where its first beat is asked for; `within` for its second beat.
 * Elsewhere each felt beat has its own rest, so that it can be seen.
 */
function halfRest(
  beats: readonly Beat[],
  b: number,
  events: readonly TimedStroke[],
): WrittenValue | 'within' | undefined {
  const [first, second] = [beats[b - (b % 2)], beats[b - (b % 2) + 1]]
  if (beats.length !== 4 || !first || !second || beats.some(beat => beat.length !== first.length)) return undefined
  if (events.some(({ at }) => at >= first.at && at < second.at + second.length)) return undefined
  const written = writtenAs(2 * first.length)
  return written && b % 2 ? 'within' : written
}

const entry = (beat: Beat, at: number, written: WrittenValue): Entry => ({
  ...written,
  at,
  beat: beat.beat,
  heads: [],
  accent: false,
  graced: undefined,
  hat: undefined,
  ornament: undefined,
  buzz: false,
})

/** Runs of notes short enough to be beamed, within one felt beat, broken by rests. */
function beamsOf(entries: readonly Entry[], from: number): BeamGroup[] {
  const groups: BeamGroup[] = []
  let start = -1
  for (let i = from; i <= entries.length; i++) {
    const beamed = entries[i] && entries[i]!.heads.length > 0 && entries[i]!.value >= 8
    if (beamed && start < 0) start = i
    if (!beamed && start >= 0) {
      if (i - start > 1) groups.push({ from: start, to: i - 1 })
      start = -1
    }
  }
  return groups
}

/** The strokes of one instant and voice as a chord: strokes at one place and of one shape share a head. */
function note(groove: Groove, struck: readonly TimedStroke[], { closed, accents }: Signs): Partial<Entry> {
  const heads = new Map<string, NoteHead>()
  for (const event of struck) {
    const { place, head } = placed(event)
    const key = `${place} ${head}`
    const stroke = { partId: event.partId, at: ownTick(present(partOf(groove, event.partId), 'part'), event.at) }
    const known = heads.get(key)
    if (known) {
      known.strokes.push(stroke)
      if (!known.limbs.includes(event.limb)) known.limbs.push(event.limb)
      known.ghost &&= event.level === 1
    } else
      heads.set(key, {
        place,
        head: head === 'slash' ? 'filled' : head,
        slashed: head === 'slash',
        ghost: event.level === 1,
        limbs: [event.limb],
        strokes: [stroke],
      })
  }
  const sorted = [...heads.values()].sort((a, b) => a.place - b.place)
  const ornamented = struck.find(event => event.ornament)
  return {
    heads: sorted,
    graced: ornamented && sorted.findIndex(head => head.place === placed(ornamented).place),
    accent: struck.some(event => accents.has(event)),
    hat:
      HATS_APART.find(kind => struck.some(event => event.stroke === kind)) ??
      (struck.some(event => event.stroke === 'tight' || closed.has(event)) ? 'closed' : undefined),
    ornament: ornamented?.ornament,
    buzz: struck.some(event => event.stroke === 'buzz'),
  }
}

/** Where a stroke is drawn; one on a piece the kit lacks is on the middle line as a triangle, to be seen as something else. */
function placed(event: TimedStroke): { place: number; head: Head } {
  return event.piece
    ? staffOf(event.piece, event.stroke, isHand(event.limb) ? 'hand' : 'foot')
    : { place: 0, head: 'triangle' }
}
