import type { Groove } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import {
  type Fill,
  type FillWish,
  type Phrase,
  type Section,
  type Turn,
  PHRASE_SHAPE,
  handHome,
  fillLimbsOf,
  makeFill,
  makeSection,
  playedGroove,
  slotsWithin,
  unfolded,
} from '#core/phrase'
import { present } from '#core/present'
import { barStarts } from '#core/time'

/** A fill over the end of a groove’s round: that many ticks, or whole bars. */
function fillOver(
  groove: Groove,
  bars: number,
  ticks: number,
  wish: Partial<FillWish> & Pick<FillWish, 'source'>,
): Fill {
  const round = unfolded(groove, bars, 0, 'running on')
  const at = { from: barStarts(round.bars).at(-1)! - ticks, length: ticks }
  const first = handHome(wish.source, slotsWithin(round, at).length, fillLimbsOf(groove).lead)
  const made = makeFill(
    { ...at, first, path: { seed: 7, afresh: false }, loudness: 'growing', feet: 'kept', ending: 'crash', ...wish },
    { round, next: round, kit: DEFAULT_KIT, tempo: groove.tempo },
  )
  if (!made.ok) throw new Error(`${groove.title}: ${made.reason}`)
  return made.value
}

interface Form {
  id: string
  title: string
  notes: string
  of: readonly Groove[]
  sections: (Partial<Section> & Pick<Section, 'name' | 'play' | 'bars'>)[]
}

const phrase = ({ id, title, notes, of, sections }: Form): Phrase => ({
  format: PHRASE_SHAPE.format,
  version: PHRASE_SHAPE.version,
  id,
  title,
  notes,
  tempo: of[0]!.tempo,
  kitId: 'five-piece',
  grooves: Object.fromEntries(of.map(groove => [groove.id, playedGroove(groove, 1)])),
  sections: sections.map((section, i) => makeSection({ id: `section-${i + 1}`, ...section })),
})
const last = (fill: Fill): Turn => ({ when: 'last', put: { fill } })

/** The forms of the demo world: a set piece with fills and trades, a waltz of three and a fill, a shuffle in and out. */
export function demoPhrases(grooves: readonly Groove[]): Phrase[] {
  const groove = (id: string) =>
    present(
      grooves.find(one => one.id === id),
      'groove',
    )
  const [rope, late, bell, waltz, shuffle] = [
    'wet-rope',
    'wet-rope-late',
    'wet-rope-late-bell',
    'tin-gutter-waltz',
    'boiler-room-two',
  ].map(groove) as [Groove, Groove, Groove, Groove, Groove]
  const quarter = 5040
  return [
    phrase({
      id: 'wet-rope-set',
      title: 'Wet Rope, the set',
      notes: 'As it opens the second half: two verses, the bell, then the horns and the drums take turns.',
      of: [rope, late, bell],
      sections: [
        {
          name: 'Verse',
          play: { groove: rope.id },
          bars: 2,
          times: 4,
          turns: [
            { when: { round: 3 }, put: { groove: late.id } },
            last(fillOver(rope, 2, 2 * quarter, { source: { kind: 'sticking', text: 'rllf' } })),
          ],
        },
        {
          name: 'B',
          play: { groove: bell.id },
          bars: 2,
          times: 4,
          turns: [
            last(
              fillOver(bell, 2, 4 * quarter, {
                source: { kind: 'rudiment', id: 'paradiddle' },
                path: { seed: 3, afresh: true },
                loudness: 'accents',
                ending: 'one more bass drum',
              }),
            ),
          ],
        },
        { name: 'Trade', play: { groove: rope.id }, bars: 2, times: 1 },
        { name: 'You', play: { rest: 'trade', like: rope.id, feet: true, click: true }, bars: 2, times: 1 },
        {
          name: 'Home',
          play: { groove: rope.id },
          bars: 2,
          times: 2,
          turns: [
            last(
              fillOver(rope, 2, 4 * quarter, {
                source: { kind: 'singles' },
                path: { seed: 11, afresh: false },
                ending: 'stop',
              }),
            ),
          ],
        },
      ],
    }),
    phrase({
      id: 'waltz-lines',
      title: 'Tin Gutter Waltz, in lines',
      notes: 'Three and a fill, led round the drums afresh each time.',
      of: [waltz],
      sections: [
        {
          name: 'A',
          play: { groove: waltz.id },
          bars: 4,
          times: 4,
          turns: [
            {
              when: { every: 1 },
              put: {
                fill: fillOver(waltz, 4, 3 * quarter, {
                  source: { kind: 'sticking', text: 'rll' },
                  path: { seed: 5, afresh: true },
                  loudness: 'swell',
                  ending: 'one more bass drum',
                }),
              },
            },
          ],
        },
      ],
    }),
    phrase({
      id: 'boiler-in-and-out',
      title: 'Boiler Room, in and out',
      notes: 'Six bars of the shuffle, two alone with the feet going on.',
      of: [shuffle],
      sections: [0, 1].flatMap(() => [
        { name: 'Shuffle', play: { groove: shuffle.id }, bars: shuffle.bars.length, times: 6 / shuffle.bars.length },
        {
          name: 'Alone',
          play: { rest: 'solo' as const, like: shuffle.id, feet: true, click: false },
          bars: shuffle.bars.length,
          times: 2 / shuffle.bars.length,
        },
      ]),
    }),
  ]
}
