import { present } from '#core/present'
import { type GroupShape, shapesOf } from './groups'
import { type Needs, type Pulses, atRest, joins, playedSticking, pulseKey, slotsNeeded } from './limits'
import { type Letter, strikes } from './sticking'
import type { Question } from './wishes'

/** Shapes that fill the slots exactly, one after another; `cost` ranks it (see `joinCost`). */
export interface Chain {
  shapes: GroupShape[]
  cost: number
}

/**
 * A state: slots filled, the shape that came last, the group that came first (where no two may be alike in a row), the
 * last hand (where the chain must come home) and the limbs' pulses (where speed matters). With it what is known: in how
 * many ways it can be finished, how cheaply, and by which shapes.
 */
interface State {
  at: number
  last: number
  first: number
  hand: number
  pulses: number
  count: bigint
  cost: number
  next: Step[] | undefined
}
interface Step {
  shape: number
  cost: number
  to: State
}

const LETTERS = ['', 'R', 'L', 'F'] as const
const codeOf = (who: Letter | undefined): number => (who ? LETTERS.indexOf(who) : 0)

/** What is asked of a shape again and again, worked out once; letters as figures, 0 for none. */
interface Facts {
  length: number
  group: number
  starts: number
  ends: number
  hand: number
  twoFeet: boolean
}

/**
 * How a group costs after another: a limb that strikes twice across the join 8, the same group again 2, any group 1.
 * The best chains have the fewest awkward joins, then the fewest repeats, then the fewest groups.
 */
const joinCost = (before: Facts | undefined, shape: Facts): number =>
  1 + (before && before.ends && before.ends === shape.starts ? 8 : 0) + (before?.group === shape.group ? 2 : 0)

/**
 * The graph of all ways to fill the slots, each state worked out once (dynamic programming): the count is exact
 * however many ways there are, and the cheapest are found without looking at the others.
 */
export class ChainFilling {
  private readonly slots: number
  private readonly shapes: GroupShape[]
  private readonly facts: Facts[]
  /** For each place the shapes that may begin there, by the wishes that ask only about places. */
  private readonly fitting: number[][]
  private readonly known = new Map<number, State>()
  private readonly noRepeats: boolean
  private readonly home: number
  private readonly twoFeet: boolean
  private readonly needs: Needs | undefined
  private readonly pulses: Pulses[] = []
  private readonly pulseIds = new Map<string, number>()
  private readonly pulseSteps = new Map<number, number>()
  private readonly root: State

  constructor({ slots, groups, changing, wishes }: Question) {
    this.slots = slots
    this.shapes = shapesOf(groups, changing)
    this.facts = this.shapes.map(({ sticking, group }) => ({
      length: sticking.length,
      group: groups.indexOf(group),
      starts: codeOf(sticking[0]?.who),
      ends: codeOf(sticking.at(-1)?.who),
      hand: codeOf(sticking.findLast(place => place && place.who !== 'F')?.who),
      twoFeet: sticking.length > 1 && strikes(sticking.at(-1), 'F') && strikes(sticking.at(-2), 'F'),
    }))
    const home = wishes.find(wish => wish.kind === 'comes home')
    const speed = wishes.find(wish => wish.kind === 'not too fast')
    this.home = codeOf(home?.lead)
    this.noRepeats = wishes.some(wish => wish.kind === 'no repeats')
    this.twoFeet = wishes.some(wish => wish.kind === 'two feet')
    this.needs = speed && slotsNeeded(speed.slotSeconds, speed.speeds)
    const wanted = wishes.flatMap(wish => (wish.kind === 'limb' ? [wish] : []))
    const fits = (at: number, { sticking }: GroupShape) =>
      wanted.every(({ slot, who }) => slot < at || slot >= at + sticking.length || strikes(sticking[slot - at], who))
    this.fitting = Array.from({ length: slots }, (_, at) =>
      this.shapes.flatMap((shape, i) => {
        const end = at + shape.sticking.length
        const { starts, twoFeet } = this.facts[i]!
        const may =
          end <= slots &&
          fits(at, shape) &&
          (at > 0 || !this.home || starts === this.home) &&
          (end < slots || !this.twoFeet || twoFeet)
        return may ? [i] : []
      }),
    )
    const pulses = this.needs ? this.pulseId(atRest(this.needs)) : 0
    this.root = this.stateOf({ at: 0, last: -1, first: -1, hand: 0, pulses })
    this.finish(this.root)
  }

