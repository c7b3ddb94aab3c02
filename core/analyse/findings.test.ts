import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed, grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, HOUSE_LIMITS, type Kit, type Limb, kitById, mirrorKit } from '#core/kit'
import { type Groove, apply, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { meter } from '#core/time'
import {
  clashes,
  compare,
  findings,
  ghostPlaces,
  played,
  readout,
  remediesFor,
  sayComparison,
  sayDifference,
  sayFinding,
  sayGist,
  sayGhostPlaces,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, piece: string, row: string, more: Partial<Groove['parts'][number]> = {}) =>
  makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }), ...more })
const at = (bpm: number, ...parts: Groove['parts']): Groove =>
  makeGroove({ id: 'g', title: 'G', bars, parts, tempo: { bpm, counts: '1/4' } })
const find = (groove: Groove, kit: Kit = DEFAULT_KIT) => findings(groove, kit, played(groove, kit))
const said = (groove: Groove, kit: Kit = DEFAULT_KIT) => find(groove, kit).map(one => sayFinding(groove, one))
const remedies = (groove: Groove, kit: Kit = DEFAULT_KIT) =>
  find(groove, kit).flatMap(one =>
    remediesFor(groove, kit, readout(groove, kit), one, 'new').map(remedy => ({ ...remedy, finding: one.id })),
  )
const mend = (groove: Groove, label: string, kit: Kit = DEFAULT_KIT): Groove => {
  const remedy = remedies(groove, kit).find(one => one.label === label)
  if (!remedy)
    throw new Error(
      `No “${label}” among ${remedies(groove, kit)
        .map(one => one.label)
        .join(', ')}`,
    )
  const done = apply(groove, remedy.edit)
  if (!done.ok) throw new Error(done.reason)
  return done.value.document
}

describe('findings name their strokes', () => {
  it('of the parts they are in, those of a cycle by their own tick', () => {
    const groove = at(
      100,
      part('hat', 'RH', 'hi-hat', '3...', {
        every: 5040,
        strokes: [{ at: 0, piece: 'hi-hat', stroke: 'hit', level: 3 }],
      }),
      part('tom', 'RH', 'floor tom', '.... 3...'),
    )
    expect(find(groove)[0]).toMatchObject({
      id: 'clash RH 5040',
      weight: 'impossible',
      limbs: ['RH'],
      strokes: [
        { partId: 'hat', at: 0 },
        { partId: 'tom', at: 5040 },
      ],
    })
  })

  it('the heaviest first', () => {
    const groove = at(
      120,
      part('hat', 'RH', 'hi-hat', '3333'),
      part('snare', 'LH', 'snare', '.... 3...'),
      part('tom', 'LH', 'high tom', '.... 3...'),
    )
    expect(find(groove).map(one => [one.id, one.weight])).toEqual([
      ['clash LH 5040', 'impossible'],
      ['clash LH 15120', 'impossible'],
      ['long RH', 'hard'],
      ['crossing hi-hat high tom', 'told'],
    ])
  })
})

describe('where a piece stands', () => {
  const moved = (id: string, x: number, y: number, kit = DEFAULT_KIT): Kit => ({
    ...kit,
    pieces: kit.pieces.map(piece => (piece.id === id ? { ...piece, stands: { x, y } } : piece)),
  })
  it('is found when it is out of the limb’s reach, and another piece offered', () => {
    const kit = moved('ride', 1.3, 0.9)
    const groove = at(80, part('ride', 'RH', 'ride', '3.... .......'.replaceAll(' ', '').padEnd(16, '.')))
    // From the right shoulder at (0.2, 0.05): √(1.1² + 0.85²) = 1.39 m.
    expect(said(groove, kit)).toEqual([
      'Right hand does not reach the ride on 1: it is 1.39 m away. Move it nearer on the Kit, or play another piece.',
    ])
    const mended = mend(groove, 'Play the hi-hat instead', kit)
    expect(find(mended, kit)).toEqual([])
  })
  it('crosses the hands of an open-handed player, and of no other', () => {
    const groove = at(80, part('hat', 'RH', 'hi-hat', '3.3.'), part('snare', 'LH', 'snare', '.... 5...'))
    const open: Kit = { ...DEFAULT_KIT, hands: 'open' }
    expect(said(groove)).toEqual([])
    expect(said(groove, open)).toEqual([
      'The hands cross on 2 and 4: right on hi-hat, left on snare. This kit is played open-handed.',
    ])
    expect(find(mend(groove, 'Change the hands over', open), open)).toEqual([])
    expect(said(groove, mirrorKit(open))).toEqual([]) // the hats are on the right there
  })
})

