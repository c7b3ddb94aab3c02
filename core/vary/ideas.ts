import type { Kit } from '#core/kit'
import type { Groove } from '#core/groove'
import { present } from '#core/present'
import { LINES } from '#core/style'
import { type Chance, chanceOf, thrower } from './chance'
import { type Judgement, Judge } from './judge'
import { type Liking, hasAll, likingWord, shareOf } from './liking'
import type { Move, MoveGroup, Params, PromiseId } from './move'
import { MOVES, moveOf } from './moves'
import { strokeCount } from './promises'
import { rowsHere } from './rows'
import { type Step, runSteps } from './run'
import { isUsual, rulesFor, tasteOf } from './taste'
import type { Beside, TasteRule, Trial } from './taste-trial'
import { Seen } from './taste-seen'

/** What to look for: the same wish and seed always find the same ideas. */
export interface IdeaWish {
  seed: number
  promises: readonly PromiseId[]
  /** Groups of moves to try; all where it is empty. */
  groups: readonly MoveGroup[]
  /** A companion: strokes wished for, as a share of home’s; ideas near it come first. */
  density?: number
  /** What sounds beside the drums there; what the band usually does where it is left out. */
  beside?: Beside
  /** Rules of taste that the player has turned off, by id. */
  off?: readonly string[]
  /** What the player wants more like, and what they never want again. */
  likes?: readonly Liking[]
  never?: readonly Liking[]
}

/** A variation that was found: the moves that lead to it, what each did, what speaks for it, and how far it is from home. */
export interface Idea {
  steps: Step[]
  says: string[]
  speaks: string[]
  groove: Groove
  distance: number
  /** Strokes more than home has, or fewer where negative. */
  more: number
  difficulty: number
}

/** A groove reached by moves, kept by the search. */
interface Found {
  judged: Judgement
  before: Found | undefined
  move: Move | undefined
  params: Params | undefined
  depth: number
  score: number
  /** What its steps are, as likings say it; kept only where the wish has some. */
  words: ReadonlySet<string>
  /** The move its chain begins with. */ root: Move | undefined
  /** Nearer to home than the step before. */ nearer: boolean
  taste?: Taste
}

type Taste = ReturnType<typeof tasteOf>

const DEPTH = 4
/** What an idea costs by its number of steps: two or three that belong together are an idea, one alone is a detail, four are a muddle. */
const STEPS = [0, 0.08, 0, 0.04, 0.2] as const
/** Below the first share of strokes changed an idea is a detail, beyond the second another groove. */
const [NEAR, FAR] = [0.1, 0.3]
/** How much more often a row of the style is thrown than any other move: what players use is most of what is worth a look. */
const ROWS_OFTENER = 5
/** The most of a dozen that begin in one group of moves, and the most that begin with a row of the style. */
const OF_ONE_GROUP = 2
const ROWS_MOST = 6
/** The most of a dozen that have one move in them, and that lay rows of one line. */
const MOVE_MOST = 2
const ROW_MOVE_MOST = 3
/** The most of a dozen that take strokes away. */
const THINNER_MOST = 3
/** The most of a dozen that end with one move. */
const LAST_MOST = 2
/** What it costs an idea to be one more beyond these. */
const ENOUGH = 1
/** All moves are tried after that number of candidates where they gave fewer finds than `least`. */
const WIDENS = { after: 2000, least: 60 } as const
/** Two ideas that share more of their strokes than this are one picture. */
const ONE_PICTURE = 0.9
const SAME_PICTURE = 0.95
/** What it is worth to an idea to be all that the player wants more like. */
const LIKED = 0.4
/** How many are kept to choose from; beyond twice as many the worse half goes. */
const KEPT = 400
/** Of those, how many chains may begin with one move: what scores well by itself would crowd out all else. */
const OF_ONE_ROOT = 40
/** Nearer to home by more than this, and the last step has undone something. */
const UNDOING = 0.02
/** At least that many, and that many for each idea asked for, are weighed by all the rules of taste. */
const TASTED = { least: 120, each: 10 } as const

/**
 * A seeded search over chains of one to four moves. It is advanced by that many candidates at a time, so that what runs
 * it can stop, show and go on; what it has found depends on the wish and the number alone.
 */
