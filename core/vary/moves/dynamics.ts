import { ROLES, type Role, type Stroke, grooveTicks } from '#core/groove'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { atLevel, eachStroke, gridOf, made, noPart, partsOfRole, thePart, withStrokes } from '../work'

const SHAPES = [
  'rising over the bar',
  'falling over the bar',
  'even',
  'strong on the beat',
  'strong off the beat',
] as const

const shape: Move = {
  id: 'level-shape',
  name: 'Shape the levels',
  group: 'dynamics',
  keeps: ['linear', 'same'],
  about: 'Lets a part rise or fall through each bar, evens it out, or leans on the beat or off it.',
  params: [
    { id: 'part', name: 'Part', kind: 'part', among: part => part.strokes.length > 1 },
    { id: 'shape', name: 'Shape', kind: 'choice', of: SHAPES, usual: SHAPES[0] },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const wanted = word(params, 'shape')
    const { starts, onBeat } = gridOf(groove)
    const { strokes } = part.value
    const mean = strokes.reduce((sum, stroke) => sum + stroke.level, 0) / strokes.length
    const level = (stroke: Stroke): number => {
      const bar = starts.findLastIndex(start => start <= stroke.at)
      const share = (stroke.at - starts[bar]!) / (starts[bar + 1]! - starts[bar]!)
      switch (wanted) {
        case 'rising over the bar':
          return 1 + 5 * share
        case 'falling over the bar':
          return 5.4 - 5 * share
        case 'even':
          return mean
        case 'strong on the beat':
          return onBeat.has(stroke.at) ? 4 : Math.min(2, stroke.level)
        default:
          return onBeat.has(stroke.at) ? Math.min(2, stroke.level) : 4
      }
    }
    const now = strokes.map(stroke => atLevel(stroke, level(stroke)))
    const after = now.every((stroke, i) => stroke === strokes[i]) ? groove : withStrokes(groove, part.value, now)
    return made(groove, after, () => `${part.value.name}: ${wanted}.`, `“${part.value.name}” is so already.`)
  },
}

const byRole: Move = {
  id: 'role-level',
  traits: ['only loudness'],
  name: 'Softer or louder by role',
  group: 'dynamics',
  keeps: ['linear', 'same'],
  about: 'Brings everything of one role up or down, within ghost and accent.',
  params: [
    {
      id: 'role',
      name: 'Role',
      kind: 'choice',
      of: ROLES,
      usual: 'lead',
      tried: ROLES.filter(role => role !== 'hat foot'),
    },
    { id: 'by', name: 'Levels', kind: 'number', from: -3, to: 3, usual: -1, tried: [-2, 2] },
  ],
  make(groove, params) {
    const [role, by] = [word(params, 'role') as Role, num(params, 'by')]
    const parts = partsOfRole(groove, role)
    if (!parts.length) return refuse(noPart(role))
    const after = eachStroke(
      groove,
      part => parts.some(one => one.id === part.id),
      stroke => atLevel(stroke, stroke.level + by),
    )
    return made(
      groove,
      after,
      () =>
        `The ${role} ${role === 'ghosts' ? 'are' : 'is'} ${Math.abs(by) === 1 ? 'a level' : `${Math.abs(by)} levels`} ${by < 0 ? 'softer' : 'louder'}.`,
      parts.every(part => part.locked)
        ? `“${parts[0]!.name}” is locked; unlock it first.`
        : `The ${role} can’t go ${by < 0 ? 'down' : 'up'} any further.`,
    )
  },
}

const swell: Move = {
  id: 'swell',
  traits: ['only loudness'],
  name: 'Swell through the whole',
  group: 'dynamics',
  keeps: ['linear', 'same'],
  about: 'Shifts every level so that the groove grows from its first bar to its last by so many levels.',
  params: [{ id: 'by', name: 'Levels', kind: 'number', from: -3, to: 3, usual: 2 }],
  make(groove, params) {
    const by = num(params, 'by')
    const total = grooveTicks(groove)
    const after = eachStroke(
      groove,
      () => true,
      stroke => atLevel(stroke, stroke.level - by / 2 + (by * stroke.at) / total),
    )
    return made(
      groove,
      after,
      () => `The whole ${by > 0 ? 'grows' : 'dies away'} by ${Math.abs(by)} from beginning to end.`,
      'Every level is at its end already.',
    )
  },
}

export const DYNAMICS: readonly Move[] = [shape, byRole, swell]
