import { LIMBS, type Limb } from '#core/kit'

/**
 * Every key of the application, once: handlers are made from this table and the help sheet shows it, so that they cannot differ. A key is
 * named as `keyOf` names it; lines that say the same are on one row of the sheet.
 */
interface Group {
  /** The paths of the stations where it works; everywhere where it is empty. */ at: string | readonly string[]
  title: string
  keys: Readonly<Record<string, readonly [key: string | readonly string[], does: string]>>
}

export const KEYS = {
  bench: {
    at: '/bench',
    title: 'Anywhere on the Bench',
    keys: {
      play: ['Space', 'play and stop'],
      step: ['e', 'step through, with no pulse'],
      tap: ['t', 'tap the tempo'],
      undo: ['Ctrl+z', 'undo'],
      redo: [['Ctrl+Shift+z', 'Ctrl+y'], 'redo'],
      add: ['a', 'add a part'],
      cells: ['b', 'cells: a bar beat by beat'],
      line: ['u', 'to the line above; add one'],
      lanes: ['l', 'to the lanes'],
      displace: ['d', 'displace parts'],
      staff: ['s', 'staff'],
      loop: ['m', 'loop what is marked'],
      keep: ['Shift+k', 'keep as a variation'],
      vary: ['Shift+v', 'vary it'],
      compare: ['g', 'compare with another groove'],
      sheet: ['Shift+s', 'a sheet to print'],
      practise: ['Shift+p', 'practise it'],
      record: ['Shift+r', 'play in: record, and stop'],
      export: ['Shift+e', 'export as a file'],
    },
  },
  walk: {
    at: '/bench',
    title: 'In the lanes: walking',
    keys: {
      left: ['ArrowLeft', 'slot by slot'],
      right: ['ArrowRight', 'slot by slot'],
      up: ['ArrowUp', 'lane by lane'],
      down: ['ArrowDown', 'lane by lane'],
      beatLeft: ['Ctrl+ArrowLeft', 'beat by beat'],
      beatRight: ['Ctrl+ArrowRight', 'beat by beat'],
      first: ['Home', 'first and last slot'],
      last: ['End', 'first and last slot'],
      leave: ['Escape', 'let go of what is chosen, painted with or marked'],
    },
  },
  strokes: {
    at: '/bench',
    title: 'In the lanes: strokes',
    keys: {
      put: ['Enter', 'a stroke in an empty slot'],
      fill: ['Shift+Enter', 'a stroke in each empty slot of what is marked'],
      ghost: ['1', 'ghost, soft, plain, strong, accent'],
      soft: ['2', 'ghost, soft, plain, strong, accent'],
      plain: ['3', 'ghost, soft, plain, strong, accent'],
      strong: ['4', 'ghost, soft, plain, strong, accent'],
      accent: ['5', 'ghost, soft, plain, strong, accent'],
      kind: ['k', 'next kind: rim shot, cross-stick, open, bell …; in an empty slot, of what you paint with'],
      piece: ['p', 'next piece; in an empty slot, to paint with'],
      ornament: ['f', 'next ornament: flam, drag, ruff, double'],
      longer: ['o', 'open hat longer, shorter'],
      shorter: ['Shift+o', 'open hat longer, shorter'],
      earlier: ['Alt+ArrowLeft', 'displace what is chosen by a slot'],
      later: ['Alt+ArrowRight', 'displace what is chosen by a slot'],
      all: ['Ctrl+a', 'choose all of the part'],
      part: ['n', 'next part of this limb'],
      out: [['Delete', 'Backspace'], 'take out'],
    },
  },
  line: {
    at: '/bench',
    title: 'On the line above',
    keys: {
      put: ['Enter', 'a note in an empty slot'],
      ghost: ['1', 'its level'],
      soft: ['2', 'its level'],
      plain: ['3', 'its level'],
      strong: ['4', 'its level'],
      accent: ['5', 'its level'],
      longer: ['o', 'longer, shorter by a slot'],
      shorter: ['Shift+o', 'longer, shorter by a slot'],
      out: [['Delete', 'Backspace'], 'take the note out'],
    },
  },
  tap: { at: '/bench', title: 'While you tap a line', keys: { tap: ['j', 'a note; hold it for a long one'] } },
  span: {
    at: '/bench',
    title: 'In the lanes: a marked span',
    keys: {
      markLeft: ['Shift+ArrowLeft', 'mark slots from the cursor on'],
      markRight: ['Shift+ArrowRight', 'mark slots from the cursor on'],
      markFirst: ['Shift+Home', 'mark to the first, last slot'],
      markLast: ['Shift+End', 'mark to the first, last slot'],
      copy: ['Ctrl+c', 'copy, cut what is marked'],
      cut: ['Ctrl+x', 'copy, cut what is marked'],
      paste: ['Ctrl+v', 'paste over, from the cursor on'],
      repeat: ['r', 'repeat it to the end of the bars'],
      earlier: ['Alt+Shift+ArrowLeft', 'displace what is in it by a slot'],
      later: ['Alt+Shift+ArrowRight', 'displace what is in it by a slot'],
      clear: [['Shift+Delete', 'Shift+Backspace'], 'clear it'],
    },
  },
  step: {
    at: '/bench',
    title: 'While you step',
    keys: {
      back: ['ArrowLeft', 'back and on'],
      next: ['ArrowRight', 'back and on'],
      again: ['Enter', 'the same again'],
      more: ['+', 'more, fewer at a time'],
      fewer: ['-', 'more, fewer at a time'],
      leave: ['Escape', 'leave Step'],
    },
  },
  playIn: {
    at: '/bench',
    title: 'While you play in',
    keys: {
      keep: ['Enter', 'keep it in the groove'],
      back: ['Backspace', 'take the last time round back'],
      leave: ['Escape', 'leave playing in'],
    },
  },
  shelf: {
    at: '/shelf',
    title: 'Shelf',
    keys: {
      find: ['f', 'find a groove; Enter opens the first'],
      grooves: ['g', 'to the grooves; Down from the field does it too'],
      begin: ['b', 'begin a groove'],
      open: ['o', 'open a file'],
      several: ['c', 'choose several'],
    },
  },
  shelfCard: {
    at: '/shelf',
    title: 'On a groove of the Shelf',
    keys: { hear: ['Space', 'hear it, stop'], out: [['Delete', 'Backspace'], 'put it in the bin'] },
  },
  begin: { at: '/begin', title: 'Begin', keys: { hear: ['Space', 'hear the style, stop'] } },
  opening: {
    at: '/open',
    title: 'Opening a file',
    keys: { hear: ['Space', 'hear the groove, stop'], keep: ['Ctrl+s', 'keep what is chosen'] },
  },
  sticking: {
    at: '/sticking',
    title: 'Sticking',
    keys: {
      play: ['Space', 'play and stop'],
      write: ['w', 'write or choose'],
      chain: ['c', 'chain note groups'],
      bench: ['b', 'to the Bench'],
    },
  },
  vary: {
    at: '/vary',
    title: 'Vary',
    keys: {
      play: ['Space', 'play and stop'],
      home: ['h', 'hear home, or what is tried'],
      moves: ['m', 'moves, recipes, ideas, family'],
      recipes: ['r', 'moves, recipes, ideas, family'],
      ideas: ['i', 'moves, recipes, ideas, family'],
      family: ['f', 'moves, recipes, ideas, family'],
      undo: ['Ctrl+z', 'undo'],
      redo: [['Ctrl+Shift+z', 'Ctrl+y'], 'redo'],
    },
  },
  cards: {
    at: ['/vary', '/shelf'],
    title: 'From card to card',
    keys: {
      left: ['ArrowLeft', 'beside it'],
      right: ['ArrowRight', 'beside it'],
      up: ['ArrowUp', 'the row before, the row after'],
      down: ['ArrowDown', 'the row before, the row after'],
    },
  },
  card: {
    at: '/vary',
    title: 'On a card of a move or an idea',
    keys: { keep: ['k', 'keep it as a variation'], open: ['Enter', 'open the move'] },
  },
  phrase: {
    at: '/phrase',
    title: 'Phrase',
    keys: {
      play: ['Space', 'play and stop'],
      undo: ['Ctrl+z', 'undo'],
      redo: [['Ctrl+Shift+z', 'Ctrl+y'], 'redo'],
      add: ['a', 'add a section'],
      template: ['t', 'templates'],
      fill: ['f', 'a fill over the chosen bar'],
      loop: ['m', 'loop what is marked'],
      bench: ['b', 'the bar’s groove on the Bench'],
      export: ['Shift+e', 'export as a file'],
      map: ['l', 'to the bars'],
    },
  },
  listen: {
    at: '/listen',
    title: 'Listen',
    keys: {
      play: ['Space', 'play and stop'],
      undo: ['Ctrl+z', 'undo'],
      redo: [['Ctrl+Shift+z', 'Ctrl+y'], 'redo'],
      loop: ['m', 'loop what is marked'],
      slower: ['-', 'slower, faster'],
      faster: ['+', 'slower, faster'],
      click: ['c', 'the click with its beats'],
      one: ['1', 'the 1 is here'],
      later: ['2', 'the 1 is a beat later'],
      section: ['s', 'name what is marked as a section'],
      mark: ['w', 'a mark with words here'],
      line: ['l', 'to the recording'],
    },
  },
  recordingLine: {
    at: '/listen',
    title: 'On a recording',
    keys: {
      left: ['ArrowLeft', 'bar by bar'],
      right: ['ArrowRight', 'bar by bar'],
      beatLeft: ['Ctrl+ArrowLeft', 'beat by beat'],
      beatRight: ['Ctrl+ArrowRight', 'beat by beat'],
      markLeft: ['Shift+ArrowLeft', 'mark bars'],
      markRight: ['Shift+ArrowRight', 'mark bars'],
      first: ['Home', 'the beginning and the end'],
      last: ['End', 'the beginning and the end'],
      hear: ['Enter', 'play from here'],
      leave: ['Escape', 'mark nothing'],
    },
  },
  bars: {
    at: '/phrase',
    title: 'On the bars of a phrase',
    keys: {
      left: ['ArrowLeft', 'bar by bar'],
      right: ['ArrowRight', 'bar by bar'],
      up: ['ArrowUp', 'section by section'],
      down: ['ArrowDown', 'section by section'],
      hear: ['Enter', 'hear from here'],
      markLeft: ['Shift+ArrowLeft', 'mark bars'],
      markRight: ['Shift+ArrowRight', 'mark bars'],
      earlier: ['Alt+ArrowUp', 'the section earlier, later'],
      later: ['Alt+ArrowDown', 'the section earlier, later'],
      more: ['+', 'the section once more, once less'],
      fewer: ['-', 'the section once more, once less'],
      out: [['Delete', 'Backspace'], 'take the section out'],
      leave: ['Escape', 'take the mark away'],
    },
  },
  today: { at: '/today', title: 'Today', keys: { go: ['Enter', 'practise what is due first'] } },
  plans: {
    at: '/practise',
    title: 'A plan',
    keys: {
      start: ['g', 'start practising'],
      add: ['a', 'add a stage'],
      undo: ['Ctrl+z', 'undo'],
      redo: [['Ctrl+Shift+z', 'Ctrl+y'], 'redo'],
    },
  },
  stages: {
    at: '/practise',
    title: 'On the stages of a plan',
    keys: {
      up: ['ArrowUp', 'stage by stage'],
      down: ['ArrowDown', 'stage by stage'],
      earlier: ['Alt+ArrowUp', 'the stage earlier, later'],
      later: ['Alt+ArrowDown', 'the stage earlier, later'],
      double: ['d', 'the stage once more'],
      out: [['Delete', 'Backspace'], 'take the stage out'],
    },
  },
  run: {
    at: '/practise',
    title: 'While you practise',
    keys: {
      press: ['Space', 'start, pause, go on; while you step, the next stroke'],
      solid: ['1', 'solid, shaky, missed'],
      shaky: ['2', 'solid, shaky, missed'],
      missed: ['3', 'solid, shaky, missed'],
      clean: ['c', 'clean once more'],
      again: ['a', 'again'],
      slower: ['s', 'again, slower, faster'],
      faster: ['f', 'again, slower, faster'],
      next: ['n', 'next stage'],
      back: ['ArrowLeft', 'while you step: back; more, fewer at once'],
      more: ['+', 'while you step: back; more, fewer at once'],
      fewer: ['-', 'while you step: back; more, fewer at once'],
      leave: ['Escape', 'leave'],
    },
  },
  strike: {
    at: '/practise',
    title: 'While you are measured, or play in, by keys',
    keys: { LH: ['d', 'left hand'], RH: ['k', 'right hand'], LF: ['z', 'left foot'], RF: ['m', 'right foot'] },
  },
  compare: {
    at: '/compare',
    title: 'Compare',
    keys: {
      play: ['Space', 'play and stop'],
      first: ['1', 'hear the first, the second'],
      second: ['2', 'hear the first, the second'],
      swap: ['x', 'change between them'],
    },
  },
  plan: {
    at: '/kit',
    title: 'A piece on the kit’s plan',
    keys: {
      left: ['ArrowLeft', 'a centimetre'],
      right: ['ArrowRight', 'a centimetre'],
      up: ['ArrowUp', 'a centimetre'],
      down: ['ArrowDown', 'a centimetre'],
      farLeft: ['Shift+ArrowLeft', 'ten'],
      farRight: ['Shift+ArrowRight', 'ten'],
      farUp: ['Shift+ArrowUp', 'ten'],
      farDown: ['Shift+ArrowDown', 'ten'],
    },
  },
  mix: {
    at: ['/bench', '/vary', '/phrase', '/sticking', '/compare', '/practise'],
    title: 'Where it sounds',
    keys: { mix: ['Shift+m', 'the mix: how loud each thing is'] },
  },
  everywhere: { at: '', title: 'Everywhere', keys: { sheet: ['?', 'this sheet'] } },
} as const satisfies Record<string, Group>

