import {
  type Groove,
  type Part,
  type Role,
  type RowStroke,
  apply,
  makeBars,
  makeGroove,
  makePart,
  rowStrokes,
} from '#core/groove'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { type Meter, meter, slotsOf } from '#core/time'
import { type Step, asVariation, displace, runSteps } from '#core/vary'

/** One part of a demo groove: limb, role, name, then rows and what they strike. */
type Layer = [limb: Limb, role: Role, name: string, ...rows: [row: string, struck: RowStroke][]]

interface Sketch {
  id: string
  title: string
  style?: string
  bpm: number
  meter?: Meter
  bars?: number
  slots?: number | number[]
  feel?: Groove['feel']
  notes: string
  tags: string[]
  layers: Layer[]
  counts?: Groove['tempo']['counts']
  /** What the bass player plays, above the limbs: first slot and how many, note by note. */ bassLine?: [
    slot: number,
    slots: number,
  ][]
}

const HAT = { piece: 'hi-hat' }
const OPEN = { piece: 'hi-hat', stroke: 'open', openSlots: 2 } as const
const FOOT = { piece: 'hi-hat', stroke: 'chick' } as const
const RIDE = { piece: 'ride' }
const BELL = { piece: 'ride', stroke: 'bell' } as const
const SNARE = { piece: 'snare' }
const RIM = { piece: 'snare', stroke: 'rim shot' } as const
const CROSS = { piece: 'snare', stroke: 'cross-stick' } as const
const BASS = { piece: 'bass drum' }
const FLOOR = { piece: 'floor tom' }

function draw({
  id,
  title,
  style = '',
  bpm,
  meter: m = meter(4, 4),
  bars: count = 1,
  slots = 4,
  feel = { swing: null, push: {} },
  notes,
  tags,
  layers,
  counts = '1/4',
  bassLine,
}: Sketch): Groove {
  const bars = makeBars(m, count, slots)
  const parts = layers.map(([limb, role, name, ...rows], i): Part =>
    makePart({
      id: `part-${i + 1}`,
      name,
      role,
      given: ['role'],
      limb,
      strokes: rows.flatMap(([row, struck]) => rowStrokes(bars, row, struck)).sort((a, b) => a.at - b.at),
    }),
  )
  const places = slotsOf(bars)
  const guides = bassLine
    ? [
        {
          id: 'bass-line',
          name: 'Bass line',
          notes: bassLine.map(([slot, slots]) => ({
            at: places[slot]!.at,
            length: places.slice(slot, slot + slots).reduce((sum, one) => sum + one.length, 0),
            level: 4 as const,
          })),
        },
      ]
    : []
  return makeGroove({ id, title, style, bars, tempo: { bpm, counts }, feel, notes, tags, parts, guides })
}

const WET_ROPE = draw({
  id: 'wet-rope',
  title: 'Wet Rope',
  style: 'funk-sixteenths',
  bpm: 96,
  bars: 2,
  tags: ['set list', 'funk'],
  notes: 'Opens the second half. The bass player sits on the & of 3; the foot must be there with him.',
  layers: [
    [
      'RH',
      'lead',
      'Hat eighths',
      ['2.4. 2.4. 2.4. 2.4. 2.4. 2.4. 2.4. 2...', HAT],
      ['.... .... .... .... .... .... .... ..4.', OPEN],
    ],
    ['LH', 'backbeat', 'Backbeat', ['.... 5... .... 5...', RIM]],
    ['LH', 'ghosts', 'Ghosts', ['.... ...1 .1.. ...1 ..1. ...1 .1.. .1..', SNARE]],
    ['RF', 'bass drum', 'Bass drum', ['4..3 .... ..4. .... 4... ..3. .34. ....', BASS]],
    ['LF', 'hat foot', 'Hat foot', ['2... 3...', FOOT]],
  ],
})

