import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'

const eslint = new ESLint()
const complaints = async (file: string, code: string) =>
  (await eslint.lintText(code, { filePath: file })).flatMap(result => result.messages.map(message => `${message.ruleId}: ${message.message}`)).join('\n')

describe('the floors of the core, held by lint', () => {
  it.each([
    ['core/time/x.ts', 'import { apply } from \'#core/groove\'\nexport const x = apply\n', /imports only from floors below/],
    ['core/analyse/x.ts', 'import { styleOf } from \'#core/style\'\nexport const x = styleOf\n', /imports only from floors below/],
    ['core/groove/x.ts', 'import { apply } from \'#core/groove\'\nexport const x = apply\n', /imports only from floors below/],
    ['core/vary/x.ts', 'import { ref } from \'vue\'\nexport const x = ref\n', /knows nothing of interface/],
    ['core/vary/x.ts', 'import { readFileSync } from \'node:fs\'\nexport const x = readFileSync\n', /no Node modules/],
    ['core/vary/x.ts', 'import { apply } from \'../groove\'\nexport const x = apply\n', /entered by its door/],
    ['core/style/cards/x.ts', 'import { apply } from \'../../groove\'\nexport const x = apply\n', /entered by its door/],
    ['core/style/cards/x.ts', 'import { apply } from \'#core/vary\'\nexport const x = apply\n', /imports only from floors below/],
    ['core/vary/x.ts', 'import { apply } from \'#core/groove/edits\'\nexport const x = apply\n', /by its door/],
    ['core/time/x.ts', 'export const x = () => window.innerWidth\n', /no browser, no Node and no clock/],
    ['core/time/x.ts', 'export const x = () => Math.random()\n', /seed passed in/],
    ['app/stores/x.ts', 'import { connect } from \'~~/server/db\'\nexport const x = connect\n', /by its routes only/],
  ])('a breach in %s is refused', async (file, code, complaint) => {
    expect(await complaints(file, code)).toMatch(complaint)
  }, 120_000)

  it('what is allowed passes', async () => {
    expect(await complaints('core/vary/x.ts', 'import { apply } from \'#core/groove\'\nexport const x = apply\n')).toBe('')
  })
})
