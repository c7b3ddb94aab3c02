import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, hatFootRow, offers, on } from './write'

const REGGAETON: StyleCard = {
  id: 'reggaeton',
  family: 'Caribbean',
  name: 'Reggaeton',
  about: 'Bass drum on every beat and the snare in threes against it, twice a bar: 3+3+2.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 84, to: 104, usual: 94 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '3.2.')],
      ['offs', 'Hats on every &', on('hi-hat', '..3.')],
      ['bell', 'Bell on the beats', on('ride', '3...', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      ['threes', 'Snare in 3+3+2, without the 1', on('snare', '...4 ..4. ...4 ..4.')],
      ['cross', 'The same as cross-sticks', on('snare', '...4 ..4. ...4 ..4.', 'cross-stick')],
      [
        'turned',
        'The same, high tom on & of 4',
        on('snare', '...4 ..4. ...4 ....'),
        on('high tom', '.... .... .... ..4.'),
      ],
    ]),
    ...offers('RF', 'bass drum', [
      ['four', 'Bass on every beat', on('bass drum', '4...')],
      ['heavy', 'Bass on every beat, 1 and 3 heavy', on('bass drum', '4... 3...')],
      ['two', 'Bass on 1 and 3', on('bass drum', '4... .... 4... ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'Even sixteenths.' },
    {
      kind: 'keeps',
      limb: 'LH',
      piece: 'snare',
      row: '...x ..x. ...x ....',
      reason: 'The threes of the snare against the bass drum are the dance.',
    },
  ],
}

const HOUSE: StyleCard = {
  id: 'house',
  family: 'hip-hop and electronic',
  name: 'House',
  about: 'Four on the floor, the hat open on every &, the snare on 2 and 4: what changes is above the bass drum.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 116, to: 130, usual: 122 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['offs', 'Hats open on every &', on('hi-hat', '..4.', 'open', 2)],
      ['eighths', 'Hat eighths, open on every &', on('hi-hat', '2...'), on('hi-hat', '..4.', 'open', 2)],
      ['ride', 'Ride on every &', on('ride', '..4.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['rim', 'Rim-shot backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
      ['ghosted', 'Backbeat, ghosts on a of 2 and a of 4', on('snare', '.... 5..1 .... 5..1')],
    ]),
    ...offers('RF', 'bass drum', [
      ['four', 'Bass on every beat', on('bass drum', '4...')],
      ['pushed', 'Bass on every beat, and a of 4', on('bass drum', '4... 4... 4... 4..3')],
      ['skip', 'Bass on every beat, and & of 4', on('bass drum', '4... 4... 4... 4.3.')],
    ]),
    ...offers('LF', 'hat foot', [
      ['beats', 'Hat foot quarters', on('hi-hat', '3...', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.... 3... .... 3...', 'chick')],
      ['one-three', 'Hat foot on 1 and 3', on('hi-hat', '3... .... 3... ....', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The sixteenths are even.' },
    BACKBEAT,
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x...', reason: 'The floor dances to the bass drum.' },
  ],
}

const NEO_SOUL: StyleCard = {
  id: 'neo-soul',
  family: 'funk and soul',
  name: 'Neo-soul',
  about: 'Slow and loose: the sixteenths lean, the snare is late or a cross-stick, the bass drum talks with the bass.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.58 },
  tempo: { from: 64, to: 96, usual: 80 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
      ['broken', 'Hat eighths, a sixteenth more on a of 2', on('hi-hat', '3.3. 3.32 3.3. 3.3.')],
      ['ride', 'Ride eighths', on('ride', '3.2.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['cross', 'Cross-stick on 2 and 4', on('snare', '.... 4... .... 4...', 'cross-stick')],
      ['backbeat', 'Backbeat', on('snare', '.... 4... .... 4...')],
      ['ghosted', 'Backbeat, ghosts on a of 2 and e of 3', on('snare', '.... 4..1 .1.. 4...')],
    ]),
    ...offers('RF', 'bass drum', [
      ['talking', 'Bass on 1, a of 1, & of 3', on('bass drum', '4..3 .... ..3. ....')],
      ['late', 'Bass on 1 and a of 3', on('bass drum', '4... .... ...3 ....')],
      ['answer', 'Bass on 1, & of 2, e of 3', on('bass drum', '4... ..3. .3.. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'swung', level: '1/16', from: 0.5, to: 0.64, reason: 'A lean, and no triplets.' }, BACKBEAT],
}

const DOUBLE_BASS_METAL: StyleCard = {
  id: 'double-bass-metal',
  traits: ['fast fills'],
  family: 'rock',
  name: 'Double-bass metal',
  about:
    'The feet run or gallop under an open lead; the snare stands alone. A second pedal takes what one foot cannot.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 110, to: 200, usual: 120 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['bell', 'Bell eighths', on('ride', '4.4.', 'bell')],
      ['crash', 'Crash on the beats', on('crash', '4...')],
      ['hats', 'Hats half open on the beats', on('hi-hat', '4...', 'half open')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['half', 'Snare on 3', on('snare', '.... .... 5... ....')],
      ['rim', 'Rim-shot backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['eighths', 'Bass eighths', on('bass drum', '4.4.')],
      ['heavy', 'Bass eighths, the beat heavy', on('bass drum', '5.4.')],
      ['figure', 'Bass on 1, & of 1, a of 2, & of 3', on('bass drum', '4.4. ...4 ..4. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'Every sixteenth is a grid line.' }],
}

const SLOW_WALTZ: StyleCard = {
  id: 'slow-waltz',
  traits: ['quiet'],
  family: 'country',
  name: 'Slow waltz',
  about: 'Three in a bar, even and soft: the bass drum on 1, the snare answering on 2 and 3.',
  meter: meter(3, 4),
  slots: 2,
  swing: null,
  tempo: { from: 72, to: 120, usual: 88 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '32')],
      ['quarters', 'Hat quarters', on('hi-hat', '3.')],
      ['ride', 'Ride quarters', on('ride', '3.')],
    ]),
    ...offers('LH', 'comping', [
      ['cross', 'Cross-stick on 2 and 3', on('snare', '.. 3. 3.', 'cross-stick')],
      ['three', 'Cross-stick on 3', on('snare', '.. .. 3.', 'cross-stick')],
      ['soft', 'Snare on 2 and 3, soft', on('snare', '.. 2. 2.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1', on('bass drum', '3. .. ..')],
      ['pick-up', 'Bass on 1 and & of 3', on('bass drum', '3. .. .2')],
      ['two', 'Bass on 1, and & of 2', on('bass drum', '3. .2 ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-three', 'Hat foot on 2 and 3', on('hi-hat', '.. 3. 3.', 'chick')],
      ['two', 'Hat foot on 2', on('hi-hat', '.. 3. ..', 'chick')],
      ['three', 'Hat foot on 3', on('hi-hat', '.. .. 3.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'The couples turn on even thirds of the bar.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x. .. ..', reason: 'The step is on 1.' },
  ],
}

const GO_GO: StyleCard = {
  id: 'go-go',
  family: 'funk and soul',
  name: 'Go-go',
  about:
    'A swung funk that never stops between songs: bass drum and snare with ghosts, a bell or hats that lope above.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.64 },
  tempo: { from: 80, to: 108, usual: 94 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
      ['lope', 'Hats loping: beat and a', on('hi-hat', '4..2')],
      ['bell', 'Bell on the beats', on('ride', '4...', 'bell')],
    ]),
    ...offers('LH', 'backbeat', [
      ['ghosted', 'Backbeat, ghosts on a of 2 and e of 3', on('snare', '.... 5..1 .1.. 5...')],
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['answer', 'Backbeat, ghost on a of 4', on('snare', '.... 5... .... 5..1')],
    ]),
    ...offers('RF', 'bass drum', [
      ['rolling', 'Bass on 1, a of 1, & of 3', on('bass drum', '4..3 .... ..4. ....')],
      ['two-one', 'Bass on 1, & of 2, a of 3', on('bass drum', '4... ..3. ...4 ....')],
      ['plain', 'Bass on 1 and & of 3', on('bass drum', '4... .... ..4. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'swung', level: '1/16', from: 0.58, to: 0.7, reason: 'The lope of the sixteenths is the style.' },
    BACKBEAT,
  ],
}

export const DANCE: readonly StyleCard[] = [REGGAETON, HOUSE, NEO_SOUL, DOUBLE_BASS_METAL, SLOW_WALTZ, GO_GO]
