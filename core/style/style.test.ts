import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LIMBS, pieceOf, strokesFor } from '#core/kit'
import {
  type Edit,
  type Groove,
  apply,
  makeBars,
  makeGroove,
  makePart,
  readGroove,
  rowStrokes,
  timeline,
  withClave,
} from '#core/groove'
import { meter } from '#core/time'
import {
  balanceOf,
  breaksAtTurn,
  candidatesFor,
  COMPING_CELLS,
  figureBars,
  fitsStyle,
  footHolds,
  leveled,
  orient,
  partFrom,
  placeCell,
  rowBars,
  sayInversion,
  sayRoleBalance,
  STYLE_CARDS,
  STYLE_FAMILIES,
  type StyleCard,
  styleOf,
  stylesFound,
} from '.'
import { firstCandidates } from './offers'
import { type Orientation } from './card'

it('ships the styles a working drummer is asked for, each with an id of its own, in families, to be found by word', () => {
  expect(STYLE_CARDS.length).toBeGreaterThanOrEqual(45)
  expect(new Set(STYLE_CARDS.map(card => card.family))).toEqual(new Set(STYLE_FAMILIES))
  expect(stylesFound('brazil').map(card => card.id)).toEqual(expect.arrayContaining(['bossa-nova', 'samba', 'baiao']))
  expect(stylesFound('street march').map(card => card.id)).toEqual(['march', 'march-in-six'])
  expect(stylesFound('  ')).toHaveLength(STYLE_CARDS.length)
  expect(stylesFound('nothing of the sort')).toEqual([])
  expect(new Set(STYLE_CARDS.map(card => card.id)).size).toBe(STYLE_CARDS.length)
})

/** A groove of a card's first candidate for each limb, as a player who takes what is offered would have it. */
const first = (card: StyleCard): Groove => {
  const bars = makeBars(card.meter, 2, card.slots)
  const parts = LIMBS.map(limb => partFrom(card, candidatesFor(card, limb)[0]!, bars, limb))
  return makeGroove({
    id: card.id,
    title: card.name,
    style: card.id,
    bars,
    parts,
    tempo: { bpm: card.tempo.usual, counts: '1/4' },
    feel: { swing: card.swing, push: {} },
  })
}

describe.each(STYLE_CARDS)('$name', card => {
  it('offers three to eight parts for each limb, its order naming all four', () => {
    for (const limb of LIMBS) {
      expect(candidatesFor(card, limb).length, limb).toBeGreaterThanOrEqual(3)
      expect(candidatesFor(card, limb).length, limb).toBeLessThanOrEqual(8)
    }
    expect([...card.order].sort()).toEqual([...LIMBS].sort())
  })

  it('has rows that fill its bar, two bars, or a whole part of one', () => {
    const slots = makeBars(card.meter, 2, card.slots)
      .flatMap(bar => bar.slots)
      .reduce((a, b) => a + b, 0)
    const rows = [
      ...card.candidates.flatMap(one => one.rows.map(({ row }) => row)),
      ...card.constraints.flatMap(one => ('row' in one ? [one.row] : [])),
    ]
    for (const row of rows) expect(slots % row.replaceAll(' ', '').length, row).toBe(0)
  })

  it('has parts that differ from each other, each by another name', () => {
    for (const limb of LIMBS) {
      const offered = candidatesFor(card, limb)
      expect(new Set(offered.map(one => JSON.stringify(one.rows))).size, limb).toBe(offered.length)
      expect(new Set(offered.map(one => one.name)).size, limb).toBe(offered.length)
    }
  })

  it('asks only for strokes the kit has, by a limb that can make them, and never two at once', () => {
    const bars = makeBars(card.meter, 2, card.slots)
    for (const candidate of card.candidates) {
      const part = partFrom(card, candidate, bars, 'p')
      expect(readGroove(makeGroove({ id: 'g', title: 'G', bars, parts: [part] })).ok, candidate.id).toBe(true)
      for (const stroke of part.strokes) {
        expect(strokesFor(pieceOf(DEFAULT_KIT, stroke.piece)!, part.limb), candidate.id).toContain(stroke.stroke)
      }
    }
  })

  it('begins with parts that go with its clave', () => {
    const groove = first(card)
    if (card.clave) expect(groove.parts.map(part => withClave(groove.bars, part, card.clave!))).not.toContain('against')
  })

  it('keeps its own constraints with each of its parts, nobody asked to be in two places', () => {
    for (const candidate of card.candidates) {
      const groove = first(card)
      const parts = groove.parts.map(part =>
        part.limb === candidate.limb ? partFrom(card, candidate, groove.bars, part.id) : part,
      )
      // Ghosts of the left hand come beside its backbeat, not in its place.
      const beside =
        (candidate.role === 'ghosts' || (candidate.role === 'lead' && candidate.limb === 'LH')) &&
        candidatesFor(card, candidate.limb).some(one => one.role === 'backbeat')
      const all = beside ? [...groove.parts, partFrom(card, candidate, groove.bars, 'beside')] : parts
      expect(
        fitsStyle({ ...groove, parts: all }, card).filter(fit => !fit.holds),
        candidate.id,
      ).toEqual([])
    }
  })
})

