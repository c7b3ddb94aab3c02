import type { Edit, Groove, MoveMade } from '#core/groove'

/** What a move comes to: the edit that makes it, a sentence on what it did, and how to name it when it is kept. */
export interface Moved { edit: Edit, sentence: string, made: MoveMade }

/** A groove made from another remembers which, at which revision, and by what moves. */
export function asVariation(parent: Groove, revision: number, changed: Groove, id: string, title: string, moves: MoveMade[]): Groove {
  return { ...changed, id, title, parent: { id: parent.id, revision, moves } }
}
