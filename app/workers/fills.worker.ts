import { expose } from 'comlink'
import { type FillGround, type FillIdea, type FillSearch, fillIdeas } from '#core/phrase'

/** An idea as it crosses from the worker: the rules that speak for it by their ids, since functions do not cross. */
export type FoundFill = Omit<FillIdea, 'speaks'> & { speaks: string[] }

const worker = {
  search: (search: FillSearch, ground: FillGround, off: readonly string[]): FoundFill[] =>
    fillIdeas(search, ground, new Set(off)).map(idea => ({ ...idea, speaks: idea.speaks.map(rule => rule.id) })),
}
export type FillsWorker = typeof worker

expose(worker)
