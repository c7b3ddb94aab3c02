import { expose } from 'comlink'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, type IdeaWish, IdeaSearch } from '#core/vary'

/** How far a search has come: what it tried, what broke a promise or sounded like another, and the best of the rest. */
interface SearchNews {
  made: number
  broken: number
  alike: number
  /** Milliseconds spent on making and judging. */ spent: number
  ideas: Idea[]
}

let search: IdeaSearch | undefined
let spent = 0

const worker = {
  begin(groove: Groove, kit: Kit, wish: IdeaWish) {
    search = new IdeaSearch(groove, kit, wish)
    spent = 0
  },
  /** Goes on by that many candidates and tells the best so far, at most that many. The page may stop asking: nothing runs on by itself. */
  advance(candidates: number, listed: number): SearchNews | undefined {
    if (!search) return undefined
    const began = performance.now()
    search.advance(candidates)
    spent += performance.now() - began
    return {
      made: search.made,
      broken: search.broken,
      alike: search.alike,
      spent,
      ideas: listed ? search.ideas(listed) : [],
    }
  },
}
export type IdeasWorker = typeof worker

expose(worker)
