import { useLocalStorage } from '@vueuse/core'
import type { Ref } from 'vue'
import { type Read, anything, fields, figure } from '#core/read'

/**
 * Everything that this browser remembers by itself, by its key after `bazzet:`, with the version of what is under it. What belongs
 * to the person or to a document is stored by the server; this is what belongs to a machine, and what waits for the server.
 */
export const REMEMBERED = {
  click: 1,
  'click-slots': 1,
  'click-gaps': 1,
  'count-in': 1,
  'count-play': 1,
  'fill-taste-off': 1,
  'cell-order': 1,
  folds: 1,
  'ideas-beside': 1,
  'ideas-in-place': 1,
  input: 1,
  'last-groove': 1,
  'last-kit': 1,
  'last-phrase': 1,
  latency: 1,
  'line-heard': 1,
  move: 1,
  'move-group': 1,
  outbox: 1,
  output: 1,
  pads: 1,
  'played-in': 1,
  promises: 1,
  seed: 1,
  sheets: 1,
  'sittings-over': 1,
  staff: 1,
  'step-speaks': 1,
  sticking: 1,
  'styles-used': 1,
  'taste-off': 1,
  'verdict-speaks': 1,
  /** Documents that wait for the server, each under its own name: see documents/drafts.ts. */
  draft: 1,
} as const
type RememberedName = keyof typeof REMEMBERED

/** Where texts wait: a store such as the browser's, which outlives the page. */
export type TextStore = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>

/** How something remembered is read, what it is before anything is remembered, and how each older version becomes the next. */
export interface RememberedShape<T> {
  read: Read<T>
  usual: NoInfer<T>
  upgrades?: readonly ((old: unknown) => unknown)[]
}

/** The key in the browser's store: `keyOf('click') // => 'bazzet:click'`. */
export const storageKeyOf = (name: RememberedName): string => `bazzet:${name}`

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

const versioned = fields({ bazzetVersion: figure, value: anything })

/** What a text says, brought up from the version it was written in; what cannot be read, or is of a newer Bazzet, is as if it were not there. */
export function readRemembered<T>(
  name: RememberedName,
  text: string,
  { read, usual, upgrades = [] }: RememberedShape<T>,
): T {
  const found = versioned(parsed(text))
  const version = found?.bazzetVersion ?? 1
  const brought = (value: unknown) =>
    upgrades.slice(version - 1, REMEMBERED[name] - 1).reduce((old, up) => up(old), value)
  if (version > REMEMBERED[name]) return usual
  // A text that happens to look like a number or a list is still a text where one is asked for.
  for (const value of found ? [found.value] : [parsed(text), text]) {
    const known = read(brought(value))
    if (known !== undefined) return known
  }
  return usual
}

/** The text of a value. Version 1 is written as it always was: a text as it is, and everything else as JSON. */
export function writeRemembered(name: RememberedName, value: unknown): string {
  const version: number = REMEMBERED[name]
  if (version > 1) return JSON.stringify({ bazzetVersion: version, value })
  return typeof value === 'string' ? value : JSON.stringify(value)
}

/** Something this browser remembers, as a ref: read through its shape, written as it changes, and changed with other tabs. */
export const useRemembered = <T>(name: RememberedName, shape: RememberedShape<T>): Ref<T> =>
  useLocalStorage<T>(storageKeyOf(name), shape.usual, {
    serializer: { read: text => readRemembered(name, text, shape), write: value => writeRemembered(name, value) },
  })

/** Reads what an older Bazzet remembered under a key that is no longer used, and forgets it. */
export function takeOld(key: string): string | null {
  const text = localStorage.getItem(`bazzet:${key}`)
  if (text !== null) localStorage.removeItem(`bazzet:${key}`)
  return text
}
