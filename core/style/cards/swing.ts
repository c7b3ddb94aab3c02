import { SHARE, meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { offers, on } from './write'

const SWING: StyleCard = {
  id: 'swing-four',
  family: 'jazz',
  name: 'Swing in four',
  about: 'The ride tells the time, the hat foot closes on 2 and 4, the left hand comps.',
  meter: meter(4, 4),
  slots: 2,
  swing: { level: '1/8', share: SHARE.triplet },
  tempo: { from: 60, to: 320, usual: 160 },
  order: ['RH', 'LF', 'RF', 'LH'],
  candidates: [
    ...offers('RH', 'lead', [
      ['ride', 'Ride, long and skip', on('ride', '3. 43 3. 43')],
      ['quarters', 'Ride quarters', on('ride', '3. 4. 3. 4.')],
      ['hat', 'The same on the hats, opening', on('hi-hat', '.. 43 .. 43'), on('hi-hat', '3. .. 3. ..', 'open', 2)],
      ['skips', 'Ride with more skips', on('ride', '33 43 3. 43')],
      ['brushes', 'Brush taps on the snare', on('snare', '3. 43 3. 43', 'tap')],
    ]),
    ...offers('LH', 'comping', [
      ['charleston', 'Short and long: 1, & of 2', on('snare', '2. .3 .. ..')],
      ['upbeats', 'Upbeats: & of 2, & of 4', on('snare', '.. .2 .. .3')],
      ['into-one', 'Upbeat into the downbeat', on('snare', '2. .. .. .3')],
      ['pick-up', 'Two-note pick-up', on('snare', '.. .. .. 23')],
    ]),
    ...offers('RF', 'bass drum', [
      ['feathered', 'Feathered on all four', on('bass drum', '1.')],
      ['bombs', 'Feathered, and & of 4', on('bass drum', '1. 1. 1. 14')],
      ['one-only', 'Soft on 1', on('bass drum', '2. .. .. ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['firm', 'Hat foot on 2 and 4, firm', on('hi-hat', '.. 4. .. 4.', 'chick')],
      [
        'splash',
        'Hat foot on 2 and 4, splash on 1',
        on('hi-hat', '.. 3. .. 3.', 'chick'),
        on('hi-hat', '2. .. .. ..', 'splash'),
      ],
    ]),
  ],
  loudness: LOUDNESS.swinging,
  constraints: [
    { kind: 'swung', level: '1/8', from: 0.55, to: 0.72, reason: 'Wide when slow, nearly even when fast.' },
    {
      kind: 'keeps',
      limb: 'LF',
      piece: 'hi-hat',
      row: '.. x. .. x.',
      reason: 'Two and four in the hat foot hold the band together.',
    },
    {
      kind: 'feathered',
      limb: 'RF',
      to: 220,
      reason: 'Faster than that a soft stroke on every beat is heard as weight, and the bass player has the beat.',
    },
  ],
}

const WALTZ: StyleCard = {
  id: 'jazz-waltz',
  traits: ['quiet'],
  family: 'jazz',
  name: 'Jazz waltz',
  about: 'Three in a bar, swung; the hat foot on 2, or on 2 and 3.',
  meter: meter(3, 4),
  slots: 2,
  swing: { level: '1/8', share: SHARE.triplet },
  tempo: { from: 96, to: 220, usual: 144 },
  order: ['RH', 'LF', 'RF', 'LH'],
  candidates: [
    ...offers('RH', 'lead', [
      ['ride', 'Ride, skip on 2', on('ride', '3. 43 3.')],
      ['quarters', 'Ride quarters', on('ride', '4. 3. 3.')],
      ['skip-three', 'Ride, skip on 3', on('ride', '3. 3. 43')],
    ]),
    ...offers('LH', 'comping', [
      ['two', 'Snare on & of 2', on('snare', '.. .3 ..')],
      ['hemiola', 'Two against three: 1, & of 2', on('snare', '3. .3 ..')],
      ['over-two', 'Hemiola over two bars: 1, 3, then 2', on('snare', '3. .. 3. .. 3. ..')],
      ['three', 'Soft on 3', on('snare', '.. .. 2.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1', on('bass drum', '3. .. ..')],
      ['feathered', 'Feathered on all three', on('bass drum', '2. 1. 1.')],
      ['push', 'Bass on 1 and & of 3', on('bass drum', '3. .. .2')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two', 'Hat foot on 2', on('hi-hat', '.. 3. ..', 'chick')],
      ['two-three', 'Hat foot on 2 and 3', on('hi-hat', '.. 3. 3.', 'chick')],
      ['all', 'Hat foot on 2, soft on 3', on('hi-hat', '.. 4. 2.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.swinging,
  constraints: [
    { kind: 'swung', level: '1/8', from: 0.55, to: 0.72, reason: 'A waltz that is straight is another dance.' },
    {
      kind: 'keeps',
      limb: 'LF',
      piece: 'hi-hat',
      row: '.. x. ..',
      reason: 'The hat foot on 2 is what makes three of it.',
    },
  ],
}

const TWELVE: StyleCard = {
  id: 'slow-twelve',
  family: 'blues and gospel',
  name: 'Slow 12/8',
  about: 'A slow ballad: all twelve eighths on the cymbal, a backbeat on the second and fourth beat.',
  meter: meter(12, 8),
  slots: 3,
  swing: null,
  tempo: { from: 66, to: 132, usual: 87 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat', 'Hat eighths', on('hi-hat', '422')],
      ['ride', 'Ride eighths', on('ride', '422')],
      ['beats', 'Ride on the beats', on('ride', '4..')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '... 5.. ... 5..')],
      ['cross-stick', 'Cross-stick backbeat', on('snare', '... 4.. ... 4..', 'cross-stick')],
      ['pick-up', 'Backbeat with a pick-up', on('snare', '... 5.. ... 5.2')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on the first and third beat', on('bass drum', '4.. ... 4.. ...')],
      ['lead-in', 'Bass leading into the third', on('bass drum', '4.. ..3 4.. ...')],
      ['rolling', 'Bass rolling on', on('bass drum', '4.. ..3 4.. ..3')],
    ]),
    ...offers('LF', 'hat foot', [
      ['backbeats', 'Hat foot on the backbeats', on('hi-hat', '... 3.. ... 3..', 'chick')],
      ['beats', 'Hat foot on the beats', on('hi-hat', '2..', 'chick')],
      ['last', 'Hat foot on the last eighths', on('hi-hat', '..2', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.ballad,
  constraints: [
    { kind: 'backbeat', beats: [2, 4], reason: 'However slow, the second and fourth beat are the backbeat.' },
  ],
}

const SIX: StyleCard = {
  id: 'six-eight',
  family: 'blues and gospel',
  name: 'Six eight',
  about: 'Two beats of three: the backbeat on the second.',
  meter: meter(6, 8),
  slots: 3,
  swing: null,
  tempo: { from: 60, to: 150, usual: 99 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat', 'Hat eighths', on('hi-hat', '433')],
      ['ride', 'Ride with bell on the beats', on('ride', '4..', 'bell'), on('ride', '.33')],
      ['beats', 'Ride on first and third', on('ride', '4.3')],
    ]),
    ...offers('LH', 'backbeat', [
      ['four', 'Snare on 4', on('snare', '... 5..')],
      ['cross-stick', 'Cross-stick on 4', on('snare', '... 4..', 'cross-stick')],
      ['ghosted', 'Snare on 4, ghosts before it', on('snare', '.11 5..')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1', on('bass drum', '4.. ...')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4.3 ...')],
      ['one-six', 'Bass on 1 and 6', on('bass drum', '4.. ..3')],
    ]),
    ...offers('LF', 'hat foot', [
      ['four', 'Hat foot on 4', on('hi-hat', '... 3..', 'chick')],
      ['beats', 'Hat foot on the beats', on('hi-hat', '2..', 'chick')],
      ['three-six', 'Hat foot on 3 and 6', on('hi-hat', '..2', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.ballad,
  constraints: [{ kind: 'backbeat', beats: [2], reason: 'The second of the two beats answers the first.' }],
}

export const SWING_AND_COMPOUND: readonly StyleCard[] = [SWING, WALTZ, TWELVE, SIX]
