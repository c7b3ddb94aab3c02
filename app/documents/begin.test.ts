import { beforeEach, describe, expect, it } from 'vitest'
import { type Edit, type Groove, apply, makeBars, makeGroove, readGroove } from '#core/groove'
import { meter } from '#core/time'
import { openDocument } from './open'
import { TestWorld } from './test-world'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({ id: 'g', title: 'One', bars })
const other = makeGroove({ id: 'other', title: 'Other', bars })
const titled = (title: string): Edit => ({ type: 'facts', set: { title } })

let world: TestWorld<Groove>
const page = () => {
  const here = world.page()
  return {
    ...here,
    ...openDocument<'groove', Edit>(
      { kind: 'groove', rules: async () => ({ apply, read: readGroove }), copied: (one, id) => ({ ...one, id }) },
      here,
    ),
  }
}
beforeEach(() => {
  world = new TestWorld<Groove>(groove)
})

describe('a document that is begun here', () => {
  it('is made on the server a moment later, and goes on as it has become, with nothing to take back', async () => {
    const open = page()
    await open.beginNew(other)
    await world.wait()
    expect(world.made).toEqual([other])
    open.become({ ...other, title: 'Later' })
    expect([open.canUndo.value, open.document.value!.title]).toEqual([false, 'Later'])
  })

  it('waits in the browser while the server is away, among the drafts of its kind, and is taken up from there by its address', async () => {
    world.away = true
    const open = page()
    await open.beginNew(other)
    open.become({ ...other, title: 'Unseen' })
    await world.wait()
    await world.wait()
    const next = page()
    expect([...next.drafts.of('groove').keys()]).toEqual(['other'])
    world.away = false
    await next.open('other')
    expect(next.document.value!.title).toBe('Unseen')
    await world.wait()
    expect(world.made).toMatchObject([{ id: 'other', title: 'Unseen' }])
    await world.wait()
    expect([...next.drafts.of('groove').keys()]).toEqual([])
  })

  it('with neither the server nor a draft that has it is refused as not there', async () => {
    await expect(page().open('nobody')).rejects.toThrow('There is none.')
  })
})

describe('coming back to a document', () => {
  it('one may still undo what was done before another was opened', async () => {
    world.made.push(other)
    const open = page()
    await open.open('g')
    open.edit(titled('Two'))
    await open.open('other')
    expect([open.document.value!.title, open.canUndo.value]).toEqual(['Other', false])
    await open.open('g')
    expect([open.document.value!.title, open.canUndo.value]).toEqual(['Two', true])
    open.takeBack()
    expect(open.document.value!.title).toBe('One')
  })

  it('that somebody else has saved since, one finds theirs, and nothing of one’s own to undo', async () => {
    world.made.push(other)
    const open = page()
    await open.open('g')
    open.edit(titled('Two'))
    await open.open('other')
    world.elsewhere({ ...groove, title: 'Theirs' })
    await open.open('g')
    expect([open.document.value!.title, open.canUndo.value]).toEqual(['Theirs', false])
  })

  it('knows how it was opened, until it is opened anew', async () => {
    const open = page()
    await open.open('g')
    open.edit(titled('Two'))
    expect(open.opened.value!.title).toBe('One')
    await world.wait()
    await open.open('g')
    expect(open.opened.value!.title).toBe('One')
    await open.open('g', true)
    expect(open.opened.value!.title).toBe('Two')
  })
})
