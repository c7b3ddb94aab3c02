import { beforeEach, describe, expect, it } from 'vitest'
import { type Edit, type Groove, LIMITS, apply, makeBars, makeGroove, makePart, readGroove } from '#core/groove'
import { type Recipe, RECIPES, readRecipe } from '#core/vary'
import { ok } from '#core/result'
import { meter } from '#core/time'
import type { Draft } from './autosave'
import { openDocument } from './open'
import { TestWorld, settled } from './test-world'

const groove = makeGroove({
  id: 'g',
  title: 'One',
  bars: makeBars(meter(4, 4), 1, 4),
  parts: [makePart({ id: 'p', name: 'P', limb: 'RH' })],
})
const titled = (title: string): Edit => ({ type: 'facts', set: { title } })

let world: TestWorld<Groove>
const opened = async () => {
  const open = openDocument<'groove', Edit>(
    {
      kind: 'groove',
      rules: async () => ({ apply, read: readGroove }),
      copied: (one, id) => ({ ...one, id, title: one.title.slice(0, LIMITS.title - 7) + ' (mine)' }),
    },
    world.page(),
  )
  await open.open('g')
  return open
}
beforeEach(() => {
  world = new TestWorld<Groove>(groove)
})

describe('an open document', () => {
  it('is edited, saved a moment later, undone and made again', async () => {
    const open = await opened()
    open.edit(titled('Two'))
    expect(open.saveState.value.kind).toBe('unsaved')
    await world.wait()
    expect(world.stored).toMatchObject({ revision: 2, document: { title: 'Two' } })
    expect(world.told).toEqual([{ kind: 'groove', id: 'g', revision: 2 }])
    expect(open.takeBack()).toMatchObject({ ok: true })
    expect(open.document.value!.title).toBe('One')
    expect(open.takeBack()).toMatchObject({ ok: false, reason: 'There is nothing to undo.' })
    open.bringBack()
    expect(open.document.value!.title).toBe('Two')
    expect(open.edit({ type: 'remove part', partId: 'nobody' })).toMatchObject({ ok: false })
    expect(open.document.value!.title).toBe('Two')
  })

  it('shows what is tried without keeping it', async () => {
    const open = await opened()
    open.tryOut(titled('Tried'))
    expect([open.shown.value!.title, open.document.value!.title]).toEqual(['Tried', 'One'])
    open.tryOut(undefined)
    expect(open.shown.value!.title).toBe('One')
    await world.wait()
    expect(world.stored.revision).toBe(1)
  })

  it('loses no edit while a look at the server fails: what is changed after it is saved', async () => {
    const open = await opened()
    world.elsewhere({ ...groove, title: 'Theirs' })
    world.away = true
    await world.hear({ kind: 'groove', id: 'g', revision: 2 })
    world.away = false
    open.edit(titled('Mine'))
    await world.wait()
    // Nothing is written over in silence, and nothing says “Saved”: the player chooses.
    expect(open.saveState.value).toMatchObject({ kind: 'stale', theirs: { title: 'Theirs' } })
    await open.resolveStale('mine')
    expect(world.stored.document.title).toBe('Mine')
  })

  it('shows on waking what was saved elsewhere while its own save was still unanswered', async () => {
    const open = await opened()
    open.edit(titled('Mine'))
    const held: (() => void)[] = (world.held = [])
    await world.wait()
    world.elsewhere({ ...world.stored.document, title: 'From the phone' })
    const looked = open.refresh()
    await settled()
    world.held = undefined
    held.forEach(letGo => letGo())
    await looked
    expect([open.document.value!.title, open.saveState.value.kind]).toEqual(['From the phone', 'saved'])
  })

  it('shows what another tab has saved, unless it holds changes of its own', async () => {
    const open = await opened()
    world.elsewhere({ ...groove, title: 'Theirs' })
    await world.hear({ kind: 'groove', id: 'g', revision: 2 })
    expect(open.document.value!.title).toBe('Theirs')
    open.edit(titled('Mine'))
    world.elsewhere({ ...groove, title: 'Theirs again' })
    await world.hear({ kind: 'groove', id: 'g', revision: 3 })
    expect(open.document.value!.title).toBe('Mine')
    await world.hear({ kind: 'kit', id: 'g', revision: 9 })
    expect(open.document.value!.title).toBe('Mine')
  })

  it('an edit made while it is being looked at is not lost under what comes back', async () => {
    const open = await opened()
    world.elsewhere({ ...groove, title: 'Theirs' })
    world.held = []
    const looking = open.refresh()
    await settled()
    open.edit(titled('Mine'))
    world.held.forEach(letGo => letGo())
    world.held = undefined
    await looking
    expect(open.document.value!.title).toBe('Mine')
  })
})

