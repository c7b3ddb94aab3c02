import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, hatFootRow, offers, on } from './write'

const SIXTEENTHS: StyleCard = {
  id: 'rock-sixteenths',
  family: 'rock',
  name: 'Rock sixteenths',
  about: 'Slow rock: sixteenths on the hats in one hand or two, a wide backbeat.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 56, to: 96, usual: 72 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['one-hand', 'Hat sixteenths, one hand', on('hi-hat', '4232')],
      [
        'two-hands',
        'Right hand of two: hats, and the snare on 2 and 4',
        on('hi-hat', '4.3. ..3. 4.3. ..3.'),
        on('snare', '.... 5... .... 5...'),
      ],
      ['eighths', 'Hat eighths', on('hi-hat', '4.3.')],
      ['ride', 'Ride eighths with bell', on('ride', '4...', 'bell'), on('ride', '..3.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['cross-stick', 'Cross-stick backbeat', on('snare', '.... 4... .... 4...', 'cross-stick')],
      ['pick-up', 'Backbeat with a pick-up', on('snare', '.... 5... .... 5..3')],
    ]),
    ...offers('LH', 'lead', [['two-hands', 'Left hand of two: hats between', on('hi-hat', '.3.3')]]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4... .... 4... ....')],
      ['a-of-two', 'Bass on 1, a of 2, 3', on('bass drum', '4... ...3 4... ....')],
      ['and-of-three', 'Bass on 1, 3, & of 3', on('bass drum', '4... .... 4.4. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The sixteenths stand evenly.' },
    BACKBEAT,
    { kind: 'tempo', from: 56, to: 96, reason: 'One hand plays the sixteenths: faster than this it tires.' },
  ],
}

const HALF_TIME: StyleCard = {
  id: 'half-time-rock',
  traits: ['felt in halves'],
  family: 'rock',
  name: 'Half-time rock',
  about: 'The backbeat once a bar, on 3; the time is felt at half the speed.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 100, to: 180, usual: 140 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['quarters', 'Hat quarters', on('hi-hat', '4.')],
      ['eighths', 'Hat eighths', on('hi-hat', '43')],
      ['crash', 'Crash quarters', on('crash', '4.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['three', 'Backbeat on 3', on('snare', '.. .. 5. ..')],
      ['rim', 'Rim shot on 3', on('snare', '.. .. 5. ..', 'rim shot')],
      ['answered', 'Backbeat on 3, answered', on('snare', '.. .. 5. .3')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1', on('bass drum', '4. .. .. ..')],
      ['one-two', 'Bass on 1 and & of 2', on('bass drum', '4. .4 .. ..')],
      ['gallop', 'Bass on 1, & of 1, & of 4', on('bass drum', '44 .. .. .4')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'Half the time, but as even.' },
    { kind: 'backbeat', beats: [3], reason: 'One backbeat a bar, on 3, is what halves the time.' },
    { kind: 'silent', limb: 'LH', beats: [2, 4], reason: 'A snare on 2 or 4 brings the full time back.' },
  ],
}

const DOUBLE_TIME: StyleCard = {
  id: 'punk-double-time',
  family: 'rock',
  name: 'Punk double-time',
  about: 'Bass drum and snare in turn on every eighth, the cymbal driving in quarters.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 150, to: 230, usual: 184 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat-quarters', 'Hat quarters', on('hi-hat', '4.')],
      ['ride-quarters', 'Ride quarters', on('ride', '4.')],
      ['crash-quarters', 'Crash quarters', on('crash', '4.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['off-beats', 'Snare on every &', on('snare', '.5')],
      ['rim', 'Rim shots on every &', on('snare', '.5', 'rim shot')],
      ['push', 'Snare on every &, 4 doubled', on('snare', '.5 .5 .5 45')],
    ]),
    ...offers('RF', 'bass drum', [
      ['beats', 'Bass on every beat', on('bass drum', '4.')],
      ['gallop', 'Bass on the beats, doubling 3', on('bass drum', '4. 4. 44 4.')],
      ['pick-up', 'Bass on the beats, pick-up to 1', on('bass drum', '4. 4. 4. 44')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'Nothing swings at this speed.' },
    { kind: 'keeps', limb: 'LH', piece: 'snare', row: '.x', reason: 'The snare answers every beat on its &.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x.', reason: 'The bass drum is on every beat.' },
    { kind: 'tempo', from: 150, to: 230, reason: 'Slower it is a plain rock beat written twice as fast.' },
  ],
}

const TRAIN: StyleCard = {
  id: 'train-beat',
  traits: ['lead on the snare'],
  family: 'country',
  name: 'Train beat',
  about: 'Sixteenths between both hands on the snare, accents on the off-beats, the bass drum on the beats.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 90, to: 140, usual: 112 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['accents', 'Right hand, accents on &', on('snare', '1.4.')],
      ['two-four', 'Right hand, accents on 2 and 4', on('snare', '1.2. 4.2.')],
      ['brush', 'Right hand, brush', on('snare', '1.4.', 'tap')],
    ]),
    ...offers('LH', 'ghosts', [
      ['between', 'Left hand between', on('snare', '.1.1')],
      ['soft', 'Left hand between, a little more', on('snare', '.2.2')],
      ['every-e', 'Left hand on e only', on('snare', '.1..')],
      ['brush', 'Left hand between, brush', on('snare', '.1.1', 'tap')],
    ]),
    ...offers('RF', 'bass drum', [
      ['beats', 'Bass on every beat', on('bass drum', '3...')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '3... .... 3... ....')],
      ['walking', 'Bass on the beats, soft between', on('bass drum', '3... 3... 3... 3.2.')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The wheels turn evenly.' },
    { kind: 'tempo', from: 90, to: 140, reason: 'Slower the train stops, faster the hands do.' },
  ],
}

const HALF_TIME_SHUFFLE: StyleCard = {
  id: 'half-time-shuffle',
  family: 'blues and gospel',
  name: 'Half-time shuffle',
  about: 'Triplets with the middle one a ghost, one backbeat on 3.',
  meter: meter(4, 4),
  slots: 3,
  swing: null,
  tempo: { from: 76, to: 135, usual: 92 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat', 'Hat shuffle', on('hi-hat', '4.3')],
      ['ride', 'Ride shuffle', on('ride', '4.3')],
      [
        'open',
        'Hat shuffle, opening at the end',
        on('hi-hat', '4.3 4.3 4.3 4..'),
        on('hi-hat', '... ... ... ..4', 'open', 1),
      ],
    ]),
    ...offers('LH', 'backbeat', [
      ['ghosted', 'Backbeat on 3, ghosts between', on('snare', '.1. .1. 51. .1.')],
      ['bare', 'Backbeat on 3', on('snare', '... ... 5.. ...')],
      ['no-ghost-after', 'Backbeat on 3, ghosts between the others', on('snare', '.1. .1. 5.. .1.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1 and a of 2', on('bass drum', '4.. ..3 ... ...')],
      ['around-one', 'Bass on 1, a of 1, a of 4', on('bass drum', '4.3 ... ... ..3')],
      ['plain', 'Bass on 1', on('bass drum', '4.. ... ... ...')],
    ]),
    ...offers('LF', 'hat foot', [
      ['quarters', 'Hat foot quarters', on('hi-hat', '2..', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '... 2.. ... 2..', 'chick')],
      ['three', 'Hat foot on 1 and 3', on('hi-hat', '2.. ... 2.. ...', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'backbeat', beats: [3], reason: 'One backbeat a bar keeps the shuffle broad.' },
    { kind: 'tempo', from: 76, to: 135, reason: 'The ghost in the middle of each triplet needs its time.' },
  ],
}

const ONE_DROP: StyleCard = {
  id: 'reggae-one-drop',
  traits: ['1 left open', 'bass drum on the backbeat', 'felt in halves'],
  family: 'Jamaica',
  name: 'Reggae one-drop',
  about: 'Nothing on 1: bass drum and cross-stick fall together on 3.',
  meter: meter(4, 4),
  slots: 2,
  swing: { level: '1/8', share: 0.6 },
  tempo: { from: 120, to: 170, usual: 144 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths, beats light', on('hi-hat', '34')],
      ['skanking', 'Hat eighths and an opening', on('hi-hat', '34 34 34 3.'), on('hi-hat', '.. .. .. .4', 'open', 1)],
      ['quarters', 'Hat quarters', on('hi-hat', '3.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['cross-stick', 'Cross-stick on 3', on('snare', '.. .. 4. ..', 'cross-stick')],
      ['answered', 'Cross-stick on 3, answered', on('snare', '.. .. 4. .3', 'cross-stick')],
      ['rim', 'Rim shot on 3', on('snare', '.. .. 5. ..', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['three', 'Bass on 3', on('bass drum', '.. .. 4. ..')],
      ['three-push', 'Bass on 3, pushed', on('bass drum', '.. .3 4. ..')],
      ['three-four', 'Bass on 3 and & of 4', on('bass drum', '.. .. 4. .2')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'silent', limb: 'RF', beats: [1], reason: 'The 1 is dropped: that is the name of it.' },
    { kind: 'backbeat', beats: [3], reason: 'Everything falls on 3.' },
    {
      kind: 'swung',
      level: '1/8',
      from: 0.5,
      to: 0.68,
      reason: 'From nearly straight to a full triplet; each band has its own.',
    },
  ],
}

const rest = ONE_DROP.candidates.filter(one => one.role !== 'bass drum')

const ROCKERS: StyleCard = {
  ...ONE_DROP,
  id: 'reggae-rockers',
  family: 'Jamaica',
  name: 'Reggae rockers',
  about: 'The bass drum on 1 and 3, or in eighths, under the cross-stick on 3.',
  traits: ['bass drum on the backbeat', 'felt in halves'],
  candidates: [
    ...rest,
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
      ['eighths', 'Bass eighths', on('bass drum', '43')],
      ['doubled', 'Bass on 1, & of 2, 3, & of 4', on('bass drum', '4. .3 4. .3')],
      ['pushed', 'Bass on 1, 3, & of 3', on('bass drum', '4. .. 43 ..')],
    ]),
  ],
  constraints: ONE_DROP.constraints.slice(1),
}

const STEPPERS: StyleCard = {
  ...ONE_DROP,
  id: 'reggae-steppers',
  traits: ['felt in halves'],
  family: 'Jamaica',
  name: 'Reggae steppers',
  about: 'The bass drum on every beat, the cross-stick on 3.',
  candidates: [
    ...rest,
    ...offers('RF', 'bass drum', [
      ['four', 'Bass on every beat', on('bass drum', '4.')],
      ['pushed', 'Bass on every beat, and & of 4', on('bass drum', '4. 4. 4. 43')],
      ['heavy-three', 'Bass on every beat, 3 heavy', on('bass drum', '4. 3. 5. 3.')],
    ]),
  ],
  constraints: [
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x.', reason: 'It steps: four to the bar, without a gap.' },
    ...ONE_DROP.constraints.slice(1),
  ],
}

export const ROCK_AND_KIN: readonly StyleCard[] = [
  SIXTEENTHS,
  HALF_TIME,
  DOUBLE_TIME,
  TRAIN,
  HALF_TIME_SHUFFLE,
  ONE_DROP,
  ROCKERS,
  STEPPERS,
]
