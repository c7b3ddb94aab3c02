import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

/** Lines of the interface in which something stands that a rule forbids, as `file: text`. */
const against = (rule: RegExp, except: readonly string[] = []) =>
  readdirSync('app', { recursive: true, encoding: 'utf8' })
    .filter(file => /(?<!\.test)\.(vue|ts)$/.test(file) && !except.some(one => file.endsWith(one)))
    .map(file => join('app', file))
    .flatMap(file => [...readFileSync(file, 'utf8').matchAll(rule)].map(([found]) => `${file}: ${found}`))

// docs/look.md says what stands in their place.
describe('one look', () => {
  it('sizes of text and controls are those of the scale', () => {
    expect(against(/\btext-\[[^\]]*\]|\btext-(3xl|5xl|7xl)\b|size="(sm|md|lg)"/g)).toEqual([])
  })
  it('a station has its header and its transport from their components', () => {
    const own = ['StationHeader.vue', 'StationTransport.vue', 'run.vue', 'begin.vue']
    expect(against(/<(header|footer)\b/g, own)).toEqual([])
  })
  it('dates are said in one place, by the browser’s language', () => {
    expect(against(/Intl\.DateTimeFormat|toLocale(Date|Time)String/g, ['practise/day.ts'])).toEqual([])
  })
  it('a tempo is drawn by its mark', () => {
    expect(against(/NoteGlyph[^>]*\/>\s*=\s*\{\{/g, ['TempoMark.vue'])).toEqual([])
  })
})
