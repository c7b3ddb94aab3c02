import { describe, expect, it } from 'vitest'
import { apply, grooveTicks, readGroove } from '#core/groove'
import { DEFAULT_KIT, kitById } from '#core/kit'
import { meter } from '#core/time'
import {
  type Ground,
  type Orchestration,
  type Sticking,
  USUAL_ORCHESTRATION,
  backbeatsIn,
  chainsFor,
  orchestrate,
  ownGroup,
  readSticking,
  rotationSticking,
  sayRotation,
  sayUnplayed,
  writeSticking,
} from '.'

const sticking = (text: string): Sticking => {
  const read = readSticking(text)
  if (!read.ok) throw new Error(read.reason)
  return read.value
}
const FOUR: Ground = { meter: meter(4, 4), slots: 4, changing: false }

describe('the backbeat in a sticking', () => {
  it('a paradiddle in sixteenths has one hand on 2 and 4 only where it is written so', () => {
    const found = backbeatsIn(sticking('rlrrlrll'), FOUR, [2, 4])
    // Begun at its first note, beats fall on places 0, 4, 0, 4: the left hand, leading the other half, has 2 and 4.
    expect(found.find(one => one.by === 0)).toMatchObject({ hand: 'L', bars: 1, awkward: 0 })
    // From its second note beat 2 is place 5, the right hand between two lefts: free of doubles.
    expect(found.find(one => one.by === 1)).toMatchObject({
      hand: 'R',
      hits: [
        { beat: 1, who: 'R', asks: 'free' },
        { beat: 3, who: 'R', asks: 'free' },
      ],
    })
    // From its third note beat 2 is place 6: the first of the left hand's double.
    expect(found.find(one => one.by === 2)).toMatchObject({
      hand: 'L',
      awkward: 2,
      hits: [{ asks: 'begins a double' }, { asks: 'begins a double' }],
    })
    // From its fourth, place 7: the second of it, which must be louder than the first and cannot bounce.
    expect(found.find(one => one.by === 3)).toMatchObject({
      hand: 'L',
      awkward: 2,
      hits: [{ asks: 'ends a double' }, { asks: 'ends a double' }],
    })
    // The name of the stroke goes by that hand's next: of a bare paradiddle every other stroke is soft.
    expect(
      sayRotation(
        found.find(one => one.by === 1)!,
        [2, 4],
      ),
    ).toBe('Right hand on 2 and 4. On 2 and 4: a down-stroke, the stick stopped low: that hand’s next is soft.')
    expect(
      sayRotation(
        found.find(one => one.by === 2)!,
        [2, 4],
      ),
    ).toBe(
      'Left hand on 2 and 4. On 2 and 4: a down-stroke let drop: the soft second of the double follows from the fingers.',
    )
    expect(
      sayRotation(
        found.find(one => one.by === 3)!,
        [2, 4],
      ),
    ).toContain('; the soft stroke just before it in that hand is an up-stroke, since no bounce comes out louder.')
    // Half of the eight have the beat between two strokes of the other hand; they come first.
    expect(found.map(one => one.awkward)).toEqual([0, 0, 0, 0, 2, 2, 2, 2])
  })

  it('single strokes in sixteenths give every beat to one hand', () => {
    const found = backbeatsIn(sticking('rl'), FOUR, [2, 4])
    expect(found.map(one => [one.by, one.hand])).toEqual([
      [0, 'R'],
      [1, 'L'],
    ])
    // Accented wherever the right hand strikes, its next is loud too.
    expect(sayRotation(backbeatsIn(sticking('>rl'), FOUR, [2, 4])[0]!, [2, 4])).toBe(
      'Right hand on 2 and 4. On 2 and 4: a full stroke: that hand’s next is loud too.',
    )
  })

  it('of threes running on goes from limb to limb, and begun every bar it does not', () => {
    const found = backbeatsIn(sticking('rlf'), FOUR, [3])
    // Beat 3 is slot 8: place 2 of three in the first bar, a foot; 24: place 0; 40: place 1.
    const on = found.find(one => one.by === 0 && one.repeat === 'runs on')!
    expect(on).toMatchObject({ bars: 3, hand: undefined })
    expect(on.hits.map(hit => hit.who)).toEqual(['F', 'R', 'L'])
    // Begun every bar from the second place, beat 3 is the right hand's.
    expect(found.find(one => one.by === 1 && one.repeat === 'every bar')).toMatchObject({ bars: 1, hand: 'R' })
  })

  it('is used with the accents that it speaks of, for as long as it takes to repeat', () => {
    const used = (text: string, beats: number[], by: number, repeat: string) =>
      writeSticking(
        rotationSticking(
          backbeatsIn(sticking(text), FOUR, beats).find(one => one.by === by && one.repeat === repeat)!,
          FOUR,
          beats,
        ),
        4,
      )
    expect(used('rlrrlrll', [2, 4], 0, 'runs on')).toBe('rlrr >lrll')
    expect(used('rlrrlrll', [3], 1, 'runs on')).toBe('lrrl rllr >lrrl rllr')
    // Begun again in every bar, five threes and a place; running on, three bars until beat 3 is where it was.
    expect(used('rlf', [3], 1, 'every bar')).toBe('lfrl frlf >rlfr lfrl')
    expect(used('rlf', [3], 0, 'runs on')).toBe('rlfr lfrl >frlf rlfr lfrl frlf >rlfr lfrl frlf rlfr >lfrl frlf')
  })

  it('says who falls on the beats: one on all, each its own, or by turns', () => {
    const first = (text: string, beats: number[], repeat = 'every bar') =>
      sayRotation(
        backbeatsIn(sticking(text), FOUR, beats)
          .filter(found => found.by === 0)
          .toSorted((a, b) => Number(b.repeat === repeat) - Number(a.repeat === repeat))[0]!,
        beats,
      ).split('.')[0]
    expect([
      first('rlrlfrlr', [2, 4]),
      first('rrrrrrrrrrrrlrrr', [2, 4]),
      first('rlf', [3], 'runs on'),
      first('rlr-', [2, 4]),
      first('rlr-r', [3]),
    ]).toEqual([
      'Bass drum foot on 2 and 4',
      'Right hand on 2 and left hand on 4',
      'Bass drum foot, right hand and left hand by turns on 3',
      'Right hand on 2 and 4',
      'A rest on 3',
    ])
  })

  it('says what it asks of the hand', () => {
    const one = backbeatsIn(sticking('rlrrlrll'), FOUR, [2, 4]).find(found => found.by === 2)!
    expect(sayRotation(one, [2, 4])).toMatch(/^Left hand on 2 and 4\. On 2 and 4: a down-stroke let drop/)
  })
})

