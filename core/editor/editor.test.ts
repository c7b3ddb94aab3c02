import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { beginHistory, make, redo, undo } from '#core/history'
import {
  type Edit,
  type Groove,
  addGuide,
  apply,
  grooveTicks,
  ledInBy,
  makeBars,
  makeGroove,
  makePart,
  partOf,
  readGroove,
  rowStrokes,
} from '#core/groove'
import { DEFAULT_KIT, LEVELS, LIMBS, type Limb } from '#core/kit'
import { meter, slotsOf } from '#core/time'
import { drummed } from '../../test/arbitrary'
import {
  type EditorEffect,
  type EditorEvent,
  type EditorState,
  beginEditor,
  brushOf,
  markedBar,
  sayCursor,
  stepEditor,
  strokesChosen,
  toolOf,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const row = (line: string, piece: string) => rowStrokes(bars, line, { piece })
const groove = makeGroove({
  id: 'one',
  title: 'One',
  bars,
  parts: [
    makePart({ id: 'hats', name: 'Hats', role: 'lead', limb: 'RH', strokes: row('3.', 'hi-hat') }),
    makePart({ id: 'snare', name: 'Backbeat', role: 'backbeat', limb: 'LH', strokes: row('....5...', 'snare') }),
    makePart({ id: 'ghosts', name: 'Ghosts', role: 'ghosts', limb: 'LH', strokes: row('.......1.1......', 'snare') }),
    makePart({
      id: 'bass',
      name: 'Bass drum',
      role: 'bass drum',
      limb: 'RF',
      strokes: row('4.........4.....', 'bass drum'),
    }),
  ],
})
const lined = (() => {
  const done = apply(groove, addGuide(groove, { id: 'riff', name: 'Riff', notes: [{ at: 0, length: 5040, level: 3 }] }))
  if (!done.ok) throw new Error(done.reason)
  return done.value.document
})()

/** The editor and its groove with a history, as the Bench has them: what a row of events comes to. */
function bench(start: Groove = groove, begin: EditorState = beginEditor(start)) {
  let history = beginHistory<Groove, Edit>(start)
  let state = begin
  let ids = 0
  const effects: EditorEffect[] = []
  function goesBack(how: 'undone' | 'redone') {
    const before = history.document
    const edit = (how === 'undone' ? history.back : history.forward).at(-1) ?? null
    const done = how === 'undone' ? undo(history, apply) : redo(history, apply)
    if (!done.ok) return
    history = done.value
    state = stepEditor(state, { type: 'edited', how, edit, after: history.document }, desk(before)).state
  }
  const desk = (one: Groove) => ({ groove: one, kit: DEFAULT_KIT, newId: `new-${++ids}` })
  return {
    send(...events: (EditorEvent | 'undo' | 'redo')[]) {
      for (const event of events) {
        if (event === 'undo') goesBack('undone')
        else if (event === 'redo') goesBack('redone')
        else {
          const step = stepEditor(state, event, desk(history.document))
          effects.push(...step.effects)
          const made = step.edit ? make(history, step.edit, apply) : undefined
          if (made && !made.ok) throw new Error(`An edit that can’t be made: ${made.reason}`)
          if (made?.ok) history = made.value
          state = step.state
        }
      }
      return this
    },
    get state() {
      return state
    },
    get groove() {
      return history.document
    },
    get effects() {
      return effects
    },
    get said() {
      return effects.flatMap(effect =>
        effect.type === 'refuse' ? effect.reason : effect.type === 'say' ? effect.words : [],
      )
    },
    row(id: string) {
      const part = partOf(history.document, id)
      return part
        ? slotsOf(history.document.bars)
            .map(({ at }) => part.strokes.find(stroke => stroke.at === at)?.level ?? '.')
            .join('')
        : 'gone'
    },
    notes: () => history.document.guides.map(guide => guide.notes.map(({ at, length }) => [at / 1260, length / 1260])),
  }
}
const at = (limb: (typeof LIMBS)[number], slot: number): EditorState => ({
  ...beginEditor(groove),
  cursor: { limb, slot, line: null },
})
const press = (limb: (typeof LIMBS)[number], slot: number, more = false): EditorEvent => ({
  type: 'press',
  on: { limb, slot },
  more,
})
const drag = (slot: number, dx: number, dy: number, level: 1 | 2 | 3 | 4 | 5 = 3): EditorEvent => ({
  type: 'drag',
  slot,
  dx,
  dy,
  level,
})
const up: EditorEvent = { type: 'release' }
const walk = (by: number | 'first' | 'last'): EditorEvent => ({ type: 'walk', by })

describe('of what is marked one limb is meant', () => {
  // Two bars of eighths: hats all through, bass drum on 1 of the first bar.
  const bars = makeBars(meter(4, 4), 2, 2)
  const part = (id: string, limb: Limb, piece: string, row: string) =>
    makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }) })
  const groove = makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: [part('hats', 'RH', 'hi-hat', '33333333 ........'), part('bass', 'RF', 'bass drum', '4...4... .......4')],
  })
  const desk: Parameters<typeof stepEditor>[2] = { groove, kit: DEFAULT_KIT, newId: 'new' }
  const after = (span: [number, number], limb: Limb | null, event: EditorEvent) => {
    const state = [
      { type: 'mark', from: span[0], to: span[1] },
      { type: 'mark of', limb },
    ] satisfies EditorEvent[]
    const ready = state.reduce((now, one) => stepEditor(now, one, desk).state, beginEditor(groove))
    const done = stepEditor(ready, event, desk)
    const made = done.edit && apply(groove, done.edit)
    return made?.ok ? made.value.document : done.effects
  }
  const rows = (made: unknown) =>
    Object.fromEntries((made as Groove).parts.map(one => [one.id, one.strokes.map(stroke => stroke.at / 2520)]))

  it('repeated, cleared, copied and displaced', () => {
    expect(rows(after([0, 7], 'RF', { type: 'repeat' }))).toEqual({
      hats: [0, 1, 2, 3, 4, 5, 6, 7],
      bass: [0, 4, 8, 12],
    })
    expect(rows(after([0, 3], 'RF', { type: 'clear' }))).toEqual({ hats: [0, 1, 2, 3, 4, 5, 6, 7], bass: [4, 15] })
    expect(rows(after([0, 7], 'RF', { type: 'displace', by: 1 })).bass).toEqual([1, 5, 15])
    expect(rows(after([0, 7], null, { type: 'repeat' })).hats).toHaveLength(16)
  })
  it('leads in alone, and no more when pressed again', () => {
    const led = after([14, 15], 'RF', { type: 'lead in' }) as Groove
    expect(led.parts.map(one => one.pickUp)).toEqual([null, 5040])
    const again = ledInBy(led, { from: 35280, to: 40320 }, 'RF')
    expect(again.ok && apply(led, again.value)).toMatchObject({
      value: { document: { parts: [{}, { pickUp: null }] } },
    })
    expect(after([14, 15], null, { type: 'lead in' })).toMatchObject({ pickUp: { ticks: 5040, repeats: true } })
    const reason = (span: [number, number], limb: Limb | null) =>
      (after(span, limb, { type: 'lead in' }) as { reason: string }[])[0]!.reason
    expect(reason([0, 1], 'RF')).toMatch(/end of the bars/)
    expect(reason([6, 15], 'RF')).toMatch(/no longer than the last bar/)
    expect(reason([14, 15], 'RH')).toBe('The right hand plays nothing in what is marked; put strokes there first.')
  })
})

