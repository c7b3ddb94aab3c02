import { groupUnisons, isLinear, sayLimbs, unisons } from '#core/analyse'
import { type Groove, type Part, type Stroke, sayPlaces, timeline } from '#core/groove'
import { type Limb, isHand, pieceOf, strokesFor } from '#core/kit'
import { present } from '#core/present'
import { beatsOf } from '#core/time'
import { helperPart, HELPERS } from './helpers'
import { type Way, type WayStep, all, limbsIn, mine, on, played, standIn } from './way'

export const feetFirst: Way = {
  id: 'feet-first',
  name: 'Feet first',
  withoutFeet: 'Hand by hand',
  about: 'The feet lay the ground; each hand is added to them alone before both.',
  steps: ({ groove, lead }) => [
    { parts: mine(on(groove, limb => !isHand(limb))), share: 0.7, minutes: 2, click: 'every beat' },
    { parts: mine(on(groove, limb => !isHand(limb) || limb === lead)), share: 0.75, minutes: 3, click: 'every beat' },
    { parts: mine(on(groove, limb => !isHand(limb) || limb !== lead)), share: 0.8, minutes: 3, click: 'every beat' },
    all(groove),
  ],
}

export const handsFirst: Way = {
  id: 'hands-first',
  name: 'Hands first',
  about: 'What the hands say is learnt as one; the feet come under it one at a time.',
  steps: ({ groove, lead }) => [
    { parts: mine(on(groove, limb => limb === lead)), share: 0.75, minutes: 2, click: 'every beat' },
    { parts: mine(on(groove, isHand)), share: 0.75, minutes: 3, click: 'every beat' },
    {
      parts: mine([
        ...on(groove, isHand),
        ...on(groove, limb => !isHand(limb)).filter(part => part.role !== 'hat foot'),
      ]),
      share: 0.8,
      minutes: 3,
      click: 'every beat',
    },
    all(groove),
  ],
}

/** Two limbs at a time, those that land together most first. */
export const inPairs: Way = {
  id: 'pairs',
  name: 'In pairs, then all',
  about: 'Two limbs at a time, those that land together most first; the ear learns each pair as one sound.',
  steps: ({ groove, kit }) => {
    const limbs = limbsIn(groove)
    const pairs = limbs.flatMap((a, i) =>
      limbs
        .slice(i + 1)
        .map(b => ({
          limbs: [a, b] as Limb[],
          together: unisons(timeline({ ...groove, parts: on(groove, limb => limb === a || limb === b) }, kit)).map(
            one => one.at,
          ),
        })),
    )
    return [
      ...pairs
        .toSorted((a, b) => b.together.length - a.together.length)
        .slice(0, 4)
        .map(({ limbs, together }, i): WayStep => ({
          name: sayLimbs(limbs),
          parts: mine(on(groove, limb => limbs.includes(limb))),
          share: 0.7 + 0.03 * i,
          minutes: 2,
          click: 'every beat',
          attend: together.length
            ? `Together on ${sayPlaces(groove, together)}.`.slice(0, 200)
            : 'They never land together: keep them apart and even.',
        })),
      all(groove),
    ]
  },
}

export const unisonsFirst: Way = {
  id: 'unisons',
  name: 'What lands together first',
  about: 'First only the strokes that two or more limbs share, until they are one sound; then what falls between.',
  steps: ({ groove, kit }) => {
    const events = timeline(groove, kit)
    if (isLinear(events)) return []
    const shared = new Set(unisons(events).map(one => one.at))
    const kept = groove.parts
      .map(part =>
        standIn(
          part,
          part.strokes.filter(stroke => shared.has(stroke.at)),
        ),
      )
      .filter(part => part.strokes.length)
    const [most] = groupUnisons(unisons(events))
    return [
      {
        name: 'Only what lands together',
        parts: mine(kept),
        extra: kept,
        share: 0.7,
        minutes: 4,
        click: 'every beat',
        attend: most ? `${sayLimbs(most.limbs)} on ${sayPlaces(groove, most.ats)}: one sound.`.slice(0, 200) : '',
      },
      all(groove, { share: 0.8, minutes: 4, click: 'every beat' }),
      all(groove),
    ]
  },
}

/** Strokes of the lead hand on the felt beats alone, or on them and halfway. */
function thinned(groove: Groove, part: Part, each: 'beats' | 'halves'): Stroke[] {
  const kept = new Set(
    beatsOf(groove.bars).flatMap(beat => (each === 'beats' ? [beat.at] : [beat.at, beat.at + beat.length / 2])),
  )
  return part.strokes.filter(stroke => kept.has(stroke.at))
}