const how = (over: Partial<Orchestration>): Orchestration => ({ ...USUAL_ORCHESTRATION, ...over })
const target = { id: 'g', title: 'From a sticking', bars: 1, bpm: 90, kit: DEFAULT_KIT, lead: 'right' as const }
const made = (text: string, over: Partial<Orchestration> = {}, on = target, ground = FOUR) => {
  const groove = orchestrate(sticking(text), ground, how(over), on)
  if (!groove.ok) throw new Error(groove.reason)
  return groove.value
}
/** Each part as its name and a row of sixteenths. */
const rows = (groove: ReturnType<typeof made>) =>
  Object.fromEntries(
    groove.parts.map(part => [
      part.name,
      Array.from({ length: 16 }, (_, i) => part.strokes.find(stroke => stroke.at === i * 1260)?.level ?? '.').join(''),
    ]),
  )

describe('a sticking put on the kit', () => {
  it('gives each hand a piece, the backbeat to the snare, and names every part', () => {
    // rlrr lrll twice: the left hand leads beats 2 and 4, and goes across for them.
    const groove = made('rlrrlrll', { ghosted: true })
    expect(rows(groove)).toEqual({
      'Sticking, right hand': '1.11.1..1.11.1..',
      'Ghosts, left hand': '.1....11.1....11',
      'Backbeat, left hand': '....5.......5...',
    })
    expect(groove.parts.map(part => [part.limb, part.role])).toEqual([
      ['RH', 'lead'],
      ['LH', 'ghosts'],
      ['LH', 'backbeat'],
    ])
  })

  it('sends accents to another piece, runs a hand over several, and lets the foot play what is written', () => {
    const groove = made('>rlf', {
      backbeat: [],
      hands: {
        R: { piece: 'hi-hat', accents: 'crash', run: [] },
        L: { piece: 'snare', accents: null, run: ['high tom', 'floor tom'] },
      },
    })
    const of = (name: string) => groove.parts.find(part => part.name === name)!.strokes
    expect(of('Accents, right hand').every(stroke => stroke.piece === 'crash' && stroke.level === 5)).toBe(true)
    expect(of('Sticking, left hand').map(stroke => stroke.piece)).toEqual([
      'high tom',
      'floor tom',
      'high tom',
      'floor tom',
      'high tom',
    ])
    expect(rows(groove)['Bass drum']).toBe('..4..4..4..4..4.')
  })

  it('calls a hand’s accents on the snare the backbeat where they are one, though none was asked for', () => {
    const names = (text: string) => made(text, { backbeat: [] }).parts.map(part => [part.name, part.role])
    // Accents on 1, 2, 3, 4 by turns: the left hand’s are on the snare, on 2 and 4; the right hand’s are on the hats, in one line with the rest.
    expect(names('>rlrr>lrll')).toEqual([
      ['Sticking, right hand', 'lead'],
      ['Sticking, left hand', 'comping'],
      ['Backbeat, left hand', 'backbeat'],
    ])
    // On e of 1 and e of 3 they are none.
    expect(names('r>lrrlrll').map(([name]) => name)).toEqual(['Sticking, right hand', 'Sticking, left hand'])
    const [, left] = made('r>lrrlrll', { backbeat: [] }).parts
    expect(left!.strokes.map(stroke => stroke.level).slice(0, 3)).toEqual([5, 3, 3])
  })

  it('lets the bass drum play on 1, and go with the backbeat where there are no accents', () => {
    expect(rows(made('rlrr', { bass: 'on 1' }))['Bass drum']).toBe('4...............')
    expect(rows(made('rlrr', { bass: 'with the accents', backbeat: [2, 4] }))['Bass drum']).toBe('....4.......4...')
    expect(rows(made('>rlrr', { bass: 'with the accents', backbeat: [2, 4] }))['Bass drum']).toBe('4...4...4...4...')
  })

  // What the foot does by each rule, against the same four places.
  it.each([
    ['as written', '..4...4...4...4.'],
    ['with the right hand', '4.4.4.4.4.4.4.4.'],
    ['with the left hand', '.44..44..44..44.'],
    ['with the accents', '4.4.4.4.4.4.4.4.'],
    ['in the gaps', '..44..44..44..44'],
  ] as const)('the bass drum %s', (bass, row) => {
    expect(rows(made('>rlf-', { bass }))['Bass drum']).toBe(row)
  })

  it.each([
    ['quarters', '4...4...4...4...'],
    ['off-beats', '..4...4...4...4.'],
    ['eighths', '4.4.4.4.4.4.4.4.'],
    ['2 and 4', '....4.......4...'],
  ] as const)('the hat foot on %s', (hatFoot, row) => {
    expect(rows(made('rl', { hatFoot }))['Hat foot']).toBe(row)
  })

  it('on the pad is hands alone on its one piece', () => {
    const groove = made('>rlrf', { view: 'pad', hatFoot: 'quarters' }, { ...target, kit: kitById('pad') })
    expect(new Set(groove.parts.flatMap(part => part.strokes.map(stroke => stroke.piece)))).toEqual(new Set(['pad']))
    expect(groove.parts.every(part => part.limb.endsWith('H'))).toBe(true)
    expect(orchestrate(sticking('f'), FOUR, how({ view: 'pad' }), { ...target, kit: kitById('pad') })).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/only foot strokes/),
    })
  })

  it('says which piece a kit lacks', () => {
    expect(
      orchestrate(
        sticking('rl'),
        FOUR,
        how({ hands: { ...USUAL_ORCHESTRATION.hands, R: { piece: 'gong', accents: null, run: [] } } }),
        target,
      ),
    ).toMatchObject({
      ok: false,
      reason: 'The right hand has no stroke on the gong of this kit; choose another piece.',
    })
  })

  it('keeps flams and the like as ornaments, and is always a valid groove', () => {
    const groove = made(
      '>^rlr >^lrl',
      { bass: 'in the gaps', hatFoot: 'eighths' },
      { ...target, bars: 4 },
      { ...FOUR, slots: 3 },
    )
    expect(groove.parts.flatMap(part => part.strokes).filter(stroke => stroke.ornament === 'flam')).toHaveLength(16)
    expect(readGroove(groove)).toEqual({ ok: true, value: groove })
    expect(grooveTicks(groove)).toBe(4 * 20160)
    expect(apply(groove, { type: 'facts', set: { title: 'x' } }).ok).toBe(true)
  })
})