describe('events on the lanes', () => {
  // What is done, on which part it is seen, and its row then, a figure or a dot a sixteenth.
  const CASES: [string, (EditorEvent | 'undo' | 'redo')[], string, string][] = [
    ['a press on an empty slot', [press('RF', 4), up], 'bass', '4...4.....4.....'],
    ['a press dragged up', [press('RF', 4), drag(4, 0, -20, 5), up], 'bass', '4...5.....4.....'],
    ['a press dragged aside stays where it began', [press('RF', 4), drag(6, 40, 0), up], 'bass', '4...4.....4.....'],
    [
      'a press that is taken back',
      [press('RF', 4), drag(4, 0, -20, 5), { type: 'cancel' }],
      'bass',
      '4.........4.....',
    ],
    ['a stick dragged to another slot', [press('RF', 10), drag(8, -40, 2), up], 'bass', '4.......4.......'],
    ['one dragged there and back', [press('RF', 10), drag(8, -40, 2), drag(10, 0, 2), up], 'bass', '4.........4.....'],
    ['a drag too short to tell', [press('RF', 10), drag(10, 3, 3, 1), up], 'bass', '4.........4.....'],
    ['a stick dragged to another level', [press('RF', 10), drag(10, 2, -12, 2), up], 'bass', '4.........2.....'],
    [
      'two chosen and dragged on',
      [press('RF', 0), up, press('RF', 10, true), drag(11, 30, 0), up],
      'bass',
      '.4.........4....',
    ],
    [
      'a level in an empty slot',
      [{ type: 'enter', limb: 'RF' }, walk(2), { type: 'level', level: 2 }],
      'bass',
      '4.2.......4.....',
    ],
    [
      'a level on a stroke',
      [
        { type: 'enter', limb: 'RF' },
        { type: 'level', level: 5 },
      ],
      'bass',
      '5.........4.....',
    ],
    ['out', [{ type: 'enter', limb: 'RF' }, { type: 'out' }], 'bass', '..........4.....'],
    ['all of it out takes the part', [{ type: 'enter', limb: 'RF' }, { type: 'all' }, { type: 'out' }], 'bass', 'gone'],
    [
      'all displaced',
      [{ type: 'enter', limb: 'RF' }, { type: 'all' }, { type: 'shift', by: -1 }],
      'bass',
      '.........4.....4',
    ],
    ['given to the other hand', [walk(2), { type: 'give', to: { limb: 'LH' } }], 'hats', '3...3.3.3.3.3.3.'],
    [
      'the counts drawn over and cleared',
      [{ type: 'press', on: { counts: 0 } }, drag(7, 90, 0), up, { type: 'clear' }],
      'hats',
      '........3.3.3.3.',
    ],
    [
      'a count pressed is its beat',
      [{ type: 'press', on: { counts: 5 } }, up, { type: 'clear' }],
      'snare',
      '............5...',
    ],
    [
      'a bar’s number pressed is the bar',
      [{ type: 'press', on: { bar: 0 } }, { type: 'clear' }],
      'bass',
      '................',
    ],
    [
      'a beat copied over the next',
      [{ type: 'mark', from: 0, to: 3 }, { type: 'copy' }, walk(4), { type: 'paste' }],
      'bass',
      '4...4.....4.....',
    ],
    ['a beat cut', [{ type: 'mark', from: 0, to: 3 }, { type: 'cut' }], 'bass', '..........4.....'],
    ['a beat repeated', [{ type: 'mark', from: 0, to: 3 }, { type: 'repeat' }], 'bass', '4...4...4...4...'],
    [
      'a marked run filled',
      [{ type: 'enter', limb: 'RF' }, { type: 'mark', from: 0, to: 3 }, { type: 'fill' }],
      'bass',
      '4444......4.....',
    ],
    [
      'a marked run displaced',
      [
        { type: 'mark', from: 0, to: 3 },
        { type: 'displace', by: 1 },
      ],
      'bass',
      '.4........4.....',
    ],
    [
      'a bar doubled',
      [{ type: 'mark bar', bar: 0 }, { type: 'double bar' }],
      'bass',
      '4.........4.....4.........4.....',
    ],
    ['undone', [press('RF', 4), up, 'undo'], 'bass', '4.........4.....'],
    ['and made again', [press('RF', 4), up, 'undo', 'redo'], 'bass', '4...4.....4.....'],
    [
      'a level where the other part of the hand strikes',
      [{ type: 'enter', limb: 'LH' }, walk(7), { type: 'level', level: 3 }],
      'ghosts',
      '.......3.1......',
    ],
  ]
  it.each(CASES)('%s', (_, events, part, after) =>
    expect(
      bench()
        .send(...events)
        .row(part),
    ).toBe(after),
  )

  it('is said where it can’t be done, and changes nothing', () => {
    const locked = {
      ...groove,
      parts: groove.parts.map(part => (part.id === 'bass' ? { ...part, locked: true } : part)),
    }
    expect(bench(locked).send(press('RF', 4), up).said).toEqual(['“Bass drum” is locked; unlock it first.'])
    expect(bench().send(walk(1), { type: 'shift', by: 1 }).said[0]).toMatch(/^Choose a stroke/)
    expect(bench().send({ type: 'paste' }).said[0]).toMatch(/^Nothing is copied yet/)
    for (const type of ['copy', 'cut', 'clear', 'repeat', 'fill', 'double bar'] as const)
      expect(bench().send({ type }).said[0], type).toMatch(/^Mark what you mean first/)
  })

  it('paints what was chosen for the limb, and puts the brush down by Escape', () => {
    const one = bench().send({ type: 'paint', brush: { piece: 'ride', stroke: 'bell' } }, press('RH', 1), up)
    expect(partOf(one.groove, 'hats')!.strokes[1]).toMatchObject({ at: 1260, piece: 'ride', stroke: 'bell' })
    expect(one.send(press('RH', 4), up).groove.parts[0]!.strokes[3]).toMatchObject({ at: 5040, piece: 'ride' })
    expect(brushOf(one.send({ type: 'escape' }).state, DEFAULT_KIT, 'RH')).toBeUndefined()
    expect(one.send({ type: 'enter', limb: 'LH' }, { type: 'piece', piece: 'next' }).state.brush.LH).toBeUndefined()
  })

  it('adds a part where the limb has none, called as the player calls it, and chooses it', () => {
    const step = stepEditor(
      at('LF', 2),
      { type: 'put' },
      { groove, kit: DEFAULT_KIT, newId: 'foot', called: () => 'Chick' },
    )
    expect(step).toMatchObject({
      edit: { type: 'add part', part: { id: 'foot', name: 'Chick' } },
      state: { partId: 'foot' },
    })
  })
})

