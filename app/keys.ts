/** Every key of the application by where it works: the path a station begins with, its title, and its keys. */
export const KEY_SHEET: readonly { at: string, title: string, keys: readonly (readonly [key: string, does: string])[] }[] = [
  { at: '/bench', title: 'Anywhere on the Bench', keys: [['Space', 'play and stop'], ['T', 'tap the tempo'], ['Ctrl Z', 'undo'], ['Ctrl Shift Z or Ctrl Y', 'redo'], ['A', 'add a part'], ['L', 'to the lanes'], ['S', 'staff'], ['G', 'compare with another groove']] },
  { at: '/bench', title: 'In the lanes: walking', keys: [['← →', 'slot by slot'], ['↑ ↓', 'limb by limb'], ['Ctrl ← →', 'beat by beat'], ['Home, End', 'first and last slot'], ['N', 'next part of this limb']] },
  { at: '/bench', title: 'In the lanes: strokes', keys: [['Enter', 'a stroke in an empty slot'], ['1 to 5', 'ghost, soft, plain, strong, accent'], ['K', 'next kind: rim shot, cross-stick, open, bell …'], ['P', 'next piece'], ['F', 'next ornament: flam, drag, ruff, double'], ['O, Shift O', 'open hat longer, shorter'], ['Shift ← →', 'move what is chosen by a slot'], ['Ctrl A', 'choose all of the part'], ['Delete', 'take out'], ['Escape', 'choose only the one stroke']] },
  { at: '/bench', title: 'In the lanes, with the mouse', keys: [['press', 'a stroke in an empty slot; choose one that is there'], ['drag up, down', 'its level'], ['drag sideways', 'to another slot'], ['Shift press', 'choose several']] },
  { at: '/sticking', title: 'Sticking', keys: [['Space', 'play and stop'], ['W', 'write or choose'], ['C', 'chain note groups'], ['B', 'to the Bench']] },
  { at: '/vary', title: 'Vary', keys: [['Space', 'play and stop'], ['H', 'hear home, or what is tried'], ['M, R, I, F', 'moves, recipes, ideas, family'], ['Ctrl Z', 'undo'], ['Ctrl Shift Z or Ctrl Y', 'redo']] },
  { at: '/vary', title: 'On a card of a move or an idea', keys: [['arrows', 'from card to card'], ['K', 'keep it as a variation'], ['Enter', 'open the move']] },
  { at: '/practise', title: 'While practising', keys: [['Space', 'start, pause, go on'], ['1, 2, 3', 'your word on how it went'], ['A', 'again'], ['S', 'again, slower'], ['N', 'next stage'], ['Escape', 'leave']] },
  { at: '/compare', title: 'Compare', keys: [['Space', 'play and stop'], ['1, 2', 'hear the first, the second'], ['X', 'change between them']] },
  { at: '/kit', title: 'Kit', keys: [['arrows', 'move the chosen piece'], ['Shift arrows', 'in larger steps']] },
  { at: '', title: 'Everywhere', keys: [['?', 'this sheet'], ['Tab', 'to the next control']] },
]