export const leadLast: Way = {
  id: 'lead-last',
  name: 'The lead hand last',
  about: 'The lead is left out until the rest locks; then it comes in thinned, on the beats first.',
  steps: ({ groove, lead }) => {
    const leads = on(groove, limb => limb === lead)
    const thin = (each: 'beats' | 'halves') =>
      leads.map(part => standIn(part, thinned(groove, part, each))).filter(part => part.strokes.length)
    const many = (parts: readonly Part[]) => parts.reduce((sum, part) => sum + part.strokes.length, 0)
    const [beats, halves] = [thin('beats'), thin('halves')]
    return [
      {
        name: 'Without the lead hand',
        parts: mine(on(groove, limb => limb !== lead)),
        share: 0.75,
        minutes: 3,
        click: 'every beat',
      },
      ...(many(beats) && many(beats) < many(leads)
        ? [
            {
              name: 'The lead on the beats',
              ...played(groove, beats),
              share: 0.75,
              minutes: 3,
              click: 'every beat',
            } satisfies WayStep,
          ]
        : []),
      ...(many(halves) > many(beats) && many(halves) < many(leads)
        ? [
            {
              name: 'The lead in halves of the beat',
              ...played(groove, halves),
              share: 0.8,
              minutes: 3,
              click: 'every beat',
            } satisfies WayStep,
          ]
        : []),
      all(groove),
    ]
  },
}

/** The foot that holds the time while each line is learnt against it. */
const EIGHTHS = 'foot-eighths'

/** A foot in eighths under one line after another: what each limb has to say is heard against it before the lead covers it. */
export const withFoot: Way = {
  id: 'with-foot',
  name: 'Each line over a foot, lead last',
  about: 'The hat foot steps in eighths under one line after another, then under all of them; the lead comes last.',
  steps: ({ groove, kit, lead }) => {
    const foot = helperPart(
      groove,
      present(
        HELPERS.find(one => one.id === EIGHTHS),
        'helper',
      ),
    )
    const { piece, stroke } = foot.strokes[0]!
    const there = pieceOf(kit, piece)
    if (!there || !strokesFor(there, foot.limb).includes(stroke)) return []
    const lines = limbsIn(groove).filter(limb => limb !== lead && limb !== foot.limb)
    if (!lines.length) return []
    const over = (limbs: readonly Limb[], more: Pick<WayStep, 'share' | 'minutes'>): WayStep => ({
      parts: { ...mine(on(groove, limb => limbs.includes(limb))), ...mine([foot]) },
      extra: [foot],
      click: 'every beat',
      ...more,
    })
    return [
      ...lines.map((limb, i) => over([limb], { share: 0.7 + 0.02 * i, minutes: 2 })),
      ...(lines.length > 1 ? [over(lines, { share: 0.78, minutes: 3 })] : []),
      all(groove, { share: 0.8, click: 'every beat' }),
      all(groove),
    ]
  },
}

export const timeFirst: Way = {
  id: 'time-first',
  name: 'The time as one, then comping',
  about: 'Cymbal, feather and hat foot are one instrument; what comments on them comes when they run by themselves.',
  steps: ({ groove, lead }) => {
    const time = groove.parts.filter(
      part => part.limb === lead || part.role === 'hat foot' || part.role === 'bass drum',
    )
    return [
      { name: 'The time', parts: mine(on(groove, limb => limb === lead)), share: 0.75, minutes: 2, click: 'backbeats' },
      { name: 'The time with the feet', parts: mine(time), share: 0.75, minutes: 4, click: 'backbeats' },
      all(groove, { name: 'With the comping', share: 0.8 }),
      all(groove),
    ]
  },
}

export const sweepsFirst: Way = {
  id: 'sweeps-first',
  name: 'Sweeps first',
  about: 'The sweep is the breath of it and never stops; taps and feet come over it.',
  steps: ({ groove }) => {
    const sweeps = groove.parts.filter(part => part.strokes.some(stroke => stroke.stroke === 'sweep'))
    if (!sweeps.length) return []
    return [
      { name: 'The sweep', parts: mine(sweeps), share: 0.8, minutes: 3, click: 'every beat' },
      { name: 'Sweep and taps', parts: mine(on(groove, isHand)), share: 0.85, minutes: 3, click: 'backbeats' },
      all(groove),
    ]
  },
}