describe('the line above', () => {
  const on = () => bench(lined).send({ type: 'climb', by: -1 })
  it('is one lane more, and keys mean notes there', () => {
    const one = on()
    expect(toolOf(one.state)).toBe('line')
    expect(sayCursor(one.state, one.groove, DEFAULT_KIT)).toBe(
      'Riff, 1: short note, plain, for a quarter'.replace('short', 'long'),
    )
    expect(one.send(walk(6), { type: 'put' }).notes()).toEqual([
      [
        [0, 4],
        [6, 1],
      ],
    ])
    expect(one.send({ type: 'stretch', by: 2 }).notes()).toEqual([
      [
        [0, 4],
        [6, 3],
      ],
    ])
    expect(one.send({ type: 'out' }, walk(-4), { type: 'level', level: 5 }).groove.guides[0]!.notes[0]!.level).toBe(5)
    expect(one.send({ type: 'kind', kind: 'next' }).said[0]).toMatch(/on a line above/)
    expect(toolOf(one.send({ type: 'remove line' }).state)).toBe('strokes')
  })
  it('is drawn on by the pointer, and tapped', () => {
    const one = on().send({ type: 'press', on: { line: 'riff', slot: 8 } }, drag(11, 60, 0), up)
    expect(one.notes()).toEqual([
      [
        [0, 4],
        [8, 4],
      ],
    ])
    expect(one.send({ type: 'tap', from: 5100, to: 7700 }).notes()).toEqual([
      [
        [0, 4],
        [4, 2],
        [8, 4],
      ],
    ])
    expect(bench(lined).send({ type: 'add line', partId: 'bass' }).notes()[1]).toEqual([
      [0, 4],
      [10, 4],
    ])
  })
})