export class IdeaSearch {
  /** Candidates made and judged. */
  made = 0
  /** Candidates that broke a promise, those that sounded like one already found, and those that a rule of taste forbids. */
  broken = 0
  alike = 0
  vetoed = 0
  private readonly chance: Chance
  private readonly judge: Judge
  private readonly home: Found
  private readonly sounds = new Set<number>()
  private moves: readonly Move[]
  /** Whether other moves are tried once the usual ones find too little. */
  private mayWiden: boolean
  private readonly rules: readonly TasteRule[]
  private readonly quick: readonly TasteRule[]
  private readonly homeSeen: Seen
  /** Whether the player has said what they like, or never want. */
  private readonly minds: boolean
  private throws = new Map<Groove['bars'], { move: Move; params: (chance: Chance) => Params }[]>()
  private pool: Found[] = []
  /** What a find must be worth to be kept, once there are enough. */
  private least = -Infinity

  constructor(
    private readonly groove: Groove,
    private readonly kit: Kit,
    private readonly wish: IdeaWish,
  ) {
    this.chance = chanceOf(wish.seed)
    this.judge = new Judge(groove, kit, wish.promises)
    this.rules = rulesFor(groove.style, wish.off)
    this.quick = this.rules.filter(rule => rule.quick)
    this.homeSeen = new Seen(groove, kit)
    this.minds = !!(wish.likes?.length || wish.never?.length)
    // Unasked, only what is usual, where the style has rows; a group that is asked for brings all its moves.
    const asked = wish.groups.length > 0
    const known = LINES.some(line => rowsHere(groove, line).length)
    this.moves = MOVES.filter(move =>
      asked
        ? wish.groups.includes(move.group)
        : known && wish.density === undefined
          ? isUsual(move, groove.style)
          : true,
    )
    this.mayWiden = !asked && known && wish.density === undefined
    // Home keeps every promise that is about change, except to differ from itself.
    const judged = new Judge(groove, kit, []).judge(groove) as Judgement
    this.home = {
      judged,
      before: undefined,
      move: undefined,
      params: undefined,
      depth: 0,
      score: 0,
      words: new Set(),
      root: undefined,
      nearer: false,
    }
    this.sounds.add(judged.sound)
  }

  /** Makes and judges that many candidates more; fewer only where no move finds anything to do. */
  advance(candidates: number): void {
    const until = this.made + candidates
    for (let tries = 0; this.made < until && tries < candidates * 40; tries++) {
      if (this.mayWiden && this.made >= WIDENS.after) this.widen()
      const from =
        !this.pool.length || this.chance.next() < 0.3 ? this.home : this.pool[this.chance.below(this.pool.length)]!
      if (from.depth >= DEPTH) continue
      const offered = this.throwsFor(from.judged.groove)
      if (!offered.length) return
      const { move, params: thrown } = offered[this.chance.below(offered.length)]!
      // A move made twice says over again what one would have said.
      if (madeBy(from, move)) continue
      const params = thrown(this.chance)
      const done = move.make(from.judged.groove, params, this.kit)
      if (!done.ok) continue
      this.made++
      const judged = this.judge.judge(done.value.groove, this.sounds, from.judged)
      if (typeof judged === 'string') {
        if (judged === 'known') this.alike++
        else this.broken++
        continue
      }
      this.sounds.add(judged.sound)
      const depth = from.depth + 1
      const words = this.minds ? new Set([...from.words, likingWord({ move: move.id, params })]) : from.words
      if (this.wish.never?.some(liking => hasAll(words, liking))) {
        this.vetoed++
        continue
      }
      const score = this.scoreOf(judged, depth) + LIKED * shareOf(words, this.wish.likes ?? [])
      if (score <= this.least) continue
      const found: Found = {
        judged,
        before: from,
        move,
        params,
        depth,
        score,
        words,
        root: from.root ?? move,
        nearer: judged.distance + UNDOING < from.judged.distance,
      }
      if (tasteOf(this.quick, this.trialOf(found)).veto) this.vetoed++
      else this.keep(found)
    }
  }

  /** From the usual moves to all of them, where those found too little. */
  private widen(): void {
    this.mayWiden = false
    if (this.pool.length >= WIDENS.least) return
    this.moves = MOVES
    this.throws = new Map()
  }

  /** How to throw every move’s parameters on these bars; parts stay, so bars alone decide. */
  private throwsFor(groove: Groove) {
    const before = this.throws.get(groove.bars)
    if (before) return before
    const throws = this.moves.flatMap(move => {
      const params = thrower(move, groove, this.kit, true)
      const often = isRow(move) ? ROWS_OFTENER : 1
      return params ? Array.from({ length: often }, () => ({ move, params })) : []
    })
    this.throws.set(groove.bars, throws)
    return throws
  }