describe('one limb on two pieces', () => {
  const groove = (a: string, b: string, limb: Limb = 'RH') =>
    at(80, part('a', limb, a, '3...............'), part('b', limb, b, '3...............'))
  it('is no clash where the kit has them as a pair', () => {
    const large = kitById('large')
    expect(clashes(timeline(groove('high block', 'low block'), large), large)).toEqual([])
    expect(clashes(timeline(groove('high block', 'cowbell'), large), large)).toHaveLength(1)
    expect(clashes(timeline(groove('foot cowbell', 'foot block', 'LF'), large), large)).toEqual([])
    expect(clashes(timeline(groove('foot cowbell', 'hi-hat', 'LF'), large), large)).toHaveLength(1)
  })
  it('is none on three pieces of which the kit has every two as a pair, and one where two of them are none', () => {
    const pair = (a: string, b: string) => ({ a, b })
    const [cowbell, block, tambourine] = ['foot cowbell', 'foot block', 'foot tambourine'] as const
    const clashing = (pairs: Kit['pairs'], ...pieces: string[]) => {
      const row: Kit = { ...kitById('large'), pairs }
      return clashes(
        timeline(at(80, ...pieces.map((piece, i) => part(`p${i}`, 'LF', piece, '3...............'))), row),
        row,
      ).length
    }
    const all = [pair(cowbell, block), pair(tambourine, block), pair(cowbell, tambourine)]
    expect(clashing(all, cowbell, block, tambourine)).toBe(0)
    expect(clashing(all, tambourine, cowbell, block)).toBe(0)
    expect(clashing(all, cowbell, block, 'hi-hat')).toBe(1)
    expect(clashing(all.slice(0, 2), cowbell, block, tambourine)).toBe(1)
  })
  it('is mended by the other hand, where that is free, or by taking the quieter out', () => {
    const both = at(80, part('a', 'RH', 'snare', '5...............'), part('b', 'RH', 'floor tom', '3...............'))
    expect(remedies(both).map(one => one.label)).toEqual([
      'Give the snare on 1 to the left hand',
      'Take out the floor tom on 1',
    ])
    const mended = mend(both, 'Give the snare on 1 to the left hand')
    expect(find(mended)).toEqual([])
    expect(mended.parts.map(one => [one.name, one.limb, one.strokes.length])).toEqual([
      ['a', 'RH', 0],
      ['b', 'RH', 1],
      ['a, left hand', 'LH', 1],
    ])
    const busy = at(80, ...both.parts, part('c', 'LH', 'snare', '3...............'))
    expect(remedies(busy).map(one => one.label)).toEqual(['Take out the floor tom on 1'])
  })
})

