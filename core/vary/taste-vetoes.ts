import { type Role, isClave, withClave } from '#core/groove'
import {
  type StyleFamily,
  type VocabularyRow,
  fitsStyle,
  isQuiet,
  lettersInBar,
  styleOf,
  vocabularyOf,
} from '#core/style'
import type { Seen } from './taste-seen'
import {
  ABOUT,
  SIXTEENTH,
  type TasteRule,
  displaced,
  does,
  doubledIn,
  fresh,
  ghostsABar,
  leadsOn,
  oneLevelApart,
} from './taste-trial'
import { gridOf } from './work'

/** Families whose lead is the time that the others count on. */
export const TIME_IN_THE_LEAD: readonly StyleFamily[] = ['jazz', 'Brazil', 'Afro-Cuban']

const CYMBALS: readonly string[] = ['hi-hat', 'ride', 'crash', 'china', 'splash']

/** The most ghosts that players of a style have in a bar beside its lead; no limit where no one has written its rows. */
function mostGhosts(style: string): number {
  const own = vocabularyOf(style)
  if (!own) return Infinity
  const inBar = lettersInBar(own)
  const ghosts = ({ row }: VocabularyRow) => [...row].filter(letter => letter === 'g').length / (row.length / inBar)
  return Math.max(0, ...own.rows.filter(({ line }) => line === 'beside').map(ghosts))
}

/** What keeps an idea from being offered; those that need not look at strokes come first. */
export const VETOES: readonly TasteRule[] = [
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
    reason: 'Above soft it is heard as a stroke, and no longer as a ghost.',
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
    id: 'chick-under-hats',
    name: 'The hat foot steps under the hand on the hats',
    kind: 'veto',
    quick: true,
    reason: 'To sound, the foot has to open them, and then the hand sounds open too.',
    holds: ({ home, now }) =>
      fresh([...now.chicks], [...home.chicks]).some(at => now.openings.every(({ ends }) => ends !== at)) &&
      leadsOn(now).includes('hi-hat'),
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
    name: 'More ghosts than the style has',
    kind: 'veto',
    quick: true,
    reason: 'Players of the style leave that space open.',
    holds: trial =>
      does(trial, 'scatters ghosts') &&
      ghostsABar(trial.now) > Math.max(ghostsABar(trial.home), mostGhosts(trial.home.groove.style)),
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
]
