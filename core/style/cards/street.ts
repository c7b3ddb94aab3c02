import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, FOOT_IN_TWO, bassInTwo, graced, hatFootRow, offers, on } from './write'

const STREET_FUNK: StyleCard = {
  id: 'street-beat-funk',
  family: 'street',
  name: 'Street-beat funk',
  traits: ['lead on the snare'],
  about:
    'The parade brought to the kit: accents move through a roll of both hands, the bass drum answers with a heavy 4.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.56 },
  tempo: { from: 80, to: 108, usual: 92 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['roll', 'Right hand of a roll, accents on 1, & of 2, & of 3, 4', on('snare', '4.1. 1.4. 1.4. 4.1.')],
      ['moved', 'The same, accents an eighth later', on('snare', '1.4. 1.1. 4.1. 4.4.')],
      [
        'buzzed',
        'Right hand of a roll, the last beat in doubles',
        on('snare', '4.1. 1.4. 1.4. ....'),
        graced('snare', '.... .... .... 2.2.', 'double'),
      ],
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
    ]),
    ...offers('LH', 'ghosts', [
      ['between', 'Left hand of the roll', on('snare', '.1.1')],
      ['few', 'Left hand, on a of 1 and a of 3', on('snare', '...1 .... ...1 ....')],
    ]),
    ...offers('LH', 'backbeat', [
      ['drag', 'Snare on 2 and 4, ghosts between', on('snare', '...1 5..1 .1.. 5..1')],
      ['plain', 'Snare on 2 and 4', on('snare', '.... 5... .... 5...')],
    ]),
    ...offers('RF', 'bass drum', [
      ['big-four', 'Bass on 1, a of 1, & of 2, 4', on('bass drum', '4..3 ..3. .... 5...')],
      ['tresillo', 'Bass on 1, a of 1, & of 2, 3', on('bass drum', '4..4 ..4. 4... ....')],
      ['late', 'Bass on 1, & of 2, a of 3', on('bass drum', '4... ..4. ...3 ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'swung', level: '1/16', from: 0.5, to: 0.64, reason: 'Between straight and swung: in the cracks.' },
  ],
}

const MARCH: StyleCard = {
  id: 'march',
  family: 'street',
  name: 'March',
  traits: ['lead on the snare'],
  about: 'In two: the bass drum on the beats, flams and five-stroke rolls on the snare, cymbals with the bass drum.',
  meter: meter(2, 4),
  slots: 4,
  writings: [{ meter: meter(2, 2), times: 2 }],
  swing: null,
  tempo: { from: 96, to: 126, usual: 116 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      [
        'line',
        'Right hand of the line: flam on 1, double on & of 2',
        graced('snare', '4... ....', 'flam'),
        on('snare', '...2 ....'),
        graced('snare', '.... ..2.', 'double'),
      ],
      ['flams', 'Right hand: flam on 1, tap on & of 2', graced('snare', '4... ....', 'flam'), on('snare', '...2 ..2.')],
      ['offs', 'Snare on the off-beats', on('snare', '..4.')],
      ['hats', 'Hats on the off-beats', on('hi-hat', '..4.')],
    ]),
    ...offers('LH', 'comping', [
      [
        'line',
        'Left hand of the line: flam on 2, double on a of 2',
        on('snare', '..2. ....'),
        graced('snare', '.... 4...', 'flam'),
        graced('snare', '.... ...2', 'double'),
      ],
      [
        'flams',
        'Left hand: flam on 2, taps on & of 1 and a of 2',
        on('snare', '..2. ...2'),
        graced('snare', '.... 4...', 'flam'),
      ],
      ['between', 'Left hand on e and a, soft', on('snare', '.2.2')],
    ]),
    ...bassInTwo(['one', 'Bass on 1', '4... ....']),
    ...FOOT_IN_TWO,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Feet walk evenly.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x... ....',
      reason: 'The left foot of the marchers is on 1.',
    },
  ],
}

const MARCH_IN_SIX: StyleCard = {
  id: 'march-in-six',
  traits: ['lead on the snare'],
  family: 'street',
  name: 'March in six eight',
  about: 'Two steps of three: the bass drum on the steps, long and short on the snare with flams and a roll into 1.',
  meter: meter(6, 8),
  slots: 3,
  swing: null,
  tempo: { from: 150, to: 186, usual: 174 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['line', 'Right hand of the line: flams on 1 and 4', graced('snare', '4.. 4..', 'flam')],
      ['roll', 'The same, a double on 5', graced('snare', '4.. 4..', 'flam'), graced('snare', '... .2.', 'double')],
      ['hats', 'Hats on 3 and 6', on('hi-hat', '..3')],
    ]),
    ...offers('LH', 'comping', [
      ['line', 'Left hand of the line: 3 and 6', on('snare', '..2')],
      ['roll', 'The same, a double on 6', on('snare', '..2 ...'), graced('snare', '... ..2', 'double')],
      ['last', 'Left hand on 6', on('snare', '... ..3')],
    ]),
    ...offers('RF', 'bass drum', [
      ['two', 'Bass on both beats', on('bass drum', '4..')],
      ['heavy-one', 'Bass on both beats, 1 heavy', on('bass drum', '4.. 3..')],
      ['one', 'Bass on 1', on('bass drum', '4.. ...')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two', 'Hat foot on the second beat', on('hi-hat', '... 3..', 'chick')],
      ['beats', 'Hat foot on the beats', on('hi-hat', '3..', 'chick')],
      ['thirds', 'Hat foot on 3 and 6', on('hi-hat', '..2', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Feet walk evenly.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x.. ...', reason: 'The left foot of the marchers is on 1.' },
  ],
}

const POLKA: StyleCard = {
  id: 'polka',
  family: 'street',
  name: 'Polka',
  about: 'Oom-pah: the bass drum on the beats, the snare on every off-beat.',
  meter: meter(2, 4),
  slots: 4,
  swing: null,
  tempo: { from: 100, to: 132, usual: 116 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths, the & strong', on('hi-hat', '2.3.')],
      ['offs', 'Hats on the off-beats', on('hi-hat', '..4.')],
      ['ride', 'Ride eighths', on('ride', '3.3.')],
    ]),
    ...offers('LH', 'comping', [
      ['pah', 'Snare on the off-beats', on('snare', '..4.')],
      ['rolled', 'Snare on the off-beats, a of 2 too', on('snare', '..4. ..43')],
      ['cross', 'Cross-stick on the off-beats', on('snare', '..4.', 'cross-stick')],
    ]),
    ...bassInTwo(['soft', 'Bass on both beats, soft', '3... 3...']),
    ...FOOT_IN_TWO,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'It hops, but evenly.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x... x...', reason: 'The bass notes fall on both beats.' },
  ],
}

