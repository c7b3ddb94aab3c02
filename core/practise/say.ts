import { type Groove, sayCount, sayList, saySpan, sentence } from '#core/groove'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import type { PlayedBy, Click, Spoken } from '#core/perform'
import type { Counting } from '#core/time'
import { sayClimb } from './climb'
import { type Stage, castsLimbs } from './stage'

/**
 * The limbs that somebody of these has in a stage, the lead side first; of a phrase and of turns, known by all that they play (see `allOf`).
 * @example limbsBy(groove, plan.stages.at(-1), 'player') // => ['RH', 'LH', 'RF']
 */
export function limbsBy(groove: Groove, stage: Stage, ...wanted: PlayedBy[]): Limb[] {
  if (stage.subject.kind === 'figures') {
    const { limb } = stage.subject
    const rest = new Set(
      groove.parts
        .filter(part => part.limb !== limb && wanted.includes(stage.parts[part.id] ?? 'silent'))
        .map(part => part.limb),
    )
    return limbsInOrder(groove.lead).filter(one => (one === limb ? wanted.includes('player') : rest.has(one)))
  }
  const byLimb = castsLimbs(stage)
  const limbs = new Set(
    [...groove.parts, ...stage.extra]
      .filter(part => wanted.includes(stage.parts[byLimb ? part.limb : part.id] ?? 'silent'))
      .map(part => part.limb),
  )
  return limbsInOrder(groove.lead).filter(limb => limbs.has(limb))
}

/**
 * Who plays a limb in a stage, the player before a voice before the machine.
 * @example whoPlays(groove, stage, 'RF') // => 'player'
 */
export const whoPlays = (groove: Groove, stage: Stage, limb: Limb): PlayedBy =>
  (['player', 'sung', 'machine'] as const).find(by => limbsBy(groove, stage, by).includes(limb)) ?? 'silent'

/**
 * Which limbs a stage leaves to the player, which the machine plays and which are silent: `'You: both feet. Silent: right hand.'`
 * @example sayStageLimbs(groove, stage) // => 'You: right foot. Silent: right hand and left hand.'
 */