describe('remedies', () => {
  const openHat = (openFor: number, foot: string) =>
    at(
      80,
      makePart({
        id: 'hat',
        name: 'hat',
        limb: 'RH',
        strokes: [{ at: 2520, piece: 'hi-hat', stroke: 'open', level: 4, openFor }],
      }),
      makePart({
        id: 'foot',
        name: 'foot',
        limb: 'LF',
        strokes: rowStrokes(bars, foot, { piece: 'hi-hat', stroke: 'chick' }),
      }),
    )

  it('shorten an opening to the foot that closes it', () => {
    const groove = openHat(5040, '.... 3... .... ....')
    expect(remedies(groove).map(one => one.label)).toEqual(['Shorten the opening', 'Take out the foot stroke'])
    const mended = mend(groove, 'Shorten the opening')
    expect(mended.parts[0]!.strokes[0]!.openFor).toBe(2520)
    expect(find(mended)).toEqual([])
    expect(find(mend(groove, 'Take out the foot stroke'))).toEqual([])
  })
  it('close the hat where foot and opening fall together', () => {
    const groove = openHat(2520, '..3. .... .... ....')
    expect(find(mend(groove, 'Close the hat there'))).toEqual([])
  })
  it('raise ghosts after an accent, or hand them over', () => {
    const groove = at(96, part('snare', 'LH', 'snare', '.... .... .... 51..'))
    expect(find(mend(groove, 'Raise the ghosts to soft'))).toEqual([])
    expect(find(mend(groove, 'Give the snare on e of 4 to the right hand'))).toEqual([])
  })
  it('share a run between the hands, or thin it', () => {
    const groove = at(120, part('hat', 'RH', 'hi-hat', '3333'))
    const shared = mend(groove, 'Give 8 strokes to the left hand')
    expect(find(shared)).toEqual([])
    expect(shared.parts.map(one => one.strokes.length)).toEqual([8, 8])
    const feet = at(98, part('bass', 'RF', 'bass drum', '3333'))
    expect(find(mend(feet, 'Take out every second stroke of the run'))).toEqual([])
  })
  it('leave locked parts alone', () => {
    const groove = at(96, part('snare', 'LH', 'snare', '.... .... .... 51..', { locked: true }))
    expect(remedies(groove)).toEqual([])
  })
  it('make their finding go, bring no other, and never take the 1, over any groove', { tags: ['law'] }, () => {
    const onTheOnes = (groove: Groove) =>
      new Set(
        groove.parts.flatMap(one => (one.muted ? [] : one.strokes.filter(({ at }) => at === 0).map(() => one.limb))),
      ).size
    fc.assert(
      fc.property(fc.oneof(grooves, drummed), fc.constantFrom('crossed', 'open'), (groove, hands) => {
        const kit: Kit = { ...DEFAULT_KIT, hands }
        const before = find(groove, kit)
        for (const { edit, label, finding } of remedies(groove, kit)) {
          const done = apply(groove, edit)
          if (!done.ok) throw new Error(`${label}: ${done.reason}`)
          const after = find(done.value.document, kit).filter(one => one.weight !== 'told')
          expect(
            after.filter(one => one.id === finding || before.every(old => old.id !== one.id)).map(one => one.id),
            label,
          ).toEqual([])
          expect(onTheOnes(done.value.document), label).toBeGreaterThanOrEqual(onTheOnes(groove))
        }
      }),
      { numRuns: 60 },
    )
  })
})

describe('places for ghosts', () => {
  // At 100 sixteenths are 150 ms: over the hard 125 of a hand, under the easy 200; after an accent over 110, under 180.
  it('are where the hand is free, reaches, and can be quiet in time', () => {
    const groove = at(100, part('snare', 'LH', 'snare', '.... 5... .... 5...'))
    const places = ghostPlaces(groove, DEFAULT_KIT, timeline(groove, DEFAULT_KIT), 'LH')
    expect(places.filter(place => place.why === 'struck').map(place => place.at)).toEqual([5040, 15120])
    expect(places.filter(place => place.free === 'demanding').map(place => place.at / 1260)).toEqual([3, 5, 11, 13])
    expect(sayGhostPlaces(groove, 'LH', places)).toBe(
      'Left hand, ghosts: easy on 1, e of 1, & of 1, & of 2, a of 2, 3, e of 3, & of 3, & of 4 and a of 4; demanding on a of 1, e of 2, a of 3 and e of 4.',
    )
  })
  it('are not just after a loud stroke, once that is too soon', () => {
    // At 140 a sixteenth is 107 ms: a pair easy by itself, but under the 110 of a ghost after an accent, and between 100 and 160 for an accent after a ghost.
    const groove = at(140, part('snare', 'LH', 'snare', '.... 5... .... 5...'))
    const places = ghostPlaces(groove, DEFAULT_KIT, timeline(groove, DEFAULT_KIT), 'LH')
    expect(places.filter(place => place.why === 'just after a loud stroke').map(place => place.at / 1260)).toEqual([
      5, 13,
    ])
    expect(places.filter(place => place.free === 'demanding').map(place => place.at / 1260)).toEqual([3, 11])
    // A limit of the player's own is gone by.
    const slower = { ...DEFAULT_KIT, limits: { ...HOUSE_LIMITS, control: { easy: 0.1, hard: 0.05 } } }
    expect(
      ghostPlaces(groove, slower, timeline(groove, slower), 'LH')
        .filter(place => !place.free)
        .map(place => place.why),
    ).toEqual(['struck', 'struck'])
  })
  it('are not where the hand cannot get to in time', () => {
    // Crash to snare: √(0.38² + 0.4²) = 0.55 m, hard within 0.04 + 0.55 / 7 = 0.119 s; sixteenths at 130 are 115 ms.
    const groove = at(130, part('crash', 'LH', 'crash', '3... .... .... ....'))
    expect(
      ghostPlaces(groove, DEFAULT_KIT, timeline(groove, DEFAULT_KIT), 'LH')
        .filter(place => place.why === 'too far')
        .map(place => place.at / 1260),
    ).toEqual([1, 15])
  })
})