describe('what is chosen', () => {
  it('goes where an edit moves it, and undo finds it', () => {
    const one = bench().send({ type: 'enter', limb: 'RF' }, { type: 'all' }, { type: 'shift', by: 2 })
    expect([one.state.several, one.state.cursor.slot]).toEqual([[2520, 15120], 2])
    one.send(walk(5), { type: 'enter', limb: 'LH' }, 'undo')
    expect([one.state.partId, one.state.several, one.state.cursor]).toEqual([
      'bass',
      [0, 12600],
      { limb: 'RF', slot: 0, line: null },
    ])
    expect(one.send('redo').state.several).toEqual([2520, 15120])
  })
  it('goes with its bar, and the cursor keeps its place where beats are cut finer', () => {
    const one = bench().send(
      { type: 'enter', limb: 'RF' },
      walk(10),
      { type: 'mark bar', bar: 0 },
      { type: 'insert bar' },
    )
    expect([strokesChosen(one.state, one.groove), one.state.cursor.slot]).toEqual([[20160 + 12600], 26])
    const cut = bench().send(walk(8), { type: 'mark', from: 0, to: 15 }, { type: 'cut beats', slots: 8 })
    expect([cut.groove.bars[0]!.slots, cut.state.cursor.slot]).toEqual([[8, 8, 8, 8], 16])
    expect(bench().send({ type: 'mark', from: 0, to: 15 }, { type: 'cut beats', slots: 8 }).state.cursor.slot).toBe(0)
  })
  it('stays through an edit made elsewhere and a version from another tab, as far as it is there', () => {
    const one = bench().send({ type: 'enter', limb: 'RF' }, { type: 'all' })
    const after = {
      ...groove,
      parts: groove.parts.map(part => (part.id === 'bass' ? { ...part, strokes: part.strokes.slice(1) } : part)),
    }
    const came = stepEditor(
      one.state,
      { type: 'edited', how: 'came', edit: null, after },
      { groove, kit: DEFAULT_KIT, newId: '' },
    )
    expect([came.state.partId, came.state.several]).toEqual(['bass', [12600]])
    const without = { ...groove, parts: groove.parts.slice(0, 3) }
    const gone = stepEditor(
      one.state,
      { type: 'edited', how: 'came', edit: null, after: without },
      { groove, kit: DEFAULT_KIT, newId: '' },
    )
    expect([gone.state.partId, gone.state.several]).toEqual(['hats', []])
  })
  it('is one bar where the mark is one, and no bar else', () => {
    expect([
      markedBar({ from: 0, to: 20160 }, groove),
      markedBar({ from: 0, to: 5040 }, groove),
      markedBar(null, groove),
    ]).toEqual([0, -1, -1])
  })
})