const BLAST: StyleCard = {
  id: 'blast-beat',
  traits: ['fast fills'],
  family: 'rock',
  name: 'Blast beat',
  about:
    'Each hand in eighths, as fast as they go: the snare between ride and bass drum, or all together; the feet may run in sixteenths.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 120, to: 220, usual: 150 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['ride', 'Ride eighths, with the bass drum', on('ride', '4.4.')],
      ['hats', 'Hat eighths, with the bass drum', on('hi-hat', '4.4.')],
      ['bell', 'Bell on the beats', on('ride', '4...', 'bell')],
    ]),
    ...offers('LH', 'backbeat', [
      ['between', 'Snare between: every e and a', on('snare', '.5.5')],
      ['together', 'Snare eighths, all together', on('snare', '5.5.')],
      ['rims', 'Rim shots between: every e and a', on('snare', '.5.5', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['eighths', 'Bass eighths', on('bass drum', '4.4.')],
      ['beats', 'Bass on every beat', on('bass drum', '4...')],
      ['heavy-one', 'Bass eighths, 1 heavy', on('bass drum', '5.4. 4.4. 4.4. 4.4.')],
    ]),
    ...hatFootRow(4),
    ...offers('LF', 'bass drum', [['two-pedals', 'Left foot of two pedals: every e and a', on('bass drum', '.4.4')]]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'There is no room for swing.' }],
}

const TRAP: StyleCard = {
  id: 'trap',
  family: 'hip-hop and electronic',
  name: 'Trap',
  about: 'Half-time: the snare on 3, the bass drum low and sparse, quick hats above.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 120, to: 160, usual: 140 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
      ['rolls', 'Hat eighths, three sixteenths on 2 and 4', on('hi-hat', '3.3. 333. 3.3. 333.')],
      ['break', 'Hat eighths, a sixteenth more into 1', on('hi-hat', '3.3. 3.3. 3.3. 3.32')],
      ['quarters', 'Hat quarters', on('hi-hat', '3...')],
    ]),
    ...offers('LH', 'backbeat', [
      ['three', 'Snare on 3', on('snare', '.... .... 5... ....')],
      ['rim', 'Rim shot on 3', on('snare', '.... .... 5... ....', 'rim shot')],
      ['ghost', 'Snare on 3, a ghost before it', on('snare', '.... ...1 5... ....')],
    ]),
    ...offers('RF', 'bass drum', [
      ['sparse', 'Bass on 1 and & of 2', on('bass drum', '4... ..4. .... ....')],
      ['pushed', 'Bass on 1, a of 1, & of 4', on('bass drum', '4..3 .... .... ..4.')],
      ['one', 'Bass on 1', on('bass drum', '4... .... .... ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The grid of a machine.' },
    { kind: 'backbeat', beats: [3], reason: 'At this count the song is felt at half the tempo.' },
  ],
}

const GOSPEL: StyleCard = {
  id: 'gospel-sixteenths',
  family: 'blues and gospel',
  name: 'Gospel in sixteenths',
  about: 'Praise: a firm backbeat, the bass drum busy under it, ghosts and open hats that lift the turn.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.55 },
  tempo: { from: 76, to: 112, usual: 92 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '4.3.')],
      ['skips', 'Hat eighths with skips', on('hi-hat', '4.32 4.3. 4.32 4.3.')],
      ['bell', 'Bell on the beats', on('ride', '4...', 'bell')],
    ]),
    ...offers('LH', 'backbeat', [
      ['ghosts', 'Backbeat with ghosts', on('snare', '.... 5..1 .1.. 5...')],
      ['plain', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['late', 'Backbeat, a snare on a of 4', on('snare', '.... 5... .... 5..4')],
    ]),
    ...offers('RF', 'bass drum', [
      ['busy', 'Bass on 1, a of 1, & of 2, & of 3', on('bass drum', '4..3 ..3. ..4. ....')],
      ['push', 'Bass on 1, a of 2, & of 3', on('bass drum', '4... ...3 ..4. ....')],
      ['plain', 'Bass on 1, 3, & of 3', on('bass drum', '4... .... 4.3. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    {
      kind: 'swung',
      level: '1/16',
      from: 0.5,
      to: 0.62,
      reason: 'A little swing in the sixteenths, each church its own.',
    },
    BACKBEAT,
  ],
}

export const STREET_AND_MORE: readonly StyleCard[] = [STREET_FUNK, MARCH, MARCH_IN_SIX, POLKA, BLAST, TRAP, GOSPEL]
