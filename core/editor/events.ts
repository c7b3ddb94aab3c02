import type { Brush, Edit, Groove, GuideNote, Stroke } from '#core/groove'
import type { Kit, Level, Limb, Ornament } from '#core/kit'
import type { EditorState } from './state'

/** A place under the pointer: a slot of a lane, of a line above, of the counts, or the number of a bar (from 0) over them. */
export type Spot = { limb: Limb; slot: number } | { line: string; slot: number } | { counts: number } | { bar: number }

/** What pointer, finger, keys and panels say. What means the same is the same event, whichever hand it comes from. */
export type EditorEvent =
  // ---- pointer ----
  /** Down on a spot; with `more` a stroke joins those that are chosen, or leaves them. */
  | { type: 'press'; on: Spot; more?: boolean }
  /** Moved while down: how far from the press, in pixels, the slot under the pointer, and the level that its height means. */
  | { type: 'drag'; dx: number; dy: number; slot: number; level: Level }
  | { type: 'release' }
  /** The gesture is taken back: all is as it was before the press. */
  | { type: 'cancel' }
  /** The cursor to a slot of a lane with nothing struck: a finger on a small screen, or what a menu is asked for. */
  | { type: 'point'; limb: Limb; slot: number }
  // ---- going about ----
  /** By slots, round the end; `'first'` and `'last'` are the ends. */
  | { type: 'walk'; by: number | 'first' | 'last' }
  /** By beats: to the first slot of the one before or after. */
  | { type: 'leap'; by: 1 | -1 }
  /** By lanes, the lines above among them, and round. */
  | { type: 'climb'; by: 1 | -1 }
  /** The cursor alone to a slot of its lane: what is chosen stays. */
  | { type: 'go'; slot: number }
  | { type: 'enter'; limb: Limb }
  | { type: 'enter line'; line: string }
  | { type: 'choose'; partId: string }
  /** To a stroke of the staff: its part, and the slot it falls in. */
  | { type: 'find'; partId: string; at: number }
  /** What is chosen, painted with or marked is given up, the nearest first. */
  | { type: 'escape' }
  | { type: 'panel'; panel: EditorState['panel'] }
  // ---- strokes, or notes where the cursor is on a line ----
  | { type: 'put' }
  | { type: 'level'; level: Level }
  | { type: 'out' }
  /** An open hat, or a note, longer or shorter by slots. */
  | { type: 'stretch'; by: number }
  // ---- strokes ----
  | { type: 'shift'; by: number }
  | { type: 'kind'; kind: Stroke['stroke'] | 'next' }
  | { type: 'piece'; piece: string | 'next' }
  | { type: 'ornament'; ornament: Ornament | 'none' | 'next' }
  | { type: 'open for'; ticks: number }
  | { type: 'give'; to: { partId: string } | { limb: Limb } }
  | { type: 'all' }
  | { type: 'next part' }
  /** What presses paint with in the cursor's lane; null for what the neighbours are. */
  | { type: 'paint'; brush: Brush | null }
  // ---- lines above ----
  | { type: 'note'; set: Partial<Omit<GuideNote, 'at'>> }
  /** A note as it was tapped: pressed and released at ticks of the bars. */
  | { type: 'tap'; from: number; to: number }
  /** A new line; with the notes of a part, where one is named. */
  | { type: 'add line'; partId?: string }
  | { type: 'take notes'; partId: string }
  | { type: 'remove line' }
  // ---- the marked span ----
  | { type: 'mark'; from: number; to: number }
  | { type: 'mark bar'; bar: number }
  | { type: 'unmark' }
  /** Of what is marked, one limb is meant, or all of them. */
  | { type: 'mark of'; limb: Limb | null }
  /** The mark drawn on with the cursor, by slots and no further than there are. */
  | { type: 'extend'; by: number }
  | { type: 'fill' | 'copy' | 'cut' | 'paste' | 'clear' | 'repeat' | 'lead in' }
  | { type: 'displace'; by: number }
  /** The marked beats cut into this many slots each. */
  | { type: 'cut beats'; slots: number }
  | { type: 'double bar' | 'insert bar' | 'remove bar' }
  | { type: 'move bar'; by: 1 | -1 }
  // ---- from outside ----
  /** The groove was changed: by an edit made elsewhere, undone or made again, or it came from another tab, with no edit to go by. */
  | { type: 'edited'; how: 'made' | 'undone' | 'redone' | 'came'; edit: Edit | null; after: Groove }
  /** Another groove is open: only what was copied and what is painted with go along. */
  | { type: 'opened'; groove: Groove }

/** What a step asks of the world: to sound a stroke, to say why something can't be done, to say what was done. */
export type EditorEffect =
  { type: 'hear'; stroke: Stroke } | { type: 'refuse'; reason: string } | { type: 'say'; words: string }

/** What an event meets: the groove as it is, its kit, and what a step needs that is not in them. */
export interface Desk {
  groove: Groove
  kit: Kit
  /** An id for what the step may add, which nothing has yet. */
  newId: string
  /** The player's name for what a new part is called, such as a kick for a bass drum. */
  called?: (name: string) => string
}

/** What an event comes to: the next state, at most one edit, which can be made, and what is asked of the world. */
export interface EditorStep {
  state: EditorState
  edit?: Edit
  effects: EditorEffect[]
}