describe('loudness', () => {
  it.each(STYLE_CARDS)('of every part of $name lies within the card’s targets', card => {
    for (const candidate of card.candidates) {
      const groove = first(card)
      const alone = { ...groove, parts: [partFrom(card, candidate, groove.bars, 'p')] }
      expect(
        balanceOf(alone, card)
          .roles.filter(one => one.verdict !== 'right')
          .map(sayRoleBalance),
        candidate.id,
      ).toEqual([])
    }
    expect(balanceOf(first(card), card).inversions.map(sayInversion)).toEqual([])
  })
  const swing = styleOf('swing-four')!
  it('says when the comping is louder than the cymbal it accompanies, and can be turned down', () => {
    const groove = first(swing)
    const loud = {
      ...groove,
      parts: groove.parts.map(part =>
        part.role === 'comping'
          ? { ...part, strokes: part.strokes.map(stroke => ({ ...stroke, level: 5 as const })) }
          : part,
      ),
    }
    const balance = balanceOf(loud, swing)
    expect(balance.roles.filter(one => one.verdict !== 'right').map(sayRoleBalance)).toEqual([
      'Comping: 5.0, too loud; this style has it from 1.5 to 3.3',
    ])
    // The ride: 3, 4, 3, 3, 4, 3 in a bar, 3.33; 5 is 1.67 above it.
    expect(balance.inversions.map(sayInversion)).toEqual([
      'The comping is louder than the lead it accompanies, by 1.7 of a level',
    ])
    const quieter = apply(loud, leveled(loud, balance.roles.find(one => one.role === 'comping')!.partIds, -1))
    expect(quieter.ok && balanceOf(quieter.value.document, swing).roles.find(one => one.role === 'comping')!.mean).toBe(
      4,
    )
  })
})

describe('whose limb it is', () => {
  it.each([
    ['right', 'crossed', ['RH', 'LH', 'RF', 'LF']],
    ['left', 'crossed', ['LH', 'RH', 'LF', 'RF']],
    ['right', 'open', ['LH', 'RH', 'RF', 'LF']],
    ['left', 'open', ['RH', 'LH', 'LF', 'RF']],
  ] as const)('lead %s, hands %s', (lead, hands, limbs) => {
    expect(LIMBS.map(limb => orient({ lead, hands }, limb))).toEqual(limbs)
    const card = styleOf('bossa-nova')!
    const groove = first(card)
    const own = {
      ...groove,
      lead,
      parts: groove.parts.map(part => ({ ...part, limb: orient({ lead, hands }, part.limb) })),
    }
    expect(fitsStyle(own, card, hands).filter(fit => !fit.holds)).toEqual([])
    expect(candidatesFor(card, limbs[0], { lead, hands })[0]!.name).toBe(candidatesFor(card, 'RH')[0]!.name)
  })
})

