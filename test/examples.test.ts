import { describe, expect, it } from 'vitest'
import { documented, isPublic, misfits, run } from './examples'

const all = documented()

/** What an example shows for what it comes to: `…` stands for what is left out, and words that are no expression are for the eye alone. */
describe('the examples in the docstrings of the core', () => {
  for (const { file, name, examples } of all) {
    for (const { expression, value } of examples)
      it(`core/${file}, ${name}: ${expression}`, () => expect(run(expression, file)).toEqual(run(value, file)))
  }

  it('mean in their own folder what they say, and fit what they are given', () => expect(misfits(all)).toEqual([]))

  it('show what every public function gives', () => {
    expect(all.filter(one => isPublic(one) && !one.examples.length).map(one => `${one.file}: ${one.name}`)).toEqual([])
  })
})