export type KeyGroup = keyof typeof KEYS
/** A deed for every key of a group: one that is missing, or that no key asks for, does not compile. */
export type Handlers<G extends KeyGroup> = Readonly<Record<keyof (typeof KEYS)[G]['keys'], () => unknown>>

/** What the mouse or a finger does in the lanes; it is on the sheet beside the keys. */
export const GESTURES: readonly (readonly [gesture: string, does: string])[] = [
  ['press', 'a stroke in an empty slot; choose one that is there'],
  ['drag up, down', 'its level'],
  ['drag sideways', 'to another slot'],
  ['Shift press', 'choose several'],
  ['long press', 'the stroke’s menu, by finger'],
  ['press a count', 'mark that beat'],
  ['drag over the counts', 'mark a run of slots'],
  ['press “Bar 1”', 'mark the bar'],
  ['drag on the line above', 'a note as long as it is drawn'],
  ['press a bar of a phrase', 'choose it; with Shift mark to it; twice play from it'],
]

const isLetter = (key: string): boolean => /^\p{L}$/u.test(key)

/** The name of a key that was pressed: `'Space'`, `'Ctrl+Shift+z'`, `'Alt+ArrowLeft'`, `'?'`. Ctrl stands for ⌘ too; Shift is not named where it only makes another sign. */
export function keyOf({
  key,
  ctrlKey,
  metaKey,
  altKey,
  shiftKey,
}: Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>): string {
  const sign = key.length === 1 && !isLetter(key) && key !== ' '
  return `${ctrlKey || metaKey ? 'Ctrl+' : ''}${altKey ? 'Alt+' : ''}${shiftKey && !sign ? 'Shift+' : ''}${key === ' ' ? 'Space' : isLetter(key) ? key.toLowerCase() : key}`
}