const SKETCHES: Sketch[] = [
  {
    id: 'chalk-on-the-door',
    title: 'Chalk on the Door',
    style: 'rock-eighths',
    bpm: 112,
    bars: 2,
    slots: 2,
    tags: ['set list', 'rock'],
    notes: 'Verse. Leave room under the singer; the second bar leans into the chorus.',
    bassLine: [
      [0, 2],
      [3, 1],
      [4, 3],
      [8, 2],
      [11, 1],
      [13, 1],
      [14, 2],
    ],
    layers: [
      ['RH', 'lead', 'Hat eighths', ['43', HAT]],
      ['LH', 'backbeat', 'Backbeat', ['.. 5. .. 5.', SNARE]],
      ['RF', 'bass drum', 'Bass drum', ['4. .. 44 .. 4. .4 .4 ..', BASS]],
    ],
  },
  {
    id: 'boiler-room-two',
    title: 'Boiler Room Two',
    style: 'shuffle',
    bpm: 126,
    slots: 2,
    feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} },
    tags: ['set list', 'shuffle'],
    notes: 'Both hands shuffle; the left stays under the cymbal until 2 and 4.',
    layers: [
      ['RH', 'lead', 'Ride shuffle', ['43', RIDE]],
      ['LH', 'backbeat', 'Shuffle under the backbeat', ['11 51 11 51', SNARE]],
      ['RF', 'bass drum', 'Four to the bar', ['3.', BASS]],
      ['LF', 'hat foot', 'Hat foot on 2 and 4', ['.. 3. .. 3.', FOOT]],
    ],
  },
  {
    id: 'seven-crates-up',
    title: 'Seven Crates Up',
    bpm: 168,
    meter: meter(7, 8),
    bars: 2,
    slots: [2, 2, 3],
    tags: ['odd meter'],
    notes: 'Two, two, three. The backbeat comes on the second two and on the last eighth.',
    layers: [
      ['RH', 'lead', 'Ride', ['4.4.4.3', RIDE]],
      ['LH', 'backbeat', 'Backbeat', ['..5...4', SNARE]],
      ['RF', 'bass drum', 'Bass drum', ['4..44.. 4...4..', BASS]],
      ['LF', 'hat foot', 'Hat foot', ['3.3.3..', FOOT]],
    ],
  },
  {
    id: 'slow-ferry-home',
    title: 'Slow Ferry Home',
    bpm: 58,
    meter: meter(12, 8),
    slots: 3,
    counts: '1/4.',
    tags: ['ballad'],
    notes: 'Last number. As quiet as the room allows until the horns come in.',
    layers: [
      ['RH', 'lead', 'Hat eighths', ['322', HAT]],
      ['LH', 'backbeat', 'Cross-stick backbeat', ['... 4.. ... 4..', CROSS]],
      ['RF', 'bass drum', 'Bass drum', ['4.. ..3 4.. ...', BASS]],
      ['LF', 'hat foot', 'Hat foot', ['... 2.. ... 2..', FOOT]],
    ],
  },
  {
    id: 'third-shed-left',
    title: 'Third Shed Left',
    bpm: 72,
    meter: meter(6, 8),
    bars: 2,
    slots: 6,
    counts: '1/4.',
    tags: ['six eight'],
    notes: 'Bell on the beats, ghosts rolling between them.',
    layers: [
      ['RH', 'lead', 'Ride with bell', ['..3.3. ..3.3.', RIDE], ['4..... 4.....', BELL]],
      ['LH', 'backbeat', 'Backbeat', ['...... 5.....', SNARE]],
      ['LH', 'ghosts', 'Ghosts', ['...1.1 ...1..', SNARE]],
      ['RF', 'bass drum', 'Bass drum', ['4...3. ......', BASS]],
    ],
  },
  {
    id: 'tin-gutter-waltz',
    title: 'Tin Gutter Waltz',
    bpm: 138,
    meter: meter(3, 4),
    bars: 2,
    slots: 2,
    feel: { swing: { level: '1/8', share: 0.62 }, push: {} },
    tags: ['waltz', 'swing'],
    notes: 'The hat foot on 2; answer the ride, do not follow it.',
    layers: [
      ['RH', 'lead', 'Ride', ['4. 33 3.', RIDE]],
      ['LH', 'comping', 'Comping', ['.. .2 .. .2 .. 3.', SNARE]],
      ['RF', 'bass drum', 'Feathered bass drum', ['2. 1. 1.', BASS]],
      ['LF', 'hat foot', 'Hat foot on 2', ['.. 3. ..', FOOT]],
    ],
  },
  {
    id: 'ladder-in-the-rain',
    title: 'Ladder in the Rain',
    bpm: 88,
    tags: ['linear', 'study'],
    notes: 'No two limbs together anywhere: the lanes show no plumb line.',
    layers: [
      ['RH', 'lead', 'Hats', ['4..4 .... 4..4 ..4.', HAT]],
      ['LH', 'backbeat', 'Snare', ['.1.. 5.1. .1.. 5..1', SNARE]],
      ['RF', 'bass drum', 'Bass drum', ['..4. .... ..4. ....', BASS]],
      ['LF', 'hat foot', 'Hat foot', ['.... .2.. .... .2..', FOOT]],
    ],
  },
  {
    id: 'cold-kettle',
    title: 'Cold Kettle',
    bpm: 104,
    bars: 2,
    slots: [4, 3, 4, 6],
    tags: ['study', 'toms'],
    notes:
      'Beats of four, three, four and six slots, with a tom written where the left hand is already on the snare: see the readout.',
    layers: [
      ['RH', 'lead', 'Floor tom', ['4.2. 4.2 4.2. 4.2.2.', FLOOR]],
      ['LH', 'backbeat', 'Backbeat', ['.... 5.. .... 5.....', SNARE]],
      ['LH', 'fill', 'High tom answers', ['.... 4.. ..3. ...3.3', { piece: 'high tom' }]],
      ['RF', 'bass drum', 'Bass drum', ['4... ..3 4... ......', BASS]],
    ],
  },
]

