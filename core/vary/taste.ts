import { played, syncopationOf } from '#core/analyse'
import { type Role, isClave, withClave } from '#core/groove'
import { type Kit, isHand } from '#core/kit'
import { type CardTrait, type StyleFamily, fitsStyle, isQuiet, styleOf, vocabularyOf } from '#core/style'
import { convertTempo } from '#core/time'
import type { Move, MoveTrait } from './move'
import type { Seen } from './taste-seen'
import { gridOf } from './work'

/** Families whose lead is the time that the others count on. */
const TIME_IN_THE_LEAD: readonly StyleFamily[] = ['jazz', 'Brazil', 'Afro-Cuban']

/**
 * Moves that answer “what else?”, with the families where they don't: small, heard at once, and they leave the groove what it is. All others are
 * for who asks for them by hand, or for their group.
 */
const USUAL: Readonly<Record<string, readonly StyleFamily[]>> = {
  'row-bass': [],
  'row-beside': [],
  'row-lead': [],
  'row-turn': [],
  'open-last': [],
  'ghost-fill': [],
  'ghosts-out': [],
  'bass-thin': ['Afro-Cuban', 'Brazil'],
  'lead-to': [],
  'hat-foot': ['jazz', 'Brazil', 'Afro-Cuban'],
  'accent-pattern': [...TIME_IN_THE_LEAD, 'West Africa', 'Caribbean'],
  thin: [...TIME_IN_THE_LEAD, 'West Africa'],
  bells: [...TIME_IN_THE_LEAD, 'West Africa'],
}

/**
 * Whether a search that is asked for nothing in particular tries a move on a groove of a style.
 * @internal
 */
export const isUsual = ({ id }: Move, style: string): boolean => {
  const except = USUAL[id]
  const family = styleOf(style)?.family
  return !!except && !(family && except.includes(family))
}

/** Whether players of a style play ghosts beside its lead; true where no one has written its rows. */
function ghosts(style: string): boolean {
  const own = vocabularyOf(style)
  return !own || own.rows.some(({ line, row }) => line === 'beside' && row.includes('g'))
}

/** A variation held against home by the rules of taste. */
export interface Trial {
  home: Seen
  readonly now: Seen
  kit: Kit
  /** The moves that led here. */
  moves: ReadonlySet<Move>
  /** The share of strokes that are other than home's, and whether the last step brought it nearer to home again. */
  distance: number
  nearer: boolean
  /** Up to 1 easy, up to 2 demanding, beyond hard. */
  difficulty: { home: number; now: number }
  /** Strokes as a share of home's. */
  density: number
}

/**
 * A rule of taste: a veto keeps an idea from being offered, `for` and `against` move it up and down by a weight. `reason` is
 * what a drummer would say for the rule; `says` is said on an idea that it speaks for. `except` are families, and traits of styles, where
 * it does not hold.
 */
export interface TasteRule {
  id: string
  name: string
  kind: 'veto' | 'for' | 'against'
  weight?: number
  reason: string
  says?: string
  except?: readonly (StyleFamily | CardTrait)[]
  /** Looked at while searching, thousands a second; others once an idea is about to be shown. */
  quick?: true
  holds(trial: Trial): boolean
}

const does = ({ moves }: Trial, trait: MoveTrait): boolean => [...moves].some(move => move.traits?.includes(trait))
const displaced = (trial: Trial): boolean => does(trial, 'displaces')

/** Levels, kinds and limbs of each bar, so that equal bars read equal. */
function barsOf({ groove }: Seen): string[] {
  const { starts } = gridOf(groove)
  return groove.bars.map((_, b) =>
    groove.parts
      .filter(part => !part.every)
      .flatMap(part =>
        part.strokes
          .filter(stroke => stroke.at >= starts[b]! && stroke.at < starts[b + 1]!)
          .map(stroke =>
            [
              stroke.at - starts[b]!,
              part.limb,
              stroke.piece,
              stroke.stroke,
              stroke.level,
              stroke.ornament,
              stroke.openFor,
            ].join(),
          ),
      )
      .sort()
      .join('|'),
  )
}
const turned = (seen: Seen): 'alike' | 'last turned' | undefined => {
  const bars = seen.once('bars', barsOf)
  if (bars.length < 2) return undefined
  const [opening] = bars
  return bars.every(bar => bar === opening)
    ? 'alike'
    : bars.length > 1 && bars.slice(0, -1).every(bar => bar === opening)
      ? 'last turned'
      : undefined
}

