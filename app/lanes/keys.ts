import type { EditorEvent } from '#core/editor'
import { type KEYS, type KeyGroup, byKey } from '../keys'

/** What the keys of a group say to the editor: one that is missing, or that no key asks for, does not compile. */
const saying = <G extends KeyGroup>(
  group: G,
  events: Readonly<Record<keyof (typeof KEYS)[G]['keys'], EditorEvent>>,
): ReadonlyMap<string, EditorEvent> =>
  new Map(
    Object.entries(
      byKey(
        group,
        Object.fromEntries(Object.entries(events).map(([name, event]) => [name, () => event])) as Parameters<
          typeof byKey<G>
        >[1],
      ),
    ).map(([key, event]) => [key, event() as EditorEvent]),
  )

const LEVEL_EVENTS = {
  ghost: { type: 'level', level: 1 },
  soft: { type: 'level', level: 2 },
  plain: { type: 'level', level: 3 },
  strong: { type: 'level', level: 4 },
  accent: { type: 'level', level: 5 },
} as const

const ALWAYS = new Map([
  ...saying('walk', {
    left: { type: 'walk', by: -1 },
    right: { type: 'walk', by: 1 },
    up: { type: 'climb', by: -1 },
    down: { type: 'climb', by: 1 },
    beatLeft: { type: 'leap', by: -1 },
    beatRight: { type: 'leap', by: 1 },
    first: { type: 'walk', by: 'first' },
    last: { type: 'walk', by: 'last' },
    leave: { type: 'escape' },
  }),
  ...saying('span', {
    markLeft: { type: 'extend', by: -1 },
    markRight: { type: 'extend', by: 1 },
    markFirst: { type: 'extend', by: -Infinity },
    markLast: { type: 'extend', by: Infinity },
    earlier: { type: 'displace', by: -1 },
    later: { type: 'displace', by: 1 },
    clear: { type: 'clear' },
    copy: { type: 'copy' },
    cut: { type: 'cut' },
    paste: { type: 'paste' },
    repeat: { type: 'repeat' },
  }),
])

const STROKES = saying('strokes', {
  ...LEVEL_EVENTS,
  put: { type: 'put' },
  fill: { type: 'fill' },
  out: { type: 'out' },
  earlier: { type: 'shift', by: -1 },
  later: { type: 'shift', by: 1 },
  kind: { type: 'kind', kind: 'next' },
  piece: { type: 'piece', piece: 'next' },
  ornament: { type: 'ornament', ornament: 'next' },
  part: { type: 'next part' },
  longer: { type: 'stretch', by: 1 },
  shorter: { type: 'stretch', by: -1 },
  all: { type: 'all' },
})

const LINE = saying('line', {
  ...LEVEL_EVENTS,
  put: { type: 'put' },
  out: { type: 'out' },
  longer: { type: 'stretch', by: 1 },
  shorter: { type: 'stretch', by: -1 },
})

/** What a key says while the lanes have the focus; undefined for one that means nothing there. */
export const eventOfKey = (key: string, onLine: boolean): EditorEvent | undefined =>
  ALWAYS.get(key) ?? (onLine ? LINE : STROKES).get(key)
