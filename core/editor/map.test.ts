import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { beginHistory, make, redo, undo } from '#core/history'
import { DEFAULT_KIT } from '#core/kit'
import { type Phrase, type PhraseEdit, applyToPhrase, barsInOrder, phraseFrom, roundsOf } from '#core/phrase'
import { meter } from '#core/time'
import { type MapEvent, barChosen, beginMap, fillChosen, stepMap } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = (id: string, row: string) =>
  makeGroove({
    id,
    title: id,
    bars,
    parts: [
      makePart({ id: 'bass', name: 'Bass', limb: 'RF', strokes: rowStrokes(bars, row, { piece: 'bass drum' }) }),
      makePart({ id: 'back', name: 'Back', limb: 'LH', strokes: rowStrokes(bars, '....5...', { piece: 'snare' }) }),
    ],
  })
const verse = groove('verse', '4.......')
const chorus = groove('chorus', '4...')

/** The map of a phrase of four bars, with its history: what a row of events comes to. */
function map() {
  let ids = 0
  let history = beginHistory<Phrase, PhraseEdit>(phraseFrom(verse, 1, () => `id-${++ids}`))
  let state = beginMap()
  const said: string[] = []
  const desk = () => ({
    phrase: history.document,
    rounds: roundsOf(history.document),
    kit: DEFAULT_KIT,
    newId: `new-${++ids}`,
  })
  return {
    send(...events: (MapEvent | 'undo' | 'redo')[]) {
      for (const event of events) {
        const before = desk()
        if (event === 'undo' || event === 'redo') {
          const done = event === 'undo' ? undo(history, applyToPhrase) : redo(history, applyToPhrase)
          if (!done.ok) continue
          history = done.value
          const how = event === 'undo' ? ('undone' as const) : ('redone' as const)
          state = stepMap(state, { type: 'edited', how, after: history.document }, before).state
          continue
        }
        const step = stepMap(state, event, before)
        if (step.refused) said.push(step.refused)
        const done = step.edit ? make(history, step.edit, applyToPhrase) : undefined
        if (done && !done.ok) throw new Error(`An edit that can’t be made: ${done.reason}`)
        if (done?.ok) history = done.value
        state = step.state
      }
      return this
    },
    get state() {
      return state
    },
    said,
    /** Each section by its name, bars and times. */
    get form() {
      return history.document.sections.map(one => `${one.name} ${one.bars}×${one.times}`).join(', ')
    },
    get fill() {
      const rounds = roundsOf(history.document)
      return fillChosen(rounds, barChosen(state, barsInOrder(rounds)).round, DEFAULT_KIT)
    },
  }
}
const add = { type: 'add', groove: chorus, revision: 1 } as const

describe('the map of a phrase', () => {
  it.each<[string, (MapEvent | 'undo' | 'redo')[], string, number]>([
    ['begins at its first bar', [], 'A 1×4', 0],
    ['goes no further than its bars', [{ type: 'choose', bar: 99 }], 'A 1×4', 3],
    ['adds a section after the chosen one, and goes there', [add], 'A 1×4, B 1×1', 4],
    ['adds bars of one’s own', [{ type: 'rest' }], 'A 1×4, You 1×4', 4],
    ['moves the section, and the bar with it', [add, { type: 'move', by: -1 }], 'B 1×1, A 1×4', 0],
    [
      'keeps the chosen bar where one is put in before it',
      [add, { type: 'section', by: -1 }, { type: 'times', by: 1 }, { type: 'section', by: 1 }],
      'A 1×5, B 1×1',
      5,
    ],
    ['plays it once more below', [add, { type: 'twice' }], 'A 1×4, B 1×1, B 1×1', 4],
    ['takes it out', [add, { type: 'out' }], 'A 1×4', 3],
    ['brings back the section and where one was', [add, { type: 'choose', bar: 1 }, 'undo'], 'A 1×4', 0],
    ['and makes it again', [add, { type: 'choose', bar: 1 }, 'undo', 'redo'], 'A 1×4, B 1×1', 4],
    ['plays it fewer times, one at the least', Array(9).fill({ type: 'times', by: -1 }) as MapEvent[], 'A 1×1', 0],
  ])('%s', (_, events, form, bar) => {
    const one = map().send(...events)
    expect([one.form, one.state.bar]).toEqual([form, bar])
  })

  it('draws the mark on and back, and gives it up where its bars are gone', () => {
    const right: MapEvent = { type: 'extend', by: 1 }
    const left: MapEvent = { type: 'extend', by: -1 }
    const one = map().send({ type: 'choose', bar: 1 }, right, right)
    expect(one.state).toMatchObject({ bar: 3, mark: { from: 1, to: 4 } })
    expect(one.send(left).state).toMatchObject({ bar: 2, mark: { from: 1, to: 3 } })
    expect(one.send({ type: 'mark to', bar: 3 }).state.mark).toEqual({ from: 2, to: 4 })
    expect(one.send({ type: 'times', by: -1 }).state.mark).toBeNull()
  })

  it('puts a fill over the chosen bar, leads it otherwise, and says what can’t be done', () => {
    const one = map().send({ type: 'choose', bar: 3 }, { type: 'fill' })
    expect(one.fill).toMatchObject({ turn: 0, fill: { from: 0, length: 20160 } })
    const again = one.send({ type: 'fill' })
    expect([again.fill?.turn, again.said]).toEqual([0, [expect.stringMatching(/^This time has a fill of its own/)]])
    expect(one.send('undo').fill).toBeUndefined()
    expect(one.send({ type: 'out' }).said).toHaveLength(2)
    expect(one.form).toBe('A 1×4')
  })
})