describe('two grooves over one another', () => {
  const first = at(100, part('hat', 'RH', 'hi-hat', '3.3.'), part('snare', 'LH', 'snare', '.... 5... .... 5...'))
  const other = at(
    100,
    part('lead', 'RH', 'hi-hat', '3.3. 3.3. 3.3. 3.4.'),
    part('x', 'LH', 'snare', '.... 5..1 .... ....'),
    part('y', 'LH', 'floor tom', '.... .... .... 4...'),
  )
  it('differ count by count: what only the one plays, pieces and levels', () => {
    const compared = compare(first, other, DEFAULT_KIT)
    if (!compared.ok) throw new Error(compared.reason)
    expect(compared.value.differences.map(one => sayDifference([first, other], one))).toEqual([
      'a of 2, left hand: only the second, snare, ghost.',
      '4, left hand: snare in the first, floor tom in the second, softer there.',
      '& of 4, right hand: hi-hat, plain in the first, strong in the second.',
    ])
    expect(sayComparison(compared.value)).toBe(
      '8 strokes alike; 1 only in the second, 1 on another piece and 1 with another level.',
    )
  })
  it('are told in one line, role by role', () => {
    const of = (lead: string, ghosts: string, bass: string) =>
      at(
        100,
        { ...part('hat', 'RH', 'hi-hat', lead), role: 'lead' },
        { ...part('back', 'LH', 'snare', '.... 5... .... 5...'), role: 'backbeat' },
        { ...part('ghosts', 'LH', 'snare', ghosts), role: 'ghosts' },
        { ...part('bass', 'RF', 'bass drum', bass), role: 'bass drum' },
      )
    const gist = (one: Groove, two: Groove) => {
      const compared = compare(one, two, DEFAULT_KIT)
      return compared.ok ? sayGist([one, two], compared.value) : compared.reason
    }
    const home = of('3.3. 3.3. 3.3. 3.3.', '.... ...1 .... ....', '4... .... 4.4. ....')
    expect(gist(home, of('3... 3... 3... 3...', '.1.. ...1 .1.. ...1', '4... .... 4.3. ....'))).toBe(
      'The same backbeat; the same bass drum places, 1 softer; lead: 4 strokes fewer; 3 ghosts more.',
    )
    expect(gist(home, of('3.3. 3.3. 3.3. 3.3.', '.... .... .... ....', '..4. .... 4.4. ....'))).toBe(
      'The same backbeat and lead; bass drum: 1 stroke gone, 1 new; 1 ghost gone.',
    )
    const bare = of('3.3. 3.3. 3.3. 3.3.', '.... ...1 .... ....', '.... .... .... ....')
    expect(gist(home, bare)).toBe('The same backbeat, lead and ghosts; the whole bass drum gone.')
    expect(gist(bare, home)).toBe('The same backbeat, lead and ghosts; the whole bass drum new.')
    expect(gist(home, home)).toBe('The same backbeat, bass drum, lead and ghosts.')
    // A lead that has all gone to the toms is the same no more; what only one of them calls comping is none.
    const toms = {
      ...home,
      parts: home.parts.map(one =>
        one.role === 'lead'
          ? { ...part('toms', 'RH', 'high tom', '3.3. 3.3. 3.3. 3.3.'), role: 'other' as const }
          : one,
      ),
    }
    expect(gist(home, toms)).toBe('The same backbeat, bass drum and ghosts; lead: all on another piece.')
    const comping = {
      ...home,
      parts: home.parts.filter(one => one.role === 'ghosts').map(one => ({ ...one, role: 'comping' as const })),
    }
    expect(gist(comping, { ...home, parts: home.parts.filter(one => one.role === 'ghosts') })).toBe(
      'Both play the same.',
    )
  })
  it('say of a role that it is the same only where both have it, stroke for stroke', { tags: ['law'] }, () => {
    const own = (groove: Groove, role: string) =>
      timeline(groove, DEFAULT_KIT)
        .filter(event => groove.parts.find(one => one.id === event.partId)!.role === role)
        .map(({ at, limb, pieceId, stroke, level, ornament, openFor }) =>
          [at, limb, pieceId, stroke, level, ornament, openFor].join(),
        )
        .sort()
    const roles: Record<string, string> = { ghosts: 'ghosts', 'other part': 'other' }
    fc.assert(
      fc.property(
        drummed,
        fc.constantFrom('none', 'level', 'piece', 'role', 'gone'),
        fc.nat(),
        (groove, change, which) => {
          const chosen = groove.parts[which % groove.parts.length]!
          const changed = {
            ...groove,
            parts: groove.parts.flatMap(one => {
              if (one !== chosen) return [one]
              if (change === 'gone') return []
              if (change === 'role') return [{ ...one, role: 'comping' as const }]
              return [
                {
                  ...one,
                  strokes: one.strokes.map(stroke => ({
                    ...stroke,
                    ...(change === 'level'
                      ? { level: 2 as const }
                      : change === 'piece'
                        ? { piece: 'high tom', stroke: 'hit' as const }
                        : {}),
                  })),
                },
              ]
            }),
          }
          const compared = compare(groove, changed, DEFAULT_KIT)
          if (!compared.ok) throw new Error(compared.reason)
          const same = /^The same ([^;.]*)/.exec(sayGist([groove, changed], compared.value))?.[1] ?? ''
          for (const name of same.includes('places') ? [] : same.split(/, | and /).filter(Boolean)) {
            const [before, after] = [own(groove, roles[name] ?? name), own(changed, roles[name] ?? name)]
            expect(before.length, name).toBeGreaterThan(0)
            expect(after, name).toEqual(before)
          }
        },
      ),
      { numRuns: 200 },
    )
  })
  it('are named on the grid that has a word for the place', () => {
    const eighths = makeGroove({ ...first, bars: makeBars(meter(4, 4), 1, 2), parts: [] })
    const compared = compare(eighths, other, DEFAULT_KIT)
    expect(
      compared.ok &&
        compared.value.differences
          .map(one => sayDifference([eighths, other], one))
          .filter(says => says.includes('ghost')),
    ).toEqual(['a of 2, left hand: only the second, snare, ghost.'])
  })
  it('of another length are refused', () => {
    expect(compare(first, { ...first, bars: makeBars(meter(3, 4), 1, 4), parts: [] }, DEFAULT_KIT)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('same length'),
    })
  })
  it('do not differ from themselves, and the other way round differ the same', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, groove => {
        const self = compare(groove, groove, DEFAULT_KIT)
        expect(self.ok && self.value.differences).toEqual([])
        const [half] = [{ ...groove, parts: groove.parts.slice(0, 1) }]
        const [there, back] = [compare(groove, half, DEFAULT_KIT), compare(half, groove, DEFAULT_KIT)]
        if (!there.ok || !back.ok) throw new Error('of one length')
        expect(back.value.same).toBe(there.value.same)
        expect(back.value.differences.map(one => one.at)).toEqual(there.value.differences.map(one => one.at))
      }),
      { numRuns: 100 },
    )
  })
})

describe('the readout', () => {
  it('gathers it all', () => {
    const groove = at(
      120,
      part('hat', 'RH', 'hi-hat', '3333', { role: 'lead' }),
      part('snare', 'LH', 'snare', '.... 5... .... 5..1'),
      part('bass', 'RF', 'bass drum', '4... .... ..4. ....'),
    )
    const read = readout(groove, DEFAULT_KIT)
    expect(read.groups.map(group => [group.limbs, group.ats.length])).toEqual([
      [['RH', 'LH'], 3],
      [['RH', 'RF'], 2],
    ])
    expect(read.backbeat).toEqual([5040, 15120])
    expect(read.findings.map(one => one.id)).toEqual(['long RH'])
    expect(read.offBeat).toBeCloseTo(14 / 21, 12) // 12 of the hat, the ghost, the bass on & of 3
    // The backbeat goes evenly on beats and is pulse; & of 3 (-3) of the bass drum is held over 4 (-2).
    expect(read.syncopation).toEqual({ score: 1, partId: 'bass' })
  })
})
