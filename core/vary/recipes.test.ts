import { describe, expect, it } from 'vitest'
import { type Groove, apply, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { STYLE_CARDS, candidatesFor, partFrom } from '#core/style'
import { meter } from '#core/time'
import {
  RECIPES,
  abstracted,
  adopted,
  asVariation,
  changedStrokes,
  editBetween,
  familyOf,
  makeRecipe,
  moveOf,
  readRecipe,
  runMove,
  runSteps,
  sayMoves,
} from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const home: Groove = makeGroove({
  id: 'home',
  title: 'Home',
  bars,
  parts: [
    makePart({
      id: 'a1',
      name: 'Hats',
      role: 'lead',
      limb: 'RH',
      strokes: rowStrokes(bars, '3.3.', { piece: 'hi-hat' }),
    }),
    makePart({
      id: 'b2',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: rowStrokes(bars, '....5...', { piece: 'snare' }),
    }),
    makePart({
      id: 'c3',
      name: 'Bass',
      role: 'bass drum',
      limb: 'RF',
      strokes: rowStrokes(bars, '4.......4.......', { piece: 'bass drum' }),
    }),
  ],
})

describe('recipes', () => {
  it('six and more ship, each a valid document that does something at every step of a plain rock groove', () => {
    expect(RECIPES.length).toBeGreaterThanOrEqual(6)
    for (const recipe of RECIPES) {
      expect(readRecipe(recipe), recipe.name).toEqual({ ok: true, value: recipe })
      const ghosted = runSteps(
        home,
        [{ move: 'ghost-fill', params: { hand: 'free hand', share: 10 } }],
        DEFAULT_KIT,
      )[0]!.groove
      for (const step of runSteps(ghosted, recipe.steps, DEFAULT_KIT))
        expect(step.ok, `${recipe.name}: ${step.step.move} ${step.ok ? '' : step.reason}`).toBe(true)
    }
  })

  it('run on any style without ever making a groove that is none; a step that cannot be made is passed over with its reason', () => {
    for (const card of STYLE_CARDS) {
      const styled = makeBars(card.meter, 2, card.slots)
      const groove = makeGroove({
        id: 's',
        title: card.name,
        bars: styled,
        feel: { swing: card.swing, push: {} },
        parts: card.order.map((limb, i) => partFrom(card, candidatesFor(card, limb)[0]!, styled, `p${i}`)),
      })
      for (const recipe of RECIPES) {
        let before = groove
        for (const step of runSteps(groove, recipe.steps, DEFAULT_KIT)) {
          if (step.ok) expect(step.sentence).toMatch(/\.$/)
          else {
            expect(step.reason.length).toBeGreaterThan(10)
            expect(step.groove).toBe(before)
          }
          before = step.groove
        }
      }
    }
  })

  it('name parts by their role, so that they find them in another groove', () => {
    const params = abstracted(moveOf('to-piece')!, home, { part: 'a1', piece: 'ride' })
    expect(params).toEqual({ part: 'lead', piece: 'ride' })
    const other = { ...home, parts: home.parts.map(part => ({ ...part, id: `${part.id}-x` })) }
    expect(runSteps(other, [{ move: 'to-piece', params }], DEFAULT_KIT)[0]).toMatchObject({
      ok: true,
      sentence: 'Hats: to the ride.',
    })
    expect(abstracted(moveOf('displace')!, home, { partIds: ['b2', 'c3'], slots: 2 })).toEqual({
      partIds: ['backbeat', 'bass drum'],
      slots: 2,
    })
  })

  it('find a part by what it is where its role was turned, and say rightly why a step is passed over', () => {
    const turned = (change: (part: Groove['parts'][number]) => Partial<Groove['parts'][number]>) => ({
      ...home,
      parts: home.parts.map(part => ({ ...part, ...change(part) })),
    })
    const says = (groove: Groove, move: string, params: Record<string, string | number>) => {
      const [step] = runSteps(groove, [{ move, params }], DEFAULT_KIT)
      return step!.ok ? step!.sentence : step!.reason
    }
    const others = turned(() => ({ role: 'other', given: ['role'] }))
    expect(says(others, 'to-piece', { part: 'lead', piece: 'ride' })).toBe('Hats: to the ride.')
    expect(says(others, 'role-level', { role: 'bass drum', by: -1 })).toBe('The bass drum is a level softer.')
    expect(says(home, 'role-level', { role: 'ghosts', by: -1 })).toBe('There are no ghosts here.')
    expect(says(home, 'role-level', { role: 'backbeat', by: 1 })).toBe('The backbeat can’t go up any further.')
    expect(says(home, 'to-piece', { part: 'comping', piece: 'ride' })).toBe('There is no comping here.')
    expect(
      says(
        turned(part => ({ locked: part.role === 'lead' })),
        'to-piece',
        { part: 'lead', piece: 'ride' },
      ),
    ).toBe('“Hats” is locked; unlock it first.')
  })

  it.each([
    [{ format: 'x' }, 'format', /bazzet-recipe/],
    [{ steps: [] }, 'steps', /at least one step/],
    [{ steps: [{ move: 'fly', params: {} }] }, 'steps.0.move', /no move “fly”/],
    [{ steps: [{ move: 'crash', params: {} }] }, 'steps.0.params.beat', /needs its parameter “beat”/],
    [{ steps: [{ move: 'straight', params: { far: 1 } }] }, 'steps.0.params.far', /no parameter “far”/],
    [{ name: '' }, 'name', /1 to 80 characters/],
  ])('%j is refused at its path', (over, path, reason) => {
    const read = readRecipe({ ...makeRecipe('r', 'R', [{ move: 'straight', params: {} }]), ...over })
    expect(read.ok ? [] : read.problems).toContainEqual({ path, reason: expect.stringMatching(reason) })
  })
})

describe('lineage', () => {
  const child = (id: string, parent: Groove): Groove => ({
    ...parent,
    id,
    title: id,
    parent: { id: parent.id, revision: 1, moves: [] },
  })
  const a = child('a', home)
  const b = child('b', home)
  const aa = child('aa', a)
  const stranger = { ...home, id: 'stranger' }
  const orphan = child('orphan', { ...home, id: 'gone' })

  it('is the whole family from its first, whoever is asked about', () => {
    const shape = (id: string) =>
      familyOf([aa, b, home, stranger, a, orphan], id).map(kin => `${'.'.repeat(kin.depth)}${kin.groove.id}`)
    expect(shape('aa')).toEqual(['home', '.b', '.a', '..aa'])
    expect(shape('home')).toEqual(shape('aa'))
    expect(shape('stranger')).toEqual(['stranger'])
    expect(shape('orphan')).toEqual(['orphan'])
    expect(shape('nobody')).toEqual([])
  })

  it('ends where a circle would begin', () => {
    const one = { ...home, id: 'one', parent: { id: 'two', revision: 1, moves: [] } }
    const two = { ...home, id: 'two', parent: { id: 'one', revision: 1, moves: [] } }
    expect(
      familyOf([one, two], 'one')
        .map(kin => kin.groove.id)
        .sort(),
    ).toEqual(['one', 'two'])
  })

  it('marks what a move changed, and counts what is gone', () => {
    const moved = runMove(moveOf('rest')!, home, { beat: 0, who: 'everybody' }, DEFAULT_KIT)
    expect(moved.ok && changedStrokes(home, moved.value.groove, DEFAULT_KIT)).toEqual({
      keys: [],
      gone: 2,
      places: [
        { at: 0, limb: 'RH' },
        { at: 0, limb: 'RF' },
      ],
    })
    const crashed = runMove(moveOf('crash')!, home, { beat: 0 }, DEFAULT_KIT)
    expect(crashed.ok && changedStrokes(home, crashed.value.groove, DEFAULT_KIT)).toEqual({
      keys: ['a1:0'],
      gone: 0,
      places: [{ at: 0, limb: 'RH' }],
    })
  })

  it('adopts a variation under the other’s name and keeps what was there; the edit puts its parts in its order', () => {
    const variation = { ...a, parts: [a.parts[2]!, makePart({ id: 'new', name: 'New', limb: 'LF' }), a.parts[0]!] }
    const { main, kept } = adopted(home, 3, variation, 'kept')
    expect(main).toEqual({ ...home, parts: variation.parts })
    expect(kept).toEqual({ ...home, id: 'kept', title: 'Home, before', parent: { id: 'home', revision: 3, moves: [] } })
    const edit = apply(home, editBetween(home, main, 'adopted'))
    expect(edit.ok && edit.value.document).toEqual(main)
    expect(edit.ok && apply(edit.value.document, edit.value.inverse)).toMatchObject({
      ok: true,
      value: { document: home },
    })
  })

  it('says what was done', () => {
    const moved = runMove(moveOf('crash')!, home, { beat: 0 }, DEFAULT_KIT)
    if (!moved.ok) throw new Error(moved.reason)
    expect(apply(home, moved.value.edit).ok).toBe(true)
    expect(sayMoves(asVariation(home, 1, moved.value.groove, 'v', 'V', [moved.value.made]))).toBe('A crash on 1.')
    expect(sayMoves(home)).toBe('The first of its family.')
    expect(sayMoves(a)).toBe('As its parent, changed by hand.')
  })
})