  /** In how many ways the slots can be filled. */
  get count(): bigint {
    return this.root.count
  }

  private pulseId(pulses: Pulses): number {
    const key = pulseKey(pulses)
    const id = this.pulseIds.get(key) ?? this.pulses.length
    if (id === this.pulses.length) {
      this.pulses.push(pulses)
      this.pulseIds.set(key, id)
    }
    return id
  }

  /** The pulses after a shape, or -1 where it is too fast. */
  private pulsesAfter(pulses: number, shape: number): number {
    if (!this.needs) return 0
    const key = pulses * this.shapes.length + shape
    const before = this.pulseSteps.get(key)
    if (before !== undefined) return before
    const after = playedSticking(this.pulses[pulses]!, this.shapes[shape]!.sticking, this.needs)
    const id = after ? this.pulseId(after) : -1
    this.pulseSteps.set(key, id)
    return id
  }

  /** The one state that is so. */
  private stateOf({ at, last, first, hand, pulses }: Pick<State, 'at' | 'last' | 'first' | 'hand' | 'pulses'>): State {
    const many = this.shapes.length + 1
    const key = (((pulses * 4 + hand) * many + first + 1) * many + last + 1) * (this.slots + 1) + at
    const before = this.known.get(key)
    if (before) return before
    const state: State = { at, last, first, hand, pulses, count: 0n, cost: Infinity, next: undefined }
    this.known.set(key, state)
    return state
  }

  /** Where a shape leads, or undefined where a wish about what came before forbids it. */
  private follow(state: State, shape: number): State | undefined {
    const { length, group, hand: ownHand } = this.facts[shape]!
    const at = state.at + length
    const ends = at === this.slots
    const first = this.noRepeats ? (state.first < 0 ? group : state.first) : -1
    if (this.noRepeats && (this.facts[state.last]?.group === group || (ends && first === group))) return undefined
    const hand = this.home ? ownHand || state.hand : 0
    if (ends && this.home && hand === this.home) return undefined
    const pulses = this.pulsesAfter(state.pulses, shape)
    if (pulses < 0 || (ends && this.needs && !joins(this.pulses[pulses]!, this.needs))) return undefined
    // At the end nothing of the way matters any more.
    return this.stateOf(
      ends ? { at, last: -1, first: -1, hand: 0, pulses: 0 } : { at, last: shape, first, hand, pulses },
    )
  }

  /** Works a state out with all that may follow. */
  private finish(state: State): void {
    if (state.next) return
    state.next = []
    if (state.at === this.slots) {
      state.count = 1n
      state.cost = 0
      return
    }
    const before = this.facts[state.last]
    for (const shape of this.fitting[state.at]!) {
      const to = this.follow(state, shape)
      if (!to) continue
      this.finish(to)
      if (!to.count) continue
      const cost = joinCost(before, this.facts[shape]!)
      state.next.push({ shape, cost, to })
      state.count += to.count
      if (cost + to.cost < state.cost) state.cost = cost + to.cost
    }
  }

  /** The cheapest chains, at most that many, the cheapest first: a search led by the exact cost to the end. */
  best(most: number): Chain[] {
    if (!this.root.count) return []
    interface Way {
      shape: number
      before: Way | undefined
    }
    interface Open {
      state: State
      spent: number
      way: Way | undefined
    }
    const found: Chain[] = []
    // Costs are small whole numbers, so open ways lie in one pile a cost; the newest of a pile goes on first.
    const piles: Open[][] = []
    const put = (total: number, open: Open) => (piles[total] ??= []).push(open)
    put(this.root.cost, { state: this.root, spent: 0, way: undefined })
    for (let cost = 0; cost < piles.length; cost++) {
      for (let open = piles[cost]?.pop(); open; open = piles[cost]!.pop()) {
        const { state, spent, way } = open
        if (state.at === this.slots) {
          const shapes: GroupShape[] = []
          for (let step = way; step; step = step.before) shapes.unshift(this.shapes[step.shape]!)
          found.push({ shapes, cost: spent })
          if (found.length === most) return found
          continue
        }
        for (const { shape, cost: more, to } of present(state.next, 'next').toReversed())
          put(spent + more + to.cost, { state: to, spent: spent + more, way: { shape, before: way } })
      }
    }
    return found
  }
}