describe('a hand and the foot at once', () => {
  it('sound together, the foot as the bass drum', () => {
    const made = orchestrate(sticking('(rf)l-(lf)'), FOUR, how({ backbeat: [] }), {
      id: 'g',
      title: 'G',
      bars: 1,
      bpm: 90,
      kit: DEFAULT_KIT,
      lead: 'right',
    })
    const at = (limb: string) =>
      made.ok
        ? made.value.parts
            .filter(part => part.limb === limb)
            .flatMap(part => part.strokes.filter(stroke => stroke.at < 5040).map(stroke => stroke.at / 1260))
        : []
    expect([at('RH'), at('LH'), at('RF')]).toEqual([[0], [1, 3], [0, 3]])
  })
  it('is one place of a chain, in which each limb is wished for and held to its speed', () => {
    const groups = ['(rf)l', 'rf'].map(text => {
      const group = ownGroup(text)
      if (!group.ok) throw new Error(group.reason)
      return group.value
    })
    // By hand: of four pairs, the second must be the first group; the other three are free.
    expect(
      chainsFor({
        slots: 8,
        groups,
        changing: false,
        wishes: [
          { kind: 'limb', who: 'R', slot: 2, says: '2' },
          { kind: 'limb', who: 'F', slot: 2, says: '2' },
        ],
      }).count,
    ).toBe(8n)
    // “rf” before “(rf)l” puts two foot strokes side by side, and any mixture does that somewhere round: all alike remain.
    expect(
      chainsFor({
        slots: 8,
        groups,
        changing: false,
        wishes: [
          { kind: 'not too fast', slotSeconds: 0.1, speeds: { hand: 0.01, foot: 0.15, double: 0.01, footPair: 0.15 } },
        ],
      }).count,
    ).toBe(2n)
  })
  it('says what comes to nothing: feet on a pad, accents that are not there', () => {
    expect(sayUnplayed(sticking('(rf)l'), how({ view: 'pad', hatFoot: 'quarters' }))).toEqual([
      'A pad has no pedal: the foot and the hat foot are left out.',
    ])
    expect(sayUnplayed(sticking('rlrl'), how({ view: 'pad' }))).toEqual([])
    expect(sayUnplayed(sticking('rlrl'), how({ bass: 'with the accents', backbeat: [] }))).toEqual([
      'This sticking has no accents: the bass drum goes with nothing.',
    ])
    expect(sayUnplayed(sticking('>rlrl'), how({ bass: 'with the accents' }))).toEqual([])
  })
})