const quarters = ({ groove }: Seen): number => convertTempo(groove.tempo, '1/4').bpm
const SIXTEENTH = 1260

/** Four or more strokes of the lead hand a sixteenth apart. */
function sixteenthsInOneHand({ groove }: Seen): boolean {
  const limb = groove.lead === 'right' ? 'RH' : 'LH'
  const ats = [
    ...new Set(
      groove.parts
        .filter(part => part.limb === limb && !part.muted && !part.every)
        .flatMap(part => part.strokes.map(stroke => stroke.at)),
    ),
  ].sort((a, b) => a - b)
  return ats.some((at, i) => ats[i + 3] !== undefined && ats[i + 3]! - at <= 3 * SIXTEENTH)
}

/** How many strokes fall on an instant at which their own limb strikes already. */
function doubledIn({ groove }: Seen): number {
  const strokes = groove.parts
    .filter(part => !part.every && !part.muted)
    .flatMap(part => part.strokes.map(({ at }) => `${part.limb} ${at}`))
  return strokes.length - new Set(strokes).size
}

/** Where strokes differ, in ticks. */
function changedAt({ home, now }: Trial): number[] {
  const keys = ({ groove }: Seen) =>
    new Map(
      groove.parts.flatMap(part =>
        part.strokes.map(stroke => [
          [stroke.at, part.limb, stroke.piece, stroke.stroke, stroke.level, stroke.ornament].join(),
          stroke.at,
        ]),
      ),
    )
  const [was, is] = [keys(home), keys(now)]
  return [...[...was].filter(([key]) => !is.has(key)), ...[...is].filter(([key]) => !was.has(key))].map(([, at]) => at)
}

const fresh = (now: readonly number[], before: readonly number[]): number[] => now.filter(at => !before.includes(at))
const ghostsABar = (seen: Seen): number => seen.ghosts.length / seen.groove.bars.length

const ABOUT: readonly MoveTrait[] = ['about the lead', 'about the snare', 'about the bass drum']

/** Whether strokes of some part are one level louder or softer than at home, and none of it more. */
const oneLevelApart = ({ home, now }: Trial): boolean =>
  home.groove.parts.some(part => {
    const after = now.groove.parts.find(one => one.id === part.id)
    if (!after || after === part) return false
    const levels = new Map(after.strokes.map(stroke => [stroke.at, stroke]))
    const apart = part.strokes.map(stroke => {
      const other = levels.get(stroke.at)
      return other?.piece === stroke.piece && other.stroke === stroke.stroke ? Math.abs(stroke.level - other.level) : 0
    })
    return Math.max(0, ...apart) === 1
  })

/** The piece that the lead strikes most in each bar; undefined in a bar without it. */
function leadsOn({ groove }: Seen): (string | undefined)[] {
  const { starts } = gridOf(groove)
  return groove.bars.map((_, b) => {
    const many = new Map<string, number>()
    for (const part of groove.parts)
      if (part.role === 'lead')
        for (const { at, piece } of part.strokes)
          if (at >= starts[b]! && at < starts[b + 1]!) many.set(piece, (many.get(piece) ?? 0) + 1)
    return [...many].sort((a, b) => b[1] - a[1])[0]?.[0]
  })
}

