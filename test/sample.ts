/** What the examples in the core's docstrings speak of beside their own folder: a sample groove and what is made of it (core/README.md). */
import * as Formats from '#core/formats'
import * as Groove from '#core/groove'
import * as Kit from '#core/kit'
import * as Measure from '#core/measure'
import * as Notation from '#core/notation'
import * as Phrase from '#core/phrase'
import * as Practise from '#core/practise'
import { makeRecording } from '#core/recording'
import * as Time from '#core/time'

/** One bar of 4/4 in sixteenths at 100: hats in eighths, snare on 2 and 4, ghosts on a of 2 and e of 3, bass drum on 1 and & of 3. */
export const bars = Groove.makeBars(Time.meter(4, 4), 1, 4)
const row = (line: string, piece: string, stroke: Kit.StrokeKind = 'hit') =>
  Groove.rowStrokes(bars, line, { piece, stroke })
const sample = Groove.makeGroove({
  id: 'sample',
  title: 'Sample',
  bars,
  parts: [
    Groove.makePart({ id: 'hats', name: 'Hats', role: 'lead', limb: 'RH', strokes: row('3.', 'hi-hat') }),
    Groove.makePart({
      id: 'backbeat',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: row('....5...', 'snare'),
    }),
    Groove.makePart({
      id: 'ghosts',
      name: 'Ghosts',
      role: 'ghosts',
      limb: 'LH',
      strokes: row('.......1.1......', 'snare'),
    }),
    Groove.makePart({
      id: 'bass',
      name: 'Bass drum',
      role: 'bass drum',
      limb: 'RF',
      strokes: row('4.........4.....', 'bass drum'),
    }),
  ],
})

/** A groove's parts, a figure or a dot a slot: `{ bass: '4.........4.....' }`; an edit's are those it changes in the sample; several passes on end. */
export function rows(
  of: Groove.Groove | Groove.Edit | { ok: boolean; value?: unknown; reason?: string },
): Record<string, string> {
  if ('ok' in of) return of.ok ? rows(of.value as Groove.Edit) : { refused: of.reason ?? '' }
  if (!('bars' in of && 'parts' in of)) {
    const after = Groove.apply(sample, of)
    if (!after.ok) return { refused: after.reason }
    const [before, then] = [rows(sample), rows(after.value.document)] as const
    return Object.fromEntries(
      Object.entries(then)
        .filter(([id, line]) => before[id] !== line)
        .concat(
          Object.keys(before)
            .filter(id => !(id in then))
            .map(id => [id, 'gone']),
        ),
    )
  }
  const whole = of
  const slots = Time.slotsOf(whole.bars)
  return Object.fromEntries(
    whole.parts.map(part => [
      part.id,
      slots
        .map(
          slot => part.strokes.find(stroke => stroke.at >= slot.at && stroke.at < slot.at + slot.length)?.level ?? '.',
        )
        .join(''),
    ]),
  )
}

/** The sample without its first bass drum. */
function without(one: Groove.Groove): Groove.Groove {
  return {
    ...one,
    parts: one.parts.map(part => (part.id === 'bass' ? { ...part, strokes: part.strokes.slice(1) } : part)),
  }
}
/** Ids by number. */
const counter = () => {
  let n = 0
  return () => `id-${++n}`
}
export const fillGround = { round: sample, next: sample, kit: Kit.DEFAULT_KIT, tempo: sample.tempo }
/** Single strokes through the last beat, led round the drums. */
function madeFill() {
  const made = Phrase.makeFill(
    {
      from: 15120,
      length: 5040,
      source: { kind: 'singles' },
      path: { seed: 1, afresh: false },
      first: 'R',
      loudness: 'growing',
      feet: 'kept',
      ending: 'crash',
    } as never,
    fillGround,
  )
  if (!made.ok) throw new Error(made.reason)
  return made.value
}

/** A plan of the sample with its first stage, what they are made of, and an entry of the log. */
function practised() {
  const plan = Practise.planFor(sample, counter())
  if (!plan.ok) throw new Error(plan.reason)
  const entry = Practise.makeEntry({
    id: 'entry',
    at: '2026-03-01T18:00:00.000Z',
    day: '2026-03-01',
    subject: { kind: 'groove', id: 'sample', revision: 1, title: 'Sample' },
    stage: 'All',
    seconds: 120,
    tempo: { bpm: 96, counts: '1/4' },
    word: 'solid',
  })
  return {
    plan: plan.value,
    stage: plan.value.stages[0],
    entry,
    material: { grooves: new Map([['sample', sample]]), phrases: new Map(), kitOf: () => Kit.DEFAULT_KIT },
  }
}

const made = practised()
export const { plan, stage, entry, material } = made
export const laps = plan.stages.map(() => ({ bars: 1, seconds: 2.4 }))
export const beats = Time.beatsOf(bars)
export const groove = sample
export const kit = Kit.DEFAULT_KIT
/** With a line above; without its first bass drum; too fast for a right hand. */
export const lined: Groove.Groove = {
  ...sample,
  guides: [{ id: 'riff', name: 'Riff', notes: [{ at: 0, length: 5040, level: 3 }] }],
}
export const lighter = without(sample)
export const fast: Groove.Groove = { ...sample, tempo: { bpm: 320, counts: '1/4' } }
export const part = (id: string): Groove.Part => Groove.partOf(sample, id)!
export const events = Groove.timeline(sample, Kit.DEFAULT_KIT)
/** What a sticking is laid on. */
export const sixteenths = { meter: Time.meter(4, 4), slots: 4, changing: false }
export const phrase = Phrase.phraseFrom(sample, 1, counter())
export const fill = madeFill()
export const measures = Measure.measure(
  [{ at: 0, limb: 'RH', pieceId: 'snare', level: 3, tick: 0, bar: 0, instant: 0, grace: false } as never],
  [{ at: 0.012, limb: 'RH' }],
  { input: 'keys', tells: 'limb', vouched: true, bars: 1 },
)
export const geometry = Notation.layOut(bars, ['RH', 'LH', 'RF', 'LF'], 800, Notation.FULL)
export const midi = Formats.writeGrooveMidi(sample, Kit.DEFAULT_KIT)

/** A recording of three seconds that has not been listened to. */
export const recording = makeRecording({
  id: 'recording',
  title: 'Shed',
  asset: { sha256: '0'.repeat(64), type: 'audio/wav', bytes: 44 },
  seconds: 3,
})
