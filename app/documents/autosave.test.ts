import { beforeEach, describe, expect, it } from 'vitest'
import { Autosave, type Draft, type SaveAnswer, type SaveState } from './autosave'

/** A server that answers when told to, a clock that moves when told to, and a record of all that is shown. */
class World {
  sent: { document: string; revision: number; answer: (value: SaveAnswer) => Promise<void> }[] = []
  shown: SaveState[] = []
  draft: Draft<string> | undefined
  timers: { ms: number; then: () => void; off: boolean }[] = []
  save = new Autosave<string>(
    {
      send: (document, { revision }) =>
        new Promise<SaveAnswer>(done => {
          this.sent.push({
            document,
            revision,
            answer: async value => {
              done(value)
              await new Promise(resolve => setImmediate(resolve))
            },
          })
        }),
      keepDraft: draft => (this.draft = draft),
      show: state => this.shown.push(state),
      later: (ms, then) => {
        const timer = { ms, then, off: false }
        this.timers.push(timer)
        return () => (timer.off = true)
      },
      now: () => new Date(0),
    },
    { revision: 1, store: 'here' },
  )

  tick() {
    const due = this.timers.filter(timer => !timer.off)
    this.timers = []
    due.forEach(timer => timer.then())
    return new Promise(resolve => setImmediate(resolve))
  }
}

let world: World
beforeEach(() => {
  world = new World()
})

describe('autosave', () => {
  it('waits until changes settle, then sends the last, and forgets the draft', async () => {
    world.save.changed('a')
    world.save.changed('b')
    expect(world.draft).toEqual({ revision: 1, store: 'here', document: 'b' })
    await world.tick()
    expect(world.sent.map(one => [one.document, one.revision])).toEqual([['b', 1]])
    await world.sent[0]!.answer({ kind: 'saved', revision: 2 })
    expect(world.draft).toBeUndefined()
    expect(world.save.dirty).toBe(false)
    expect(world.shown.map(state => state.kind)).toEqual(['saved', 'unsaved', 'unsaved', 'saving', 'saved'])
  })

  it('keeps in the draft what is on its way, so that a page opened meanwhile can tell what it was made from', async () => {
    world.save.changed('a')
    await world.tick()
    world.save.changed('b')
    expect(world.draft).toEqual({ revision: 1, store: 'here', document: 'b', sent: ['a'] })
    expect(world.save.unsent).toEqual(world.draft)
    await world.sent[0]!.answer({ kind: 'saved', revision: 2 })
    expect(world.draft).toEqual({ revision: 2, store: 'here', document: 'b' })
  })

  it('sends one at a time, each from the revision the one before made', async () => {
    world.save.changed('a')
    await world.tick()
    world.save.changed('b')
    await world.tick()
    expect(world.sent).toHaveLength(1)
    await world.sent[0]!.answer({ kind: 'saved', revision: 2 })
    await world.tick()
    expect(world.sent.map(one => [one.document, one.revision])).toEqual([
      ['a', 1],
      ['b', 2],
    ])
  })

  it('tries again while nobody answers, and keeps the draft meanwhile', async () => {
    world.save.changed('a')
    await world.tick()
    await world.sent[0]!.answer({ kind: 'unreachable', reason: 'silent' })
    expect(world.shown.at(-1)).toEqual({ kind: 'unreachable', reason: 'silent' })
    expect(world.draft?.document).toBe('a')
    await world.tick()
    await world.sent[1]!.answer({ kind: 'saved', revision: 2 })
    expect(world.shown.at(-1)!.kind).toBe('saved')
  })

  it('goes on top of what was sent from here, where only the answer was lost', async () => {
    world.save.changed('a')
    await world.tick()
    await world.sent[0]!.answer({ kind: 'unreachable', reason: 'silent' })
    world.save.changed('b')
    expect(world.draft?.sent).toEqual(['a'])
    await world.tick()
    await world.sent[1]!.answer({ kind: 'stale', theirs: 'a', base: { revision: 2, store: 'here' } })
    expect(world.sent[2]).toMatchObject({ document: 'b', revision: 2 })
    await world.sent[2]!.answer({ kind: 'saved', revision: 3 })
    expect(world.shown.map(state => state.kind)).not.toContain('stale')
    expect(world.draft).toBeUndefined()
  })

  it('stops at a stale answer and sends nothing until the player chooses', async () => {
    world.save.changed('a')
    await world.tick()
    await world.sent[0]!.answer({ kind: 'stale', theirs: 'theirs', base: { revision: 5, store: 'here' } })
    world.save.changed('b')
    await world.tick()
    expect(world.sent).toHaveLength(1)
    expect(world.draft?.document).toBe('b')
    const kept = world.save.keepMine({ revision: 5, store: 'here' })
    await world.tick()
    expect(world.sent[1]).toMatchObject({ document: 'b', revision: 5 })
    await world.sent[1]!.answer({ kind: 'saved', revision: 6 })
    await kept
    expect(world.save.base).toEqual({ revision: 6, store: 'here' })
  })

  it('abandoned, sends nothing more and leaves no draft', async () => {
    world.save.changed('a')
    world.save.abandon()
    await world.tick()
    expect(world.sent).toEqual([])
    expect(world.draft).toBeUndefined()
  })
})