/** The limb that a key strikes for while keys are the input; undefined for every other key. */
export const limbOfKey = (event: Parameters<typeof keyOf>[0]): Limb | undefined =>
  LIMBS.find(limb => KEYS.strike.keys[limb][0] === keyOf(event))

const list = (keys: string | readonly string[]): readonly string[] => (typeof keys === 'string' ? [keys] : keys)

/** The deeds of a group by the names of their keys. */
export function byKey<G extends KeyGroup>(group: G, handlers: Handlers<G>): Record<string, () => unknown> {
  const keys: Group['keys'] = KEYS[group].keys
  return Object.fromEntries(
    Object.entries(keys).flatMap(([does, [names]]) =>
      list(names).map(name => [name, handlers[does as keyof Handlers<G>]]),
    ),
  )
}

const SIGNS: Record<string, string> = { ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓' }
/** A key as the sheet writes it: `shownKey('Ctrl+Shift+z') // => 'Ctrl Shift Z'`. */
export const shownKey = (name: string): string =>
  (name.match(/^\+$|[^+]+(?=\+|$)/g) ?? [name])
    .map(one => SIGNS[one] ?? (isLetter(one) ? one.toUpperCase() : one))
    .join(' ')

/** Keys that do the same kind of thing on one row: `'1 2 3'`, `'Shift ← →'`. */
function together(names: readonly string[]): string {
  const last = (name: string) => (name.endsWith('+') ? '+' : name.slice(name.lastIndexOf('+') + 1))
  const stems = new Set(names.map(name => name.slice(0, name.length - last(name).length)))
  return stems.size === 1 && names.length > 1
    ? `${shownKey(names[0]!)} ${names
        .slice(1)
        .map(name => shownKey(last(name)))
        .join(' ')}`
    : names.map(shownKey).join(', ')
}

/** The rows of the sheet: each group with its keys, those that do the same kind of thing on one row. */
export const sheetRows = (group: KeyGroup): { keys: string; does: string }[] => {
  const rows = new Map<string, string[]>()
  for (const [names, does] of Object.values<Group['keys'][string]>(KEYS[group].keys))
    rows.set(does, [...(rows.get(does) ?? []), ...list(names)])
  return [...rows].map(([does, names]) => ({ keys: together(names), does }))
}
