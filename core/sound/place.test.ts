import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { HEARINGS, KITS, LIMBS, type Listening, USUAL_PLAYER, strokesFor } from '#core/kit'
import { machinePlays, makePassage, passes } from '#core/perform'
import { meter } from '#core/time'
import { renderChannels, renderPerformance } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const energy = (samples: Float32Array) => samples.reduce((sum, sample) => sum + sample * sample, 0)
const inDb = (share: number) => 10 * Math.log10(share)

describe.each(KITS)('where the pieces of $name are heard', kit => {
  /** One soft stroke on a piece, which nothing bends. */
  const struck = kit.pieces.flatMap(piece => {
    const limb = LIMBS.find(one => strokesFor(piece, one).length)
    const stroke = limb && strokesFor(piece, limb)[0]
    if (!limb || !stroke) return []
    const part = makePart({ id: 'p', name: 'P', limb, strokes: [{ at: 0, piece: piece.id, stroke, level: 2 }] })
    return [{ piece, performance: passes(makeGroove({ id: 'g', title: 'G', bars, parts: [part] }), kit) }]
  })
  it('is the side they are on, the other from the front, and as loud in sum as in mono', () => {
    expect(struck.length).toBe(kit.pieces.length)
    for (const { piece, performance } of struck) {
      const mono = energy(renderPerformance(performance))
      for (const hearing of HEARINGS) {
        const ears = renderChannels(performance, { listening: { ...USUAL_PLAYER, hearing } }).map(energy)
        const [left, right = left!] = ears as [number, number?]
        expect(Math.abs(inDb((left + right) / 2 / mono)), `${piece.id} ${hearing}`).toBeLessThan(0.1)
        // 30 cm to a side at arm’s length is plain to hear; within a hand’s breadth of the middle nothing has to be.
        const { x } = piece.stands
        const side = hearing === 'from the front' ? -x : x
        if (hearing === 'in the middle') expect(ears).toHaveLength(1)
        else if (hearing === 'click left, kit right') expect(left / right).toBeLessThan(1e-6)
        else if (Math.abs(x) > 0.3) expect(Math.sign(inDb(right / left)), piece.id).toBe(Math.sign(side))
      }
    }
  })
})

it('puts the click in the middle, or left of the kit', () => {
  const groove = makeGroove({ id: 'g', title: 'G', bars })
  const performance = {
    passages: [
      makePassage({
        groove,
        kit: KITS[0]!,
        times: 1,
        parts: machinePlays(groove, new Set()),
        click: { program: 'every beat' },
      }),
    ],
    countIn: 0,
  }
  const [left, right] = renderChannels(performance, { listening: { ...USUAL_PLAYER, hearing: 'as I sit' } })
  expect(left).toEqual(right)
  expect(left).toEqual(renderPerformance(performance))
  const apart = renderChannels(performance, { listening: { ...USUAL_PLAYER, hearing: 'click left, kit right' } }).map(
    energy,
  )
  expect(apart[1]).toBeLessThan(1e-20)
  expect(apart[0]).toBeGreaterThan(1)
})

it('takes apart into stems that add up to the whole before the limiter, in a room and with faders moved', () => {
  const [kit] = KITS
  const part = (id: string, limb: 'RH' | 'LH' | 'RF', piece: string) =>
    makePart({ id, name: id, limb, strokes: [0, 5040, 10080].map(at => ({ at, piece, stroke: 'hit', level: 5 })) })
  const groove = makeGroove({
    id: 'g',
    title: 'G',
    bars,
    parts: [part('a', 'RH', 'crash'), part('b', 'LH', 'snare'), part('c', 'RF', 'bass drum')],
  })
  const performance = {
    passages: [makePassage({ groove, kit: kit!, times: 1, click: { program: 'eighths' } })],
    countIn: 1,
  }
  const listening: Listening = {
    ...USUAL_PLAYER,
    room: { size: 'small', amount: -8 },
    mix: { ...USUAL_PLAYER.mix, LH: { gain: -9, muted: false } },
  }
  const whole = renderChannels(performance, { listening, bare: true })
  const stems = (['RH', 'LH', 'RF', 'LF', 'click', 'lines'] as const).map(stem =>
    renderChannels(performance, { listening, stem, bare: true }),
  )
  for (const [ear, samples] of whole.entries()) {
    const apart = samples.map((sample, i) => sample - stems.reduce((sum, stem) => sum + stem[ear]![i]!, 0))
    expect(inDb(energy(apart) / energy(samples))).toBeLessThan(-90)
  }
  // Together they would be over full scale, which the limiter keeps them under.
  const most = (channels: Float32Array[]) =>
    Math.max(...channels.map(one => one.reduce((peak, sample) => Math.max(peak, Math.abs(sample)), 0)))
  expect(most(whole)).toBeGreaterThan(1)
  expect(most(renderChannels(performance, { listening }))).toBeLessThan(0.9)
})