/** Wet Rope with its backbeat and ghosts a sixteenth late, kept as a variation. */
function wetRopeLate(): Groove {
  const moved = displace(WET_ROPE, { partIds: ['part-2', 'part-3'], slots: 1 })
  if (!moved.ok) throw new Error(moved.reason)
  const applied = apply(WET_ROPE, moved.value.edit)
  if (!applied.ok) throw new Error(applied.reason)
  return asVariation(WET_ROPE, 1, applied.value.document, 'wet-rope-late', 'Wet Rope, late backbeat', [
    moved.value.made,
  ])
}

/** A variation by several moves, one after another. */
function varied(parent: Groove, id: string, title: string, steps: readonly Step[]): Groove {
  const done = runSteps(parent, steps, DEFAULT_KIT)
  const made = done.map(step => {
    if (!step.ok) throw new Error(`${title}, ${step.step.move}: ${step.reason}`)
    return step.made
  })
  return asVariation(parent, 1, done.at(-1)!.groove, id, title, made)
}

/** Wet Rope’s family: what the band tried on it, and what it came from. */
function family(): Groove[] {
  const late = wetRopeLate()
  return [
    late,
    varied(WET_ROPE, 'wet-rope-verse', 'Wet Rope, for the verse', [
      { move: 'ghosts-out', params: {} },
      { move: 'bass-thin', params: { keep: 'every second' } },
      { move: 'role-level', params: { role: 'lead', by: -1 } },
    ]),
    varied(WET_ROPE, 'wet-rope-toms', 'Wet Rope, on the floor tom', [
      { move: 'to-piece', params: { part: 'lead', piece: 'floor tom' } },
      { move: 'crash', params: { beat: 0 } },
    ]),
    varied(late, 'wet-rope-late-bell', 'Wet Rope, late, on the bell', [
      { move: 'lead-to', params: { to: 'ride' } },
      { move: 'bells', params: { on: 'beats' } },
    ]),
  ]
}

/** The grooves of the demo world: an invented band's invented tunes. */
export const demoGrooves = (): Groove[] => [WET_ROPE, ...family(), ...SKETCHES.map(draw)]