describe('a page that is looked away from', () => {
  it('saves at once, and an edit made on coming back before the answer has nothing to choose', async () => {
    const open = await opened()
    open.edit(titled('Two'))
    world.held = []
    open.lookAway()
    await settled()
    open.edit(titled('Three'))
    open.lookAway()
    world.held.forEach(letGo => letGo())
    world.held = undefined
    await settled()
    await world.wait()
    expect(open.saveState.value.kind).toBe('saved')
    expect(world.stored).toMatchObject({ revision: 3, document: { title: 'Three' } })
  })

  it('shows on coming back what was saved elsewhere while it slept', async () => {
    const open = await opened()
    open.lookAway()
    world.elsewhere({ ...groove, title: 'From the phone' })
    await open.refresh()
    expect(open.document.value!.title).toBe('From the phone')
  })
})

describe('a page that closes', () => {
  it('while a save is under way asks nothing of the next one: its last change goes on top', async () => {
    const open = await opened()
    open.edit(titled('Two'))
    world.held = []
    await world.wait()
    open.edit(titled('Three'))
    open.sendOnClose() // refused as stale: the save before it has been written
    world.held = undefined
    const next = await opened()
    expect(world.stored.document.title).toBe('Two')
    expect(next.saveState.value.kind).toBe('unsaved')
    expect(next.document.value!.title).toBe('Three')
    await world.wait()
    expect(world.stored).toMatchObject({ revision: 3, document: { title: 'Three' } })
    expect(next.saveState.value.kind).toBe('saved')
  })

  it('sends what waits; a draft that reached the server says nothing more', async () => {
    const open = await opened()
    open.edit(titled('Two'))
    open.sendOnClose()
    await settled()
    expect(world.stored.document.title).toBe('Two')
    const next = await opened()
    expect([next.document.value!.title, next.saveState.value.kind]).toEqual(['Two', 'saved'])
    await world.wait()
    expect(world.texts.size).toBe(0)
  })

  it('with the server away leaves a draft, which is saved when it is back', async () => {
    const open = await opened()
    world.away = true
    open.edit(titled('Two'))
    await world.wait()
    expect(open.saveState.value.kind).toBe('unreachable')
    open.sendOnClose()
    world.away = false
    const next = await opened()
    expect(next.document.value!.title).toBe('Two')
    await world.wait()
    expect(world.stored.document.title).toBe('Two')
  })

  it('has nothing to choose where its last save arrives while the next one is at work', async () => {
    const open = await opened()
    world.away = true
    open.edit(titled('Two'))
    open.sendOnClose()
    world.away = false
    const next = await opened()
    world.elsewhere({ ...groove, title: 'Two' })
    next.edit(titled('Three'))
    await world.wait()
    expect(world.stored).toMatchObject({ revision: 3, document: { title: 'Three' } })
    expect(next.saveState.value.kind).toBe('saved')
  })

  it('leaves a draft that somebody else’s save makes a choice', async () => {
    const open = await opened()
    world.away = true
    open.edit(titled('Mine'))
    open.sendOnClose()
    world.away = false
    world.elsewhere({ ...groove, title: 'Theirs' })
    const next = await opened()
    expect(next.saveState.value.kind).toBe('stale')
    await next.resolveStale('theirs')
    expect([next.document.value!.title, next.saveState.value.kind]).toEqual(['Theirs', 'saved'])
    expect((await opened()).document.value!.title).toBe('Theirs')
  })

  it('leaves a draft that is from another store, restored in the place of this one, a choice too', async () => {
    const open = await opened()
    world.away = true
    open.edit(titled('Mine'))
    open.sendOnClose()
    world.away = false
    world.stored = { ...world.stored, store: 'restored' } // the same number of revision
    expect((await opened()).saveState.value.kind).toBe('stale')
  })

  it('opens a draft of an older Bazzet, and passes over one it cannot read', async () => {
    const { guides: _, parts, ...old } = groove
    const bare = parts.map(({ pickUp: __, given: ___, ...part }) => part)
    const draft: Draft<unknown> = {
      revision: 1,
      store: undefined,
      document: { ...old, version: 1, title: 'Of old', parts: bare },
    }
    world.texts.set('bazzet:draft:g', JSON.stringify(draft))
    const open = await opened()
    expect(open.document.value).toMatchObject({
      version: 4,
      title: 'Of old',
      guides: [],
      parts: [{ given: ['name', 'role'] }],
    })
    for (const text of ['{ broken', JSON.stringify({ ...draft, document: { version: 9 } })]) {
      world = new TestWorld<Groove>(groove)
      world.texts.set('bazzet:draft:g', text)
      expect((await opened()).document.value!.title).toBe('One')
    }
  })
})