/** What is wrong with a state beside its groove; where a gesture shows an edit, beside what it would come to. */
function faultsIn(state: EditorState, now: Groove): string[] {
  const tried = state.gesture?.edit ? apply(now, state.gesture.edit) : undefined
  const shown = tried?.ok ? tried.value.document : now
  const part = partOf(shown, state.partId)
  const { slot, line } = state.cursor
  return [
    ...(slot >= 0 && slot < slotsOf(now.bars).length ? [] : [`No slot ${slot}.`]),
    ...(line === null || now.guides.some(guide => guide.id === line) ? [] : ['The cursor’s line is gone.']),
    ...(part || !shown.parts.length ? [] : ['The chosen part is gone.']),
    ...(state.several.every(tick => partOf(now, state.partId)?.strokes.some(stroke => stroke.at === tick))
      ? []
      : ['A chosen stroke is gone.']),
    ...(!state.span || (state.span.from < state.span.to && state.span.to <= grooveTicks(now))
      ? []
      : ['The mark is outside.']),
  ]
}

const limb = fc.constantFrom(...LIMBS)
const slot = fc.nat(20)
const step = fc.constantFrom(-1 as const, 1 as const)
const level = fc.constantFrom(...LEVELS)
const events: fc.Arbitrary<EditorEvent | 'undo' | 'redo'> = fc.oneof(
  fc.constantFrom('undo' as const, 'redo' as const),
  fc.record({ type: fc.constant('press' as const), on: fc.record({ limb, slot }), more: fc.boolean() }),
  fc.record({ type: fc.constant('press' as const), on: fc.record({ counts: slot }) }),
  fc.record({ type: fc.constant('press' as const), on: fc.record({ bar: fc.nat(3) }) }),
  fc.record({ type: fc.constant('drag' as const), dx: fc.nat(60), dy: fc.nat(60), slot, level }),
  fc.record({
    type: fc.constantFrom(
      'put',
      'out',
      'all',
      'next part',
      'escape',
      'fill',
      'copy',
      'cut',
      'paste',
      'clear',
      'repeat',
      'double bar',
      'insert bar',
      'remove bar',
      'add line',
      'remove line',
      'release',
      'cancel',
      'unmark',
    ),
  }) as fc.Arbitrary<EditorEvent>,
  fc.record({
    type: fc.constantFrom('leap', 'climb', 'move bar', 'shift', 'stretch', 'displace', 'extend'),
    by: step,
  }) as fc.Arbitrary<EditorEvent>,
  fc.record({ type: fc.constant('walk' as const), by: fc.integer({ min: -9, max: 9 }) }),
  fc.record({ type: fc.constant('level' as const), level }),
  fc.record({ type: fc.constant('give' as const), to: fc.record({ limb }) }),
  fc.record({ type: fc.constant('kind' as const), kind: fc.constant('next' as const) }),
  fc.record({ type: fc.constant('piece' as const), piece: fc.constant('next' as const) }),
  fc.record({ type: fc.constant('ornament' as const), ornament: fc.constant('next' as const) }),
  fc.record({ type: fc.constant('mark' as const), from: fc.nat(3), to: fc.nat(3) }),
  fc.record({ type: fc.constant('cut beats' as const), slots: fc.constantFrom(2, 3, 4, 6) }),
)
/** Slots as they are under a pointer: there are as many as the groove has. */
const within = (event: EditorEvent | 'undo' | 'redo', now: Groove): EditorEvent | 'undo' | 'redo' => {
  const many = slotsOf(now.bars).length
  const json = JSON.parse(JSON.stringify(event), (key, value) =>
    ['slot', 'counts', 'from', 'to'].includes(key) && typeof value === 'number' ? value % many : value,
  )
  return json
}