  /** A find as the rules of taste look at it. */
  private trialOf(found: Found, moves = movesOf(found)): Trial {
    const { judged, nearer } = found
    return {
      home: this.homeSeen,
      now: new Seen(judged.groove, this.kit, this.homeSeen),
      kit: this.kit,
      moves,
      distance: judged.distance,
      nearer,
      difficulty: { home: this.home.judged.difficulty, now: judged.difficulty },
      density: judged.strokes / Math.max(1, this.home.judged.strokes),
      beside: this.wish.beside,
    }
  }

  private keep(found: Found): void {
    this.pool.push(found)
    if (this.pool.length <= 2 * KEPT) return
    this.pool = mixed(this.pool)
    this.least = this.pool.at(-1)!.score
  }

  /** Best a tenth to a third of the way from home, by few moves, and no harder than demanding; for a companion, of the density wished for. */
  private scoreOf({ distance, difficulty, strokes }: Judgement, depth: number): number {
    const dense =
      this.wish.density === undefined
        ? 0
        : Math.abs(strokes / Math.max(1, this.home.judged.strokes) - this.wish.density)
    return (
      1 -
      2 * Math.max(0, NEAR - distance) -
      Math.max(0, distance - FAR) -
      STEPS[Math.min(depth, DEPTH)]! -
      0.4 * Math.max(0, difficulty - 1.2) -
      2 * dense
    )
  }

  /** The best so far, at most that many, spread so that no two are much alike. */
  ideas(most: number): Idea[] {
    const open: Found[] = []
    const enough = Math.max(TASTED.least, most * TASTED.each)
    for (const one of mixed(this.pool)) {
      if (open.length === enough) break
      if (!(one.taste ??= tasteOf(this.rules, this.trialOf(one))).veto) open.push(one)
    }
    const chosen: Found[] = []
    const near: Found[] = []
    const likest = new Map<Found, number>(open.map(one => [one, 0]))
    const marks = new Map(open.map(one => [one, this.judge.marksOf(one.judged.groove)]))
    // Unasked, two that differ by accents alone are one idea.
    const unasked = !this.wish.groups.length && this.wish.density === undefined
    const heard = new Map(unasked ? open.map(one => [one, this.judge.pictureOf(one.judged.groove)]) : [])
    const alike = (a: Found, b: Found) => heard.get(a) !== undefined && heard.get(a) === heard.get(b)
    const groups = new Map<MoveGroup, number>()
    const share = Math.ceil(most / 12)
    const uses = new Map<Move, number>()
    const lasts = new Map<Move | undefined, number>()
    let thinner = 0
    // A companion is looked for by its density first.
    const enoughOf = this.wish.density === undefined ? ENOUGH : 0
    /** In how many ways an idea is one more of what there is enough of already: its group, its last move, any of its moves. */
    const over = (one: Found): number => {
      const { group } = present(one.root, 'root')
      let many = Number(
        (groups.get(group) ?? 0) >= share * (isRow(present(one.root, 'root')) ? ROWS_MOST : OF_ONE_GROUP),
      )
      many += Number((lasts.get(one.move) ?? 0) >= share * LAST_MOST)
      for (let at: Found | undefined = one; at?.move; at = at.before)
        many += Math.max(0, (uses.get(at.move) ?? 0) + 1 - share * (isRow(at.move) ? ROW_MOVE_MOST : MOVE_MOST))
      many += Number(takesAway(one) && thinner >= share * THINNER_MOST)
      return many
    }
    while (chosen.length < most && likest.size) {
      let best: Found | undefined
      let bestScore = -Infinity
      for (const [one, like] of likest) {
        const score = one.score + present(one.taste, 'taste').weight - 0.9 * like - enoughOf * over(one)
        if (score > bestScore) [best, bestScore] = [one, score]
      }
      likest.delete(best!)
      chosen.push(best!)
      const { group } = present(best!.root, 'root')
      groups.set(group, (groups.get(group) ?? 0) + 1)
      lasts.set(best!.move, (lasts.get(best!.move) ?? 0) + 1)
      if (takesAway(best!)) thinner++
      for (let at: Found | undefined = best; at?.move; at = at.before) uses.set(at.move, (uses.get(at.move) ?? 0) + 1)
      for (const [one, like] of likest)
        if (alike(one, best!) || sharedOf(one, best!, marks) >= ONE_PICTURE) {
          likest.delete(one)
          near.push(one)
        } else likest.set(one, Math.max(like, likeness(one, best!, marks)))
    }
    // Where a groove leaves little to change, those that are nearly one picture are better than none.
    for (const one of near) {
      if (chosen.length === most) break
      if (chosen.every(other => !alike(one, other) && sharedOf(one, other, marks) < SAME_PICTURE)) chosen.push(one)
    }
    return chosen.flatMap(found => this.tell(found))
  }

