import { describe, expect, it } from 'vitest'
import { meter } from '#core/time'
import { type Groove, type Part, type Stroke, apply, described, following, inRole, makeBars, makeGroove, makePart, putStrokes, renamed, takeStrokes, withFollowing } from '.'

const S = 1260
const strokes = (piece: string, stroke: Stroke['stroke'], level: Stroke['level'], ...slots: number[]): Stroke[] => slots.map(slot => ({ at: slot * S, piece, stroke, level }))
const part = (limb: Part['limb'], list: Stroke[], more: Partial<Part> = {}): Part => makePart({ id: 'p', name: 'P', limb, strokes: list.toSorted((a, b) => a.at - b.at), ...more })
const groove = (...parts: Part[]): Groove => makeGroove({ id: 'g', title: 'G', bars: makeBars(meter(4, 4), 1, 4), parts })
const EIGHTHS = [0, 2, 4, 6, 8, 10, 12, 14]

describe('what a part is called and for, by what is in it', () => {
  it.each<[string, Part, string, string]>([
    ['hats by hand', part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS)), 'Hi-hat', 'lead'],
    ['the ride’s bell', part('RH', strokes('ride', 'bell', 4, 0, 4, 8, 12)), 'Ride bell', 'lead'],
    ['a left hand’s hats, open-handed', part('LH', strokes('hi-hat', 'hit', 3, ...EIGHTHS)), 'Hi-hat', 'lead'],
    ['soft snare strokes', part('LH', strokes('snare', 'hit', 1, 3, 7, 9)), 'Ghosts', 'ghosts'],
    ['2 and 4', part('LH', strokes('snare', 'hit', 5, 4, 12)), 'Backbeat', 'backbeat'],
    ['3 alone, across the drum', part('LH', strokes('snare', 'cross-stick', 4, 8)), 'Backbeat', 'backbeat'],
    ['2 and 4 among more ghosts', part('LH', [...strokes('snare', 'hit', 5, 4, 12), ...strokes('snare', 'hit', 1, 3, 7, 9)]), 'Snare', 'backbeat'],
    ['plain strokes off the beat', part('LH', strokes('snare', 'hit', 3, 3, 6, 11)), 'Snare', 'other'],
    ['a clave across the drum', part('LH', strokes('snare', 'cross-stick', 4, 0, 3, 6, 10)), 'Cross-stick', 'other'],
    ['a bass drum', part('RF', strokes('bass drum', 'hit', 4, 0, 8)), 'Bass drum', 'bass drum'],
    ['chicks', part('LF', strokes('hi-hat', 'chick', 3, 4, 12)), 'Hat foot', 'hat foot'],
    ['a tom by hand', part('LH', strokes('floor tom', 'hit', 3, 4)), 'Floor tom', 'other'],
  ])('%s', (_, one, name, role) => {
    expect(described(groove(one), one)).toEqual({ name, role })
  })

  it('says nothing of an empty part', () => {
    expect(described(groove(), part('LH', []))).toBeUndefined()
  })
})

describe('names and roles follow', () => {
  const after = (before: Groove, edit: Parameters<typeof apply>[1]) => {
    const done = apply(before, withFollowing(before, edit))
    if (!done.ok) throw new Error(done.reason)
    const back = apply(done.value.groove, done.value.inverse)
    expect(back.ok && back.value.groove).toEqual(before)
    return done.value.groove
  }
  const told = (one: Groove) => one.parts.map(({ name, role }) => `${name}: ${role}`)

  it('the first ghost makes a new backbeat part the ghosts', () => {
    const before = groove(part('LH', [], { name: 'Backbeat 2', role: 'backbeat' }))
    expect(told(after(before, putStrokes(before.parts[0]!, strokes('snare', 'hit', 1, 3))))).toEqual(['Ghosts: ghosts'])
  })

  it('hat eighths that come to play the ride are the ride’s', () => {
    const before = groove(part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' }))
    expect(told(after(before, putStrokes(before.parts[0]!, strokes('ride', 'hit', 3, ...EIGHTHS))))).toEqual(['Ride eighths: lead'])
  })

  it('eighths with two taken out are eighths no more; a name that tells no places stays', () => {
    const hats = part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' })
    expect(told(after(groove(hats), takeStrokes(hats, [2 * S, 6 * S])))).toEqual(['Hi-hat: lead'])
    const comping = part('LH', strokes('snare', 'hit', 2, 3, 9), { name: 'Comping, sparse', role: 'comping', given: ['role'] })
    expect(told(after(groove(comping), takeStrokes(comping, [3 * S])))).toEqual(['Comping, sparse: comping'])
  })

  it('a backbeat of a style that is played softly is still the backbeat; one put in by hand is what it is', () => {
    const soft = (one: Part) => told(after(groove(one), putStrokes(one, strokes('snare', 'hit', 2, 4, 12))))
    const loud = strokes('snare', 'hit', 5, 4, 12)
    expect(soft(part('LH', loud, { name: 'Backbeat', role: 'backbeat', given: ['role'] }))).toEqual(['Backbeat: backbeat'])
    expect(soft(part('LH', loud, { name: 'Backbeat', role: 'backbeat' }))).toEqual(['Ghosts: ghosts'])
  })

  it('what the player gave stays, and no two parts come to one name', () => {
    const hats = part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' })
    const named = after(groove(hats), renamed(hats, 'The lid'))
    const given = after(named, inRole(named, named.parts[0]!, 'comping'))
    expect(told(after(given, putStrokes(given.parts[0]!, strokes('ride', 'hit', 3, ...EIGHTHS))))).toEqual(['The lid: comping'])
    expect(told(after(given, inRole(given, given.parts[0]!, undefined)))).toEqual(['The lid: lead'])
    const two = groove(part('LH', strokes('ride', 'hit', 3, 0), { id: 'q', name: 'Ride', role: 'lead' }), part('RH', [], { name: 'Hi-hat' }))
    expect(told(after(two, putStrokes(two.parts[1]!, strokes('ride', 'hit', 3, 4))))).toEqual(['Ride: lead', 'Ride 2: other'])
  })

  it('a player’s kick is called a kick', () => {
    const before = groove(part('RF', [], { name: 'Kick', role: 'bass drum' }))
    const done = apply(before, putStrokes(before.parts[0]!, strokes('bass drum', 'hit', 4, 0)))
    expect(done.ok && following(before, done.value.groove, name => name.replace('Bass drum', 'Kick'))).toEqual([])
  })
})