describe('laws of the editor', () => {
  it('every event leaves a valid state, and a groove that can be read', () => {
    fc.assert(
      fc.property(drummed, fc.array(events, { maxLength: 30 }), (start, all) => {
        const one = bench(start)
        for (const event of all) {
          one.send(within(event, one.groove))
          expect(faultsIn(one.state, one.groove), JSON.stringify(event)).toEqual([])
        }
        expect(readGroove(JSON.parse(JSON.stringify(one.groove))).ok).toBe(true)
      }),
    )
  })

  it('a gesture taken back leaves no trace', () => {
    let held = 0
    fc.assert(
      fc.property(
        drummed,
        fc.array(events, { maxLength: 12 }),
        limb,
        slot,
        fc.array(fc.tuple(slot, fc.nat(50), fc.nat(50), level)),
        (start, all, on, where, drags) => {
          const one = bench(start)
          for (const event of all) one.send(within(event, one.groove))
          one.send({ type: 'release' })
          const before = [one.state, one.groove]
          one.send(within(press(on, where), one.groove))
          // A press that can't be made takes hold of nothing, and there is nothing to take back.
          if (one.state.gesture === null) return
          held++
          for (const [to, dx, dy, height] of drags) one.send(within(drag(to, dx, dy, height), one.groove))
          one.send({ type: 'cancel' })
          expect([one.state, one.groove]).toEqual(before)
        },
      ),
    )
    expect(held).toBeGreaterThan(30)
  })

  it('undo brings back what was chosen, and redo what was chosen then', () => {
    fc.assert(
      fc.property(drummed, fc.array(events, { maxLength: 20 }), (start, all) => {
        const one = bench(start)
        for (const event of all) {
          if (event === 'undo' || event === 'redo') continue
          one.send({ type: 'release' })
          const { groove: was, state } = one
          one.send(within(event, one.groove), { type: 'release' })
          if (one.groove === was) continue
          const then = one.state
          const chosen = ({ cursor, partId, several, span }: EditorState) => ({ cursor, partId, several, span })
          one.send('undo')
          expect(chosen(one.state)).toEqual(chosen(state))
          one.send('redo')
          expect(chosen(one.state)).toEqual(chosen(then))
        }
      }),
    )
  })

  it('finger, mouse and keys that mean the same give the same edit', () => {
    fc.assert(
      fc.property(drummed, limb, slot, level, (start, on, where, height) => {
        const many = slotsOf(start.bars).length
        const place = where % many
        const mouse = bench(start).send(press(on, place), drag(place, 0, 30, height), up)
        const keys = bench(start).send({ type: 'enter', limb: on }, walk('first'), walk(place), {
          type: 'level',
          level: height,
        })
        const finger = bench(start).send({ type: 'point', limb: on, slot: place }, { type: 'level', level: height })
        expect(finger.groove.parts.map(part => part.strokes)).toEqual(keys.groove.parts.map(part => part.strokes))
        if (!mouse.said.length && !keys.said.length)
          expect(mouse.groove.parts.map(part => part.strokes)).toEqual(keys.groove.parts.map(part => part.strokes))
      }),
    )
  })
})