  /** A find retold step by step, as edits would make it, without the steps that a later one wipes out; one that does not come out the same is no idea. */
  private tell(found: Found): Idea[] {
    let steps: Step[] = []
    for (let at: Found = found; at.before; at = at.before)
      steps.unshift({ move: present(at.move, 'move').id, params: present(at.params, 'params') })
    for (let i = steps.length - 2; i >= 0 && i < steps.length - 1; i--) {
      const without = steps.toSpliced(i, 1)
      const others = runSteps(this.groove, without, this.kit)
      const judged = this.judge.judge(others.at(-1)!.groove)
      // What was there to mend a step that is left out has nothing to do either.
      if (typeof judged === 'object' && judged.sound === found.judged.sound)
        steps = others.flatMap(one => (one.ok ? [one.step] : []))
    }
    const done = runSteps(this.groove, steps, this.kit)
    if (done.some(step => !step.ok)) return []
    return [
      {
        steps,
        says: done.map(step => (step.ok ? step.sentence : '')),
        // What a step brought that is left out speaks for nothing.
        speaks: tasteOf(
          this.rules,
          this.trialOf(found, new Set(steps.map(({ move }) => present(moveOf(move), 'move')))),
        ).speaks,
        groove: done.at(-1)!.groove,
        distance: found.judged.distance,
        more: found.judged.strokes - this.home.judged.strokes,
        difficulty: found.judged.difficulty,
      },
    ]
  }
}

const isRow = ({ group }: Move): boolean => group === 'of the style'

/** The moves that a find was reached by. */
function movesOf(found: Found): Set<Move> {
  const moves = new Set<Move>()
  for (let at: Found | undefined = found; at?.move; at = at.before) moves.add(at.move)
  return moves
}

/** Whether some step of a find takes strokes away. */
function takesAway(found: Found): boolean {
  for (let at: Found | undefined = found; at?.move; at = at.before)
    if (at.move.traits?.includes('takes away')) return true
  return false
}

/** Whether a move is among those that led to a find. */
function madeBy(found: Found | undefined, move: Move): boolean {
  for (let at = found; at; at = at.before) if (at.move === move) return true
  return false
}

/** The best, in order, with no move at the beginning of too many. */
function mixed(pool: readonly Found[]): Found[] {
  const begun = new Map<Move | undefined, number>()
  return pool
    .toSorted((a, b) => b.score - a.score)
    .filter(({ root }) => {
      const before = begun.get(root) ?? 0
      begun.set(root, before + 1)
      return before < OF_ONE_ROOT
    })
    .slice(0, KEPT)
}

type Marks = ReadonlyMap<Found, ReadonlySet<number>>

/** The share of strokes that two finds have in common, 0 to 1. */
function sharedOf(a: Found, b: Found, marks: Marks): number {
  const [own, other] = [present(marks.get(a), 'marks'), present(marks.get(b), 'marks')]
  let shared = 0
  for (const mark of other) if (own.has(mark)) shared++
  return shared / Math.max(1, own.size, other.size)
}

/** How alike two finds are, 0 to 1: the share of strokes they have in common, and of moves. */
function likeness(a: Found, b: Found, marks: Marks): number {
  const strokes = sharedOf(a, b, marks)
  let moves = 0
  for (let at: Found | undefined = a; at?.move; at = at.before) if (madeBy(b, at.move)) moves++
  return 0.6 * strokes + (0.4 * moves) / Math.max(a.depth, b.depth)
}

/** Beyond that many strokes a second a groove is called busy. */
const BUSY = 8

/**
 * What a partner for a groove should be: players set a busy one beside a simple one, and the other way round.
 * @example companionOf(groove, 2.4).promise // => 'busier'
 */
export function companionOf(groove: Groove, seconds: number): { density: number; promise: PromiseId; says: string } {
  const perSecond = strokeCount(groove) / seconds
  return perSecond < BUSY
    ? {
        density: 1.5,
        promise: 'busier',
        says: `Home is simple, ${perSecond.toFixed(1)} strokes a second: a busy partner.`,
      }
    : {
        density: 0.65,
        promise: 'simpler',
        says: `Home is busy, ${perSecond.toFixed(1)} strokes a second: a simple partner.`,
      }
}

/**
 * `'easy'`, `'demanding'` or `'hard'`, as the readout would call it.
 * @example [0.4, 1.5, 2.5].map(sayDifficulty) // => ['easy', 'demanding', 'hard']
 */
export const sayDifficulty = (difficulty: number): 'easy' | 'demanding' | 'hard' =>
  difficulty <= 1 ? 'easy' : difficulty < 2 ? 'demanding' : 'hard'