describe('the bin', () => {
  it('takes the document with its last change, and gives it back', async () => {
    const open = await opened()
    open.edit(titled('Two'))
    const back = await open.toBin()
    expect([world.binned, world.stored.document.title, open.document.value]).toEqual([true, 'Two', undefined])
    await world.wait()
    expect(world.texts.size).toBe(0)
    await back()
    expect(world.binned).toBe(false)
  })
})

describe('both versions kept', () => {
  it('the copy has a title that fits, however long it was', async () => {
    const long = 'x'.repeat(LIMITS.title)
    const open = await opened()
    open.edit(titled(long))
    world.elsewhere({ ...groove, title: 'Theirs' })
    await world.wait()
    await open.resolveStale('copy')
    expect(world.made).toHaveLength(1)
    expect(readGroove(world.made[0])).toMatchObject({ ok: true, value: { id: 'new0' } })
    expect(world.made[0]!.title.endsWith(' (mine)')).toBe(true)
    expect(open.document.value!.title).toBe('Theirs')
  })
})

describe('a document that is saved when it is asked for', () => {
  const recipe = RECIPES[0]!
  let kept: TestWorld<Recipe>
  const openRecipe = () =>
    openDocument<'recipe', Recipe>(
      {
        kind: 'recipe',
        rules: async () => ({ apply: (one, next) => ok({ document: next, inverse: one }), read: readRecipe }),
        copied: (one, id) => ({ ...one, id }),
        asked: true,
      },
      kept.page(),
    )
  beforeEach(() => {
    kept = new TestWorld<Recipe>(recipe)
  })

  it('waits as a draft until then, and is not lost by leaving', async () => {
    const open = openRecipe()
    await open.open(recipe.id)
    open.edit({ ...recipe, name: 'Changed' })
    await kept.wait()
    expect(kept.stored.revision).toBe(1)
    const next = openRecipe()
    await next.open(recipe.id)
    expect([next.document.value!.name, next.saveState.value.kind]).toEqual(['Changed', 'unsaved'])
    expect(await next.save()).toBeUndefined()
    expect(kept.stored).toMatchObject({ revision: 2, document: { name: 'Changed' } })
    await kept.wait()
    expect(kept.texts.size).toBe(0)
  })

  it('is made on the server by its first save', async () => {
    const open = openRecipe()
    await open.openNew({ ...recipe, id: 'fresh' })
    open.edit({ ...recipe, id: 'fresh', name: 'Fresh' })
    expect(kept.made).toEqual([])
    await open.save()
    expect(kept.made).toMatchObject([{ id: 'fresh', name: 'Fresh' }])
    expect(open.saveState.value.kind).toBe('saved')
  })

  it('can be given up', async () => {
    const open = openRecipe()
    await open.open(recipe.id)
    open.edit({ ...recipe, name: 'Changed' })
    open.discard()
    await kept.wait()
    const next = openRecipe()
    await next.open(recipe.id)
    expect(next.document.value!.name).toBe(recipe.name)
  })
})

describe('a document that every page reads and few change', () => {
  const counted = async (fetched: { times: number }) => {
    const open = openDocument<'groove', Edit>(
      {
        kind: 'groove',
        read: true,
        copied: one => one,
        rules: async () => {
          fetched.times++
          return { apply, read: readGroove }
        },
      },
      world.page(),
    )
    await open.open('g')
    return open
  }

  it('fetches what a change needs before the first change, once', async () => {
    const fetched = { times: 0 }
    const open = await counted(fetched)
    expect([open.document.value!.title, fetched.times]).toEqual(['One', 0])
    await open.ready()
    open.edit(titled('Two'))
    await open.ready()
    expect([open.document.value!.title, fetched.times]).toEqual(['Two', 1])
  })

  it('takes up a draft that never reached the server', async () => {
    const fetched = { times: 0 }
    const first = await counted(fetched)
    await first.ready()
    world.away = true
    first.edit(titled('Unsent'))
    await world.wait()
    world.away = false
    fetched.times = 0
    const again = await counted(fetched)
    expect([again.document.value!.title, fetched.times]).toEqual(['Unsent', 1])
  })
})
