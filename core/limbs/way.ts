import { isHand } from '#core/kit'
import { type Crew, type Option, optionsOf } from './options'
import { REST, type Strain } from './strain'
import type { Instant, Struck } from './struck'

/** This many states are carried from one instant to the next, the cheapest; small cases never have as many, and are solved exactly. */
const BEAM = 160
/** Seconds within which a hand that has just struck is still over its piece. */
const STAYS = 0.25

/** What each of the two limbs struck last, and before that: indices, -1 where it has rested. */
interface State {
  last: [number, number]
  before: [number, number]
  price: number
}
interface Step {
  from: number
  to: number
  option: number
  price: number
}

/** The cheapest way of two limbs through all instants: the option taken at each, what it costs in all, and what each other option would cost more. */
export interface Way {
  options: Option[][]
  taken: number[]
  price: number
  more: number[][]
}

/** What a step from a state by an option costs, beyond the option itself: how fast, how far, and whether arms cross. @internal */
export function stepPrice(
  strain: Strain,
  crew: Crew,
  all: readonly Struck[],
  { last, before }: Pick<State, 'last' | 'before'>,
  { first, second }: Option,
): number {
  const hand = isHand(crew.limbs[0])
  let price = 0
  for (const side of [0, 1] as const) {
    const mine = side ? second : first
    if (!mine.length || last[side] < 0) continue
    price += strain.step(hand, before[side], last[side], mine[0]!)
    // The other hand could have made it: it strikes nothing now, and was not the last to strike.
    const other = last[side ? 0 : 1]
    if (hand && !(side ? first : second).length && (other < 0 || all[other]!.at < all[last[side]]!.at))
      price += strain.twice(
        last[side],
        mine[0]!,
        before[side] >= 0 && (other < 0 || all[other]!.at < all[before[side]]!.at),
      )
  }
  if (!hand) return price
  const now = first[0] ?? second[0]
  if (now === undefined) return price
  const stays = (side: 0 | 1): number =>
    (side ? second : first)[0] ??
    (last[side] >= 0 && all[now]!.seconds - all[last[side]]!.seconds <= STAYS ? last[side] : -1)
  const [right, left] = crew.limbs[0] === 'RH' ? [stays(0), stays(1)] : [stays(1), stays(0)]
  return price + (right >= 0 && left >= 0 ? strain.crossed(right, left) : 0)
}

/** The state after an instant. @internal */
export function after(
  { last, before }: Pick<State, 'last' | 'before'>,
  { first, second }: Option,
): Pick<State, 'last' | 'before'> {
  return {
    last: [first[0] ?? last[0], second[0] ?? last[1]],
    before: [first.length ? last[0] : before[0], second.length ? last[1] : before[1]],
  }
}

/** What is forgotten by a moment: what a limb did so long ago that it has rested since. @internal */
export function remembered(
  all: readonly Struck[],
  { last, before }: Pick<State, 'last' | 'before'>,
  seconds: number,
): Pick<State, 'last' | 'before'> {
  const fresh = (i: number, until: number) => (i >= 0 && until - all[i]!.seconds <= REST ? i : -1)
  const lasts: [number, number] = [fresh(last[0], seconds), fresh(last[1], seconds)]
  const befores = lasts.map((i, side) => (i < 0 ? -1 : fresh(before[side as 0 | 1], all[i]!.seconds))) as [
    number,
    number,
  ]
  return { last: lasts, before: befores }
}

/**
 * The way of least strain for two limbs through all instants, by dynamic programming over them: a state is what each limb struck last and
 * before that, which is all that the next step’s price asks for. Each other option’s price is that of the cheapest way through it.
 * @internal
 */
export function limbPathOf(all: readonly Struck[], instants: readonly Instant[], crew: Crew, strain: Strain): Way {
  const options = instants.map(instant => optionsOf(instant.struck, crew))
  const base = all.length + 1
  let states: State[] = [{ last: [-1, -1], before: [-1, -1], price: 0 }]
  const layers: { many: number; steps: Step[] }[] = []
  instants.forEach((instant, n) => {
    const next: State[] = []
    const steps: Step[] = []
    const known = new Map<number, number>()
    states.forEach((state, from) => {
      const now = { ...remembered(all, state, instant.seconds), price: state.price }
      options[n]!.forEach((option, o) => {
        const price = option.price + stepPrice(strain, crew, all, now, option)
        const then = after(now, option)
        const key =
          ((then.last[0] + 1) * base + then.last[1] + 1) * base * base +
          (then.before[0] + 1) * base +
          then.before[1] +
          1
        let to = known.get(key)
        if (to === undefined) {
          to = next.push({ ...then, price: Infinity }) - 1
          known.set(key, to)
        }
        next[to]!.price = Math.min(next[to]!.price, state.price + price)
        steps.push({ from, to, option: o, price })
      })
    })
    const kept = next
      .map((_, i) => i)
      .sort((a, b) => next[a]!.price - next[b]!.price)
      .slice(0, BEAM)
    const place = new Map(kept.map((i, at) => [i, at]))
    layers.push({
      many: states.length,
      steps: steps.flatMap(step => (place.has(step.to) ? [{ ...step, to: place.get(step.to)! }] : [])),
    })
    states = kept.map(i => next[i]!)
  })
  return back(options, layers, states)
}

/** From the end to the beginning: what each state still costs, the cheapest way, and what the cheapest way through each option costs more. */
function back(options: Option[][], layers: { many: number; steps: Step[] }[], last: readonly State[]): Way {
  const rests: Float64Array[] = []
  let rest = new Float64Array(last.length)
  for (let n = layers.length - 1; n >= 0; n--) {
    const mine = new Float64Array(layers[n]!.many).fill(Infinity)
    for (const { from, to, price } of layers[n]!.steps) mine[from] = Math.min(mine[from]!, price + rest[to]!)
    rests[n] = rest
    rest = mine
  }
  const price = rest[0]!
  const taken: number[] = []
  const more: number[][] = []
  // Forward once more, with what each state had cost until then.
  let [before, state] = [new Float64Array(1), 0]
  layers.forEach(({ steps }, n) => {
    const after = new Float64Array(rests[n]!.length).fill(Infinity)
    const through = options[n]!.map(() => Infinity)
    let best: Step | undefined
    for (const step of steps) {
      after[step.to] = Math.min(after[step.to]!, before[step.from]! + step.price)
      const whole = before[step.from]! + step.price + rests[n]![step.to]!
      through[step.option] = Math.min(through[step.option]!, whole)
      if (step.from === state && (!best || step.price + rests[n]![step.to]! < best.price + rests[n]![best.to]! - 1e-12))
        best = step
    }
    taken.push(best!.option)
    state = best!.to
    more.push(through.map(one => Math.max(0, one - price)))
    before = after
  })
  return { options, taken, price, more }
}
