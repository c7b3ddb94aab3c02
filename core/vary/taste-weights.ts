import { played, syncopationOf } from '#core/analyse'
import { isHand } from '#core/kit'
import { styleOf } from '#core/style'
import type { Seen } from './taste-seen'
import {
  type Beside,
  SIXTEENTH,
  type TasteRule,
  changedAt,
  fresh,
  ghostsABar,
  leadsOn,
  oneLevelApart,
  quarters,
  sixteenthsInOneHand,
  turned,
} from './taste-trial'
import { gridOf } from './work'

/** Whether something sounds that all else is there for. */
const aboveAll = (beside: Beside | undefined): boolean => beside === 'under a voice' || beside === 'under a solo'
/** Whether the bass drum is a steady pulse, which answers nothing. */
function isSteady({ groove, bass }: Seen): boolean {
  const ats = [...bass.keys()].sort((a, b) => a - b)
  const gaps = ats.map((at, i) => (ats[i + 1] ?? ats[0]! + gridOf(groove).total) - at)
  return new Set(gaps).size === 1
}
/** Strokes in the last bar. */
function inLastBar({ groove }: Seen): number {
  const last = gridOf(groove).starts[groove.bars.length - 1]!
  return groove.parts.flatMap(part => (part.muted ? [] : part.strokes)).filter(({ at }) => at >= last).length
}

/** What moves an idea up, and what puts it behind others. */
export const WEIGHTS: readonly TasteRule[] = [
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
      return answers(now) > answers(home) && !isSteady(now)
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
    id: 'room-left',
    name: 'Room for a voice or a solo',
    kind: 'for',
    weight: 0.15,
    reason: 'Who sings or plays a solo is carried by fewer strokes.',
    says: 'It leaves room for what is above it.',
    holds: ({ beside, density }) => aboveAll(beside) && density < 1,
  },
  {
    id: 'room-taken',
    name: 'Fuller under a voice or a solo',
    kind: 'against',
    weight: 0.3,
    reason: 'Then two things want to be listened to.',
    holds: ({ beside, density }) => aboveAll(beside) && density > 1,
  },
  {
    id: 'empty-filled',
    name: 'An empty bar is filled',
    kind: 'for',
    weight: 0.3,
    reason: 'Where the others rest in the last bar, the drums have it.',
    says: 'There is more in the last bar, where the others rest.',
    holds: ({ beside, home, now }) => beside === 'into an empty bar' && inLastBar(now) > inLastBar(home),
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