describe('comping cells', () => {
  const bars = makeBars(meter(4, 4), 1, 2)
  const ride = makePart({
    id: 'ride',
    name: 'Ride',
    limb: 'RH',
    strokes: rowStrokes(bars, '3. 43 3. 43', { piece: 'ride' }),
  })
  const comp = makePart({ id: 'comp', name: 'Comping', role: 'comping', limb: 'LH' })
  const groove = makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: [ride, comp],
    feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} },
  })
  const place = (id: string, beat: number) => {
    const placed = placeCell(
      groove,
      comp,
      COMPING_CELLS.find(cell => cell.id === id)!,
      beat,
    )
    if (!placed.ok) return placed.reason
    const done = apply(groove, placed.value)
    if (!done.ok) return done.reason
    return done.value.document
  }
  // On a grid of eighths an upbeat is 2520 after its beat; triplets are 1680 apart.
  it.each<[string, number, number[]]>([
    ['short-long', 0, [0, 7560]], // 1, & of 2
    ['into-down', 1, [7560, 10080]], // & of 2, 3
    ['rolling', 2, [10080, 11760, 13440]],
    ['pick-up', 3, [16800, 18480]],
  ])('%s from beat index %i', (id, beat, ats) => {
    const after = place(id, beat) as Groove
    expect(after.parts[1]!.strokes.map(stroke => stroke.at)).toEqual(ats)
    expect(readGroove(after).ok).toBe(true)
  })
  it('roll on a triplet beat, and leave every other stroke sounding where it did', () => {
    const after = place('rolling', 1) as Groove
    expect(after.bars[0]!.slots).toEqual([2, 3, 2, 2])
    const times = (of: Groove) =>
      timeline(of, DEFAULT_KIT)
        .filter(event => event.partId === 'ride')
        .map(event => event.seconds.toFixed(9))
    expect(times(after)).toEqual(times(groove))
  })
  it('are refused where they would run past the bars', () => {
    expect(place('short-long', 3)).toBe(
      '“Short and long” would run past the last bar from there; place it a beat earlier.',
    )
  })
})

describe('style fit', () => {
  const made = (groove: Groove, edit: Edit): Groove => {
    const done = apply(groove, edit)
    if (!done.ok) throw new Error(done.reason)
    return done.value.document
  }
  const rock = styleOf('rock-eighths')!
  const groove = first(rock)
  it.each<[string, Partial<Groove>, string]>([
    [
      'swung',
      { feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} } },
      'Swung (eighths 66.7), where this style is straight',
    ],
    ['too fast', { tempo: { bpm: 100, counts: '1/2' } }, 'quarter = 200, outside 70 to 160'],
    ['without its backbeat', { parts: groove.parts.filter(part => part.limb !== 'LH') }, 'No backbeat on 2 and 4'],
  ])('names the one constraint that breaks when it is %s', (_, change, says) => {
    expect(
      fitsStyle({ ...groove, ...change }, rock)
        .filter(fit => !fit.holds)
        .map(fit => fit.says),
    ).toEqual([says])
  })

  it('offers what would make it hold, and then it does', () => {
    const off = {
      ...groove,
      feel: { swing: { level: '1/8' as const, share: 2 / 3 }, push: {} },
      tempo: { bpm: 100, counts: '1/2' as const },
    }
    const offers = fitsStyle(off, rock).flatMap(fit => fit.offer ?? [])
    expect(offers.map(one => one.says).sort()).toEqual(['Play it straight', 'Take quarter = 160'])
    const mended = offers.reduce<Groove>((now, { edit }) => made(now, edit), off)
    expect(mended.tempo).toEqual({ bpm: 80, counts: '1/2' })
    expect(fitsStyle(mended, rock).filter(fit => !fit.holds)).toEqual([])
    // Straight where the style swings.
    const swing = styleOf('swing-four')!
    const straight = { ...first(swing), feel: { swing: null, push: {} } }
    const [offer] = fitsStyle(straight, swing).flatMap(fit => fit.offer ?? [])
    expect(offer).toEqual({
      says: 'Swing eighths 66.7',
      edit: { type: 'facts', set: { feel: { swing: swing.swing, push: {} } } },
    })
    // A feathered bass drum above the tempo of custom is left out; a bomb among it stays.
    const bombs = swing.candidates.find(one => one.id === 'bombs')!
    const bars = makeBars(swing.meter, 2, 2)
    const part = partFrom(swing, bombs, bars, 'RF')
    const at = (bpm: number): Groove => ({ ...first(swing), bars, parts: [part], tempo: { bpm, counts: '1/4' } })
    const said = (bpm: number) => fitsStyle(at(bpm), swing).find(fit => fit.says.includes('eathered'))!
    expect(said(220)).toMatchObject({ holds: true, says: 'Feathered, as is usual up to 220' })
    expect(said(224)).toMatchObject({ holds: false, says: 'Feathered at quarter = 224; custom is up to 220' })
    const without = made(at(224), said(224).offer!.edit)
    expect(without.parts[0]!.strokes.map(stroke => [stroke.at, stroke.level])).toEqual([
      [17640, 4],
      [37800, 4],
    ])
    expect(fitsStyle(without, swing).find(fit => fit.says.includes('eathered'))).toMatchObject({
      says: 'Nothing feathered',
    })
  })

  it('written twice as long is counted twice as fast', () => {
    const halved = { ...rock, meter: meter(2, 4), writings: [{ meter: meter(4, 4), times: 2 }] }
    const tempo = (bpm: number) =>
      fitsStyle({ ...groove, tempo: { bpm, counts: '1/4' } }, halved).find(fit => fit.says.startsWith('quarter'))
    expect(tempo(320)).toMatchObject({ holds: true, says: 'quarter = 320, within 140 to 320' })
    expect(tempo(321)).toMatchObject({ holds: false, says: 'quarter = 321, outside 140 to 320' })
    expect(tempo(139)).toMatchObject({ holds: false })
  })
})