/** The rules of taste (docs/rules.md), with the styles where each does not hold; of the vetoes, those that need not look at strokes come first. */
export const TASTE: readonly TasteRule[] = [
  {
    id: 'undone',
    name: 'Steps that undo each other',
    kind: 'veto',
    quick: true,
    reason: 'A step that is taken back changes nothing.',
    holds: ({ nearer }) => nearer,
  },
  {
    id: 'only-levels',
    name: 'All merely louder or softer',
    kind: 'veto',
    quick: true,
    reason: 'That is a change of volume, not a variation.',
    holds: ({ moves }) => [...moves].every(move => move.traits?.includes('only loudness')),
  },
  {
    id: 'harder',
    name: 'Hard where home is not',
    kind: 'veto',
    quick: true,
    reason: 'Where home can be played at once, an idea should be too.',
    holds: ({ difficulty }) => difficulty.now >= 2 && difficulty.home < 2,
  },
  {
    id: 'backbeat-lost',
    name: 'The backbeat is lost',
    kind: 'veto',
    quick: true,
    reason: 'What the band leans on does not move by accident.',
    except: ['jazz', 'Brazil', 'Afro-Cuban'],
    holds: trial =>
      trial.home.backbeat.length > 0 && trial.home.backbeat.join() !== trial.now.backbeat.join() && !displaced(trial),
  },
  {
    id: 'one-lost',
    name: 'No bass drum on 1',
    kind: 'veto',
    quick: true,
    reason: 'Where a bar of home begins on the bass drum, so does what follows it, unless dropping it is the point.',
    except: ['1 left open'],
    holds: trial =>
      !displaced(trial) &&
      gridOf(trial.home.groove).starts.some(at => trial.home.bass.has(at) && !trial.now.bass.has(at)),
  },
  {
    id: 'bass-under-backbeat',
    name: 'Bass drum only with the backbeat',
    kind: 'veto',
    quick: true,
    reason: 'Then nothing answers the snare.',
    except: ['bass drum on the backbeat'],
    holds: ({ home, now }) =>
      now.bass.size > 0 &&
      [...now.bass.keys()].every(at => now.snare.has(at)) &&
      ![...home.bass.keys()].every(at => home.snare.has(at)),
  },
  {
    id: 'loud-ghosts',
    name: 'Ghosts above soft',
    kind: 'veto',
    quick: true,
    reason: 'A ghost above soft is heard as a stroke of its own.',
    holds: ({ home, now }) => now.loudestGhost > 2 && now.loudestGhost > home.loudestGhost,
  },
  {
    id: 'grace-busy',
    name: 'A grace note without a free hand',
    kind: 'veto',
    quick: true,
    reason: 'A flam needs the other hand at that instant.',
    holds: ({ home, now }) => now.graces.some(grace => grace.busy) && !home.graces.some(grace => grace.busy),
  },
  {
    id: 'grace-cymbal',
    name: 'Grace notes on a cymbal',
    kind: 'veto',
    quick: true,
    reason: 'On a cymbal the grace note cannot be told from the stroke.',
    except: ['hip-hop and electronic'],
    holds: ({ home, now }) =>
      now.graces.some(({ kind }) => kind !== undefined && CYMBALS.includes(kind)) &&
      !home.graces.some(({ kind }) => kind !== undefined && CYMBALS.includes(kind)),
  },
  {
    id: 'lead-on-snare',
    name: 'The lead goes to the snare',
    kind: 'veto',
    quick: true,
    reason: 'Then no cymbal keeps the time.',
    except: ['street', 'lead on the snare'],
    holds: trial => trial.now.leadOnSnare > trial.home.leadOnSnare && !does(trial, 'lead to the snare'),
  },
  {
    id: 'swing-changed',
    name: 'Another swing',
    kind: 'veto',
    quick: true,
    reason: 'The feel belongs to the tune; only a step that is named for it changes it.',
    holds: trial => !trial.now.swingsAs(trial.home) && !does(trial, 'changes swing'),
  },
  {
    id: 'bare-crash',
    name: 'A crash on its own',
    kind: 'veto',
    quick: true,
    reason: 'A crash wants the bass drum or the snare under it.',
    holds: ({ home, now }) => fresh(now.crashes, home.crashes).some(at => !now.bass.has(at) && !now.snare.has(at)),
  },
  {
    id: 'loud-crash',
    name: 'A crash in a quiet style',
    kind: 'veto',
    quick: true,
    reason: 'Quiet styles mark a place with a softer thing.',
    holds: ({ home, now }) => isQuiet(home.groove.style) && fresh(now.crashes, home.crashes).length > 0,
  },
  {
    id: 'doubled',
    name: 'One limb twice at once',
    kind: 'veto',
    reason: 'A hand strikes once at an instant; a ghost under its own accent is not heard.',
    holds: ({ home, now }) => doubledIn(now) > doubledIn(home),
  },
  {
    id: 'style-broken',
    name: 'What the style lives by',
    kind: 'veto',
    quick: true,
    reason: 'What home keeps of its style, an idea keeps too.',
    holds: ({ home, now, kit }) => {
      const card = styleOf(home.groove.style)
      if (!card) return false
      const [was, is] = [home, now].map(seen =>
        seen.once('fits', ({ groove }) => fitsStyle(groove, card, kit.hands).map(fit => fit.holds)),
      )
      return is!.some((holds, i) => !holds && was![i])
    },
  },
  {
    id: 'time-thinned',
    name: 'The time left thin',
    kind: 'veto',
    quick: true,
    reason: 'In jazz and in the dances the lead is the time; others play around it.',
    holds: ({ home, now }) => {
      const family = styleOf(home.groove.style)?.family
      if (!family || !TIME_IN_THE_LEAD.includes(family)) return false
      const many = ({ groove }: Seen) =>
        groove.parts.filter(part => part.role === 'lead').reduce((sum, part) => sum + part.strokes.length, 0)
      return many(now) < many(home) * 0.75
    },
  },
  {
    id: 'beat-gone',
    name: 'The beat gone from the lead',
    kind: 'veto',
    quick: true,
    reason: 'Others count on the lead’s beats; where players of a style leave them out, a row of the style says so.',
    holds: ({ home, now, moves }) => {
      if (
        [...moves].some(
          move =>
            move.group === 'of the style' && move.params.some(spec => spec.kind === 'row' && spec.line === 'lead'),
        )
      )
        return false
      const beats = new Set(gridOf(home.groove).beats.map(({ at }) => at))
      const many = ({ groove }: Seen) =>
        groove.parts
          .filter(part => part.role === 'lead')
          .flatMap(part => part.strokes)
          .filter(({ at }) => beats.has(at)).length
      return many(now) * 2 < many(home)
    },
  },
  {
    id: 'no-ghosts-here',
    name: 'Ghosts where the style has none',
    kind: 'veto',
    quick: true,
    reason: 'Players of the style leave that space open.',
    holds: trial =>
      does(trial, 'scatters ghosts') && !ghosts(trial.home.groove.style) && trial.home.ghosts.length === 0,
  },
  {
    id: 'ghost-after',
    name: 'A ghost right after the backbeat',
    kind: 'veto',
    quick: true,
    reason: 'The stick is still coming up from the accent a sixteenth later; there it is a stroke, and no ghost.',
    holds: trial =>
      does(trial, 'scatters ghosts') &&
      fresh(trial.now.ghosts, trial.home.ghosts).some(at =>
        trial.now.backbeat.some(beat => at > beat && at - beat <= SIXTEENTH),
      ),
  },
  {
    id: 'ghost-on-beat',
    name: 'A ghost on the beat',
    kind: 'veto',
    quick: true,
    reason: 'Ghosts lie between the beats; on one, the lead covers it.',
    holds: trial => {
      const beats = new Set(gridOf(trial.home.groove).beats.map(({ at }) => at))
      return does(trial, 'scatters ghosts') && fresh(trial.now.ghosts, trial.home.ghosts).some(at => beats.has(at))
    },
  },
  {
    id: 'all-accents',
    name: 'Every stroke of the lead an accent',
    kind: 'veto',
    quick: true,
    reason: 'Where all are loud none is heard as an accent.',
    holds: ({ home, now }) => {
      const all = (seen: Seen) => seen.accents.length > 0 && seen.accents.length === seen.leadStrokes
      return all(now) && !all(home)
    },
  },
  {
    id: 'bass-bare',
    name: 'Hardly a bass drum left',
    kind: 'veto',
    quick: true,
    reason: 'Less than half of it and the bottom is gone.',
    holds: ({ home, now }) => now.bass.size * 2 < home.bass.size,
  },
  {
    id: 'same-twice',
    name: 'One thing changed twice',
    kind: 'veto',
    quick: true,
    reason: 'An idea changes the lead, the snare or the bass drum once, and that is heard as meant.',
    holds: trial => ABOUT.some(one => [...trial.moves].filter(move => move.traits?.includes(one)).length > 1),
  },
  {
    id: 'junk-step',
    name: 'A step that is hardly heard',
    kind: 'veto',
    reason: 'An accent where the stroke is strong already adds words, and nothing else.',
    holds: trial => trial.moves.size > 1 && oneLevelApart(trial),
  },
  {
    id: 'loud-comping',
    name: 'Comping above the lead',
    kind: 'veto',
    reason: 'Comping accompanies the cymbal; louder, it takes over.',
    holds: ({ home, now }) => {
      const over = ({ groove }: Seen) => {
        const mean = (role: Role) => {
          const levels = groove.parts
            .filter(part => part.role === role && !part.muted)
            .flatMap(part => part.strokes.map(({ level }): number => level))
          return levels.reduce((sum, level) => sum + level, 0) / Math.max(1, levels.length)
        }
        return mean('comping') > mean('lead')
      }
      return styleOf(home.groove.style)?.family === 'jazz' && over(now) && !over(home)
    },
  },
  {
    id: 'clave-turned',
    name: 'The side of the clave',
    kind: 'veto',
    reason: 'The clave is what everybody else counts by.',
    holds: ({ home, now }) => {
      const { bars, clave } = home.groove
      // The bossa’s is a figure among others, and vetoes nothing.
      if (clave?.rhythm === 'bossa') return false
      return home.groove.parts.some(part => {
        const after = now.groove.parts.find(one => one.id === part.id)
        const ats = (of: typeof after) => of?.strokes.map(stroke => stroke.at).join()
        if (ats(part) === ats(after)) return false
        if (isClave(bars, part)) return true
        if (!clave || !after) return false
        return withClave(bars, part, clave) !== 'against' && withClave(now.groove.bars, after, clave) === 'against'
      })
    },
  },

  {
    id: 'style-row',
    name: 'A row of the style',
    kind: 'for',
    weight: 0.45,
    reason: 'Players of the style use it; the band knows where it goes.',
    says: 'Players of the style use it.',
    holds: ({ moves }) => [...moves].some(move => move.group === 'of the style'),
  },
  {
    id: 'threes',
    name: 'Accents in threes',
    kind: 'for',
    weight: 0.08,
    reason: 'Three against four is heard at once.',
    says: 'The accents of the lead go in threes.',
    holds: ({ home, now }) => {
      const { slotAt } = gridOf(now.groove)
      const inThrees = ({ accents }: Seen) =>
        accents.length > 3 && accents.slice(1).every((at, i) => slotAt.get(at)! - slotAt.get(accents[i]!)! === 3)
      return inThrees(now) && !inThrees(home)
    },
  },
  {
    id: 'last-turned',
    name: 'Only the last bar turned',
    kind: 'for',
    weight: 0.08,
    reason: 'A change in the last bar closes the line.',
    says: 'Like bars stay alike; only the last is turned.',
    holds: ({ home, now }) => turned(now) === 'last turned' && turned(home) !== 'last turned',
  },
  {
    id: 'alike',
    name: 'Like bars alike',
    kind: 'for',
    weight: 0.04,
    reason: 'What comes again is heard as meant.',
    says: 'Every bar is alike, as at home.',
    holds: ({ home, now }) => turned(now) === 'alike' && turned(home) === 'alike',
  },
  {
    id: 'ghosts-beside',
    name: 'Ghosts beside the backbeat',
    kind: 'for',
    weight: 0.06,
    reason: 'There the hand is on its way anyway.',
    says: 'The new ghosts lie beside the backbeat.',
    holds: ({ home, now }) => {
      const added = fresh(now.ghosts, home.ghosts)
      return (
        added.length > 0 &&
        ghostsABar(now) <= 4 &&
        added.every(at => now.backbeat.some(beat => Math.abs(at - beat) <= 2 * SIXTEENTH))
      )
    },
  },
  {
    id: 'bass-answers',
    name: 'The bass drum answers the snare',
    kind: 'for',
    weight: 0.06,
    reason: 'A stroke soon after the snare is heard as its answer.',
    says: 'The bass drum answers the backbeat.',
    holds: ({ home, now }) => {
      const answers = (seen: Seen) =>
        seen.backbeat.filter(at => seen.bass.has(at + 2 * SIXTEENTH) || seen.bass.has(at + 3 * SIXTEENTH)).length
      return answers(now) > answers(home)
    },
  },
  {
    id: 'with-guide',
    name: 'The bass drum with the line above',
    kind: 'for',
    weight: 0.1,
    reason: 'The band hears one line.',
    says: 'The bass drum agrees more with the line above.',
    holds: ({ home, now }) => {
      const notes = home.groove.guides.flatMap(guide => guide.notes.map(note => note.at))
      const met = (seen: Seen) => notes.filter(at => seen.bass.has(at)).length
      return met(now) > met(home)
    },
  },
  {
    id: 'line-marked',
    name: 'Accents on the line above',
    kind: 'for',
    weight: 0.06,
    reason: 'What the band plays is what wants marking.',
    says: 'More accents fall on the line above.',
    holds: ({ home, now }) => {
      const notes = new Set(home.groove.guides.flatMap(guide => guide.notes.map(note => note.at)))
      const marked = ({ groove }: Seen) =>
        groove.parts
          .filter(part => !part.every && !part.muted && isHand(part.limb))
          .flatMap(part => part.strokes)
          .filter(stroke => stroke.level >= 4 && notes.has(stroke.at)).length
      return notes.size > 0 && marked(now) > marked(home)
    },
  },
  {
    id: 'opening-closed',
    name: 'An opening that is closed',
    kind: 'for',
    weight: 0.06,
    reason: 'The foot, or the hand’s next stroke on the hats, ends it where the beat is felt; a snare closes nothing.',
    says: 'The hats open and are closed on a beat.',
    holds: ({ home, now }) => {
      const beats = new Set(gridOf(now.groove).beats.map(({ at }) => at))
      const closed = (seen: Seen) =>
        seen.openings.filter(({ ends }) => beats.has(ends) && (seen.chicks.has(ends) || seen.hats.has(ends))).length
      return closed(now) > closed(home)
    },
  },
  {
    id: 'late',
    name: 'A surprise late in the bars',
    kind: 'for',
    weight: 0.05,
    reason: 'First the ground, then what happens on it.',
    says: 'What changes comes late.',
    holds: trial => {
      const ats = changedAt(trial)
      return ats.length > 0 && ats.every(at => at >= gridOf(trial.now.groove).total / 2)
    },
  },
  {
    id: 'comping-moves',
    name: 'Comping that moves',
    kind: 'for',
    weight: 0.04,
    reason: 'Comping answers what it hears and does not repeat.',
    says: 'The comping is another in each bar.',
    holds: ({ home, now }) => {
      const moves = ({ groove }: Seen) => {
        const { starts } = gridOf(groove)
        const bars = groove.bars.map((_, b) =>
          groove.parts
            .filter(part => part.role === 'comping')
            .flatMap(part =>
              part.strokes.filter(({ at }) => at >= starts[b]! && at < starts[b + 1]!).map(({ at }) => at - starts[b]!),
            )
            .join(),
        )
        return bars.length > 1 && new Set(bars).size === bars.length
      }
      return moves(now) && !moves(home)
    },
  },

  {
    id: 'lead-wanders',
    name: 'Another cymbal for one bar',
    kind: 'against',
    weight: 0.4,
    reason: 'The lead changes its cymbal for a section; for one bar it sounds like a mistake.',
    holds: ({ home, now }) => new Set(leadsOn(now)).size > 1 && new Set(leadsOn(home)).size === 1,
  },
  {
    id: 'many-ideas',
    name: 'More than two ideas at once',
    kind: 'against',
    weight: 0.1,
    reason: 'One thing at a time is heard.',
    holds: ({ moves }) => moves.size > 2,
  },
  {
    id: 'far-density',
    name: 'Far fuller or thinner',
    kind: 'against',
    weight: 0.1,
    reason: 'Between a third and twice as many strokes it is still the same tune.',
    holds: ({ density }) => density > 2 || density < 1 / 3,
  },
  {
    id: 'one-hand-sixteenths',
    name: 'Sixteenths in one hand above 105',
    kind: 'against',
    weight: 0.15,
    reason: 'They tire the arm within a verse.',
    holds: ({ home, now }) => quarters(now) > 105 && sixteenthsInOneHand(now) && !sixteenthsInOneHand(home),
  },
  {
    id: 'loud-feather',
    name: 'Feathering as loud as the cymbal',
    kind: 'against',
    weight: 0.12,
    reason: 'Feathering is felt, not heard.',
    holds: ({ home, now }) => {
      const beats = gridOf(now.groove).beats
      const leads = now.groove.parts
        .filter(part => part.role === 'lead')
        .flatMap(part => part.strokes.map(stroke => stroke.level))
      const mean = leads.reduce((sum: number, level) => sum + level, 0) / (leads.length || 1)
      const loud = (seen: Seen) => beats.every(({ at }) => (seen.bass.get(at) ?? 0) >= mean)
      return styleOf(now.groove.style)?.family === 'jazz' && loud(now) && !loud(home)
    },
  },
  {
    id: 'unheard',
    name: 'A change that cannot be heard',
    kind: 'against',
    weight: 0.2,
    reason: 'Nobody would hear it.',
    holds: ({ distance }) => distance < 0.04,
  },
  {
    id: 'one-level',
    name: 'A part one level louder or softer, here and there',
    kind: 'against',
    weight: 0.3,
    reason: 'An accent where the stroke is strong already is hardly heard.',
    holds: oneLevelApart,
  },
  {
    id: 'ghost-crowd',
    name: 'A crowd of ghosts',
    kind: 'against',
    weight: 0.08,
    reason: 'Four a bar are plenty in rock, and above 130 there is no time for sixteenths of them.',
    except: ['funk and soul', 'Afro-Cuban', 'street', 'country'],
    holds: ({ home, now }) => ghostsABar(now) > Math.max(ghostsABar(home), quarters(now) > 130 ? 0 : 4),
  },
  {
    id: 'syncopated',
    name: 'Far more syncopated',
    kind: 'against',
    weight: 0.12,
    reason: 'Three above home and the groove no longer carries.',
    holds: ({ home, now, kit }) => {
      const of = (seen: Seen) =>
        seen.once('syncopation', ({ groove }) => syncopationOf(groove, played(groove, kit).events).score)
      return of(now) - of(home) >= 3
    },
  },
]

const CYMBALS: readonly string[] = ['hi-hat', 'ride', 'crash', 'china', 'splash']

/** The rules that hold in a groove of a style, those turned off left out. @internal */
export function rulesFor(style: string, off: readonly string[] = []): TasteRule[] {
  const card = styleOf(style)
  const is = (one: StyleFamily | CardTrait) => one === card?.family || card?.traits?.some(trait => trait === one)
  return TASTE.filter(rule => !off.includes(rule.id) && !rule.except?.some(is))
}

/** What the taste makes of a trial: the veto that forbids it, or the weights that speak for and against it, summed, and what is said for it. @internal */
export function tasteOf(
  rules: readonly TasteRule[],
  trial: Trial,
): { veto: TasteRule | undefined; weight: number; speaks: string[] } {
  let weight = 0
  const speaks: string[] = []
  for (const rule of rules) {
    if (!rule.holds(trial)) continue
    if (rule.kind === 'veto') return { veto: rule, weight: -Infinity, speaks: [] }
    weight += (rule.kind === 'for' ? 1 : -1) * (rule.weight ?? 0)
    if (rule.says) speaks.push(rule.says)
  }
  return { veto: undefined, weight, speaks }
}