export function sayStageLimbs(groove: Groove, stage: Stage): string {
  if (stage.subject.kind === 'break') return 'Sticks down.'
  const [plays, sings, machine] = [
    limbsBy(groove, stage, 'player'),
    limbsBy(groove, stage, 'sung'),
    limbsBy(groove, stage, 'machine'),
  ]
  const there = new Set([...groove.parts, ...stage.extra].map(part => part.limb))
  const used = new Set([...plays, ...sings, ...machine])
  const rests = limbsInOrder(groove.lead).filter(limb => there.has(limb) && !used.has(limb))
  const named = (limbs: readonly Limb[]) =>
    limbs.length === 4 ? 'all four limbs' : sayList(limbs.map(limb => LIMB_NAMES[limb]))
  const only = (limbs: readonly Limb[], ...out: (readonly Limb[])[]) =>
    limbs.filter(limb => !out.some(list => list.includes(limb)))
  const [sung, helped] = [only(sings, plays), only(machine, plays, sings)]
  return [
    plays.length ? `You: ${named(plays)}.` : sung.length ? '' : 'You listen.',
    sung.length ? `Sing: ${named(sung)}.` : '',
    helped.length ? `The machine: ${named(helped)}.` : '',
    rests.length ? `Silent: ${named(rests)}.` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

const CLICK_WORDS: Record<Click, string> = {
  none: 'No click.',
  'every beat': 'Click on every beat.',
  'every other beat': 'Click on every other beat of each bar.',
  backbeats: 'Click on the backbeats.',
  'first of bar': 'Click on the first of each bar.',
  eighths: 'Click on the eighths.',
  'off-beats': 'Click on the off-beats.',
  'inner sixteenths': 'Click on the inner sixteenths.',
  clave: 'The groove’s own clave clicks.',
  'son clave 3-2': 'The son clave clicks, three side first.',
  'son clave 2-3': 'The son clave clicks, two side first.',
  'rumba clave 3-2': 'The rumba clave clicks, three side first.',
  'rumba clave 2-3': 'The rumba clave clicks, two side first.',
}
/**
 * Where a voice counts, in a player’s words.
 * @example sayVoice('beats') // => 'A voice counts the beats.'
 */
export const sayVoice = (where: Spoken): string =>
  where === 'every slot'
    ? 'A voice counts every slot.'
    : where === 'beats'
      ? 'A voice counts the beats.'
      : `A voice counts where the ${LIMB_NAMES[where]} plays.`

/**
 * A click in a player's words: `'Click on every beat.'`
 * @example sayClick({ program: 'every beat', gaps: null, voice: null }) // => 'Click on every beat.'
 */
export function sayClick({ program, gaps, voice }: Stage['click']): string {
  const what = voice
    ? sayVoice(voice)
    : typeof program === 'string'
      ? CLICK_WORDS[program]
      : 'Click on slots of your own.'
  return gaps?.silent && (voice || program !== 'none')
    ? `${what.slice(0, -1)}, ${sayCount(gaps.sound, 'bar')} with and ${gaps.silent} without.`
    : what
}

/**
 * A time in words, seconds as seconds: `'13 seconds'`, half minutes below ten, then whole ones, then hours.
 * @example [13, 90, 155, 700, 88560].map(sayDuration) // => ['13 seconds', '1½ minutes', '2½ minutes', '12 minutes', '24 h 36 min']
 */
export function sayDuration(seconds: number): string {
  if (Math.round(seconds) < 60) return sayCount(Math.round(seconds), 'second')
  if (seconds < 600) {
    const halves = Math.round(seconds / 30)
    return halves === 2 ? '1 minute' : `${Math.floor(halves / 2)}${halves % 2 ? '½' : ''} minutes`
  }
  const minutes = Math.round(seconds / 60)
  return minutes < 120 ? `${minutes} minutes` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

/**
 * `'3 minutes'`, `'16 bars'`, `'until it was clean 4 times'`
 * @example [{ seconds: 90 }, { bars: 16 }, { clean: 4 }].map(sayLength) // => ['1½ minutes', '16 bars', 'until it was clean 4 times']
 */
export function sayLength(length: Stage['length']): string {
  if ('bars' in length) return sayCount(length.bars, 'bar')
  if ('clean' in length) return `until it was clean ${length.clean === 1 ? 'once' : `${length.clean} times`}`
  return sayDuration(length.seconds)
}

/**
 * What a stage is, on one line: `'bars 1–2 · 64 up to 76 by 2 · every beat · 3 minutes'`.
 * @example sayStage(groove, stage) // => '70 · every beat · 2 minutes'
 */
export function sayStage(groove: Groove | undefined, stage: Stage, counting?: Counting): string {
  if (stage.subject.kind === 'break') return sayLength(stage.length)
  const {
    click: { program, voice },
  } = stage
  return [
    stage.span && groove ? saySpan(groove, stage.span, counting) : '',
    stage.pulse === 'step' ? 'step by step' : sayClimb(stage),
    stage.pulse === 'step'
      ? ''
      : voice
        ? 'counted'
        : typeof program === 'string'
          ? program === 'none'
            ? 'no click'
            : program
          : 'own slots',
    `${sayLength(stage.length)}${stage.climb ? ' each' : ''}`,
    stage.on === 'pad' ? 'on the pad' : '',
    stage.fades?.silent ? `machine ${stage.fades.sound} on, ${stage.fades.silent} off` : '',
  ]
    .filter(Boolean)
    .join(' · ')
}

/**
 * `'2:38'` from seconds, rounded up so that the last second shows 0:01.
 * @example sayClock(157.2) // => '2:38'
 */
export function sayClock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

/**
 * What a stage is called by the limbs that play in it: `'Feet and lead hand'`, `'Both hands'`, `'All four limbs'`.
 * @example nameOf(new Set(['RH', 'RF', 'LF']), 'RH') // => 'Feet and lead hand'
 */
export function nameOf(limbs: ReadonlySet<Limb>, leadHand: Limb): string {
  const hands = [...limbs].filter(limb => limb === 'RH' || limb === 'LH')
  if (limbs.size > 2 && hands.length === 2) return `All ${limbs.size === 4 ? 'four' : 'three'} limbs`
  const feet = limbs.size - hands.length
  const said = [
    feet === 2 ? 'feet' : feet ? 'foot' : '',
    hands.length === 2 ? 'both hands' : hands.length ? (hands[0] === leadHand ? 'lead hand' : 'other hand') : '',
  ].filter(Boolean)
  return sentence(said.length > 1 || hands.length === 2 ? sayList(said) : `${said[0]} alone`)
}