describe('a style is laid by time', () => {
  const card = (id: string) => styleOf(id)!
  const ats = (style: StyleCard, id: string, bars: ReturnType<typeof makeBars>) =>
    partFrom(
      style,
      style.candidates.find(one => one.id === id)!,
      bars,
      'p',
    ).strokes.map(stroke => stroke.at)

  it('every part of every style keeps its instants on every grid of its meter', () => {
    for (const style of STYLE_CARDS) {
      const many = figureBars(style)
      const own = makeBars(style.meter, many, style.slots)
      for (const slots of [1, 2, 3, 4, 6, 8]) {
        const bars = makeBars(style.meter, many, slots)
        for (const candidate of style.candidates) {
          expect(partFrom(style, candidate, bars, 'p').strokes, `${style.id} ${candidate.id} in ${slots}`).toEqual(
            partFrom(style, candidate, own, 'p').strokes,
          )
        }
      }
    }
  })

  it('a hat foot on 2 and 4 stays there on sixteenths, and a clave keeps both its bars', () => {
    expect(ats(card('rock-eighths'), 'two-four', makeBars(meter(4, 4), 1, 4))).toEqual([5040, 15120])
    // Cross-stick of the bossa over two bars, over four: the second pair is the first again.
    const bossa = card('bossa-nova')
    const clave = bossa.candidates.find(one => one.rows.some(row => rowBars(bossa, row.row) === 2))!
    const two = ats(bossa, clave.id, makeBars(meter(4, 4), 2, 2))
    expect(ats(bossa, clave.id, makeBars(meter(4, 4), 4, 4))).toEqual([...two, ...two.map(at => at + 40320)])
    expect(ats(bossa, clave.id, makeBars(meter(4, 4), 1, 4))).toEqual(two.filter(at => at < 20160))
  })

  it('is written twice as long where it usually is, and fits there: a samba in 4/4 eighths', () => {
    const samba = card('samba')
    const bars = makeBars(meter(4, 4), 2, 2)
    // By hand: bass drum 3..2 4..2 in sixteenths of 2/4 is 1, & of 2, 3, & of 4 in eighths of 4/4.
    expect(ats(samba, 'running', makeBars(meter(4, 4), 1, 2))).toEqual([0, 7560, 10080, 17640])
    const groove = makeGroove({
      id: 'g',
      title: 'G',
      bars,
      tempo: { bpm: 208, counts: '1/4' },
      parts: [
        partFrom(
          samba,
          samba.candidates.find(one => one.id === 'running')!,
          bars,
          'p',
        ),
      ],
    })
    expect(fitsStyle(groove, samba).map(fit => [fit.holds, fit.says])).toEqual([
      [true, 'Straight enough (straight)'],
      [true, 'The right foot on bass drum keeps its 6 places'],
    ])
  })

  it('over bars it is not written in gives each felt beat what the beat of its number plays', () => {
    const rock = card('rock-eighths')
    expect(ats(rock, 'hat-quarters', makeBars(meter(7, 8), 1, [2, 2, 3]))).toEqual([0, 5040, 10080])
    expect(ats(rock, 'backbeat', makeBars(meter(3, 4), 1, 2))).toEqual([5040])
  })

  it('says that a figure of two bars breaks at the turn of an odd number of bars', () => {
    const bossa = card('bossa-nova')
    expect([1, 2, 3, 4].map(count => breaksAtTurn(bossa, makeBars(meter(4, 4), count, 2), 2))).toEqual([
      true,
      false,
      true,
      false,
    ])
    // In 2/4, its other writing, a pair of its bars is two bars of half the length each.
    expect(breaksAtTurn(bossa, makeBars(meter(2, 4), 2, 4), 2)).toBe(false)
  })

  it('takes no swing and a share of a half for the same thing', () => {
    const second = card('second-line')
    const groove = (feel: Groove['feel']) =>
      makeGroove({ id: 'g', title: 'G', bars: makeBars(second.meter, 2, second.slots), feel })
    const swung = (feel: Groove['feel']) =>
      fitsStyle(groove(feel), second)
        .filter((_, i) => second.constraints[i]?.kind === 'swung')
        .map(fit => fit.holds)
    expect(swung({ swing: null, push: {} })).toEqual(swung({ swing: { level: '1/8', share: 0.5 }, push: {} }))
  })
})

describe('the hat foot of a groove that begins', () => {
  const seat = { lead: 'right', hands: 'crossed' } as const
  const limbs = (id: string, as: Orientation = seat) =>
    firstCandidates(styleOf(id)!, as).map(one => `${one.limb} ${one.rows[0]!.piece}`)

  it.each([
    ['holds hats that a hand plays', 'rock-eighths', ['RF bass drum', 'LH snare', 'RH hi-hat']],
    ['steps on 2 and 4 under a ride', 'swing-four', ['RH ride', 'LF hi-hat', 'LH snare', 'RF bass drum']],
  ])('%s', (_, id, wanted) => {
    expect(limbs(id).toSorted()).toEqual(wanted.toSorted())
  })

  it('holds them for a left-handed player with the other foot, and steps where the style lives by it', () => {
    expect(limbs('rock-eighths', { lead: 'left', hands: 'crossed' }).filter(one => one.startsWith('RF'))).toEqual([])
    for (const card of STYLE_CARDS.filter(one =>
      one.constraints.some(rule => rule.kind === 'keeps' && rule.limb === 'LF' && rule.piece === 'hi-hat'),
    )) {
      expect(
        limbs(card.id).filter(one => one === 'LF hi-hat'),
        card.id,
      ).toHaveLength(1)
    }
  })

  it('steps by choice where the hands leave the hats alone', () => {
    const [card] = [styleOf('rock-eighths')!]
    const ride = [
      {
        limb: 'RH' as const,
        muted: false,
        strokes: [{ at: 0, piece: 'ride', stroke: 'hit' as const, level: 3 as const }],
      },
    ]
    expect(footHolds(card, 'LF', seat, ride)).toBe(false)
    expect(
      footHolds(card, 'LF', seat, [{ ...ride[0]!, strokes: [{ ...ride[0]!.strokes[0]!, piece: 'hi-hat' }] }]),
    ).toBe(true)
  })
})
