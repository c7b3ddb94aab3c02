import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { FOOT_IN_CUT_TIME, offers, on } from './write'

const BOSSA: StyleCard = {
  id: 'bossa-nova',
  clave: { rhythm: 'bossa', side: '3-2' },
  traits: ['quiet'],
  family: 'Brazil',
  name: 'Bossa nova',
  about: 'Soft and even: eighths on the hats, a cross-stick figure over two bars, the feet as one heartbeat.',
  meter: meter(4, 4),
  slots: 2,
  writings: [
    { meter: meter(2, 2), times: 1 },
    { meter: meter(2, 4), times: 0.5 },
  ],
  swing: null,
  tempo: { from: 100, to: 170, usual: 132 },
  order: ['RF', 'LF', 'RH', 'LH'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat', 'Hat eighths', on('hi-hat', '32')],
      ['ride', 'Ride eighths', on('ride', '32')],
      ['brush', 'Brush on the snare', on('snare', '22', 'sweep')],
    ]),
    ...offers('LH', 'comping', [
      ['three-two', 'Cross-stick, three and two', on('snare', '3. .3 .. 3. .. 3. .3 ..', 'cross-stick')],
      ['two-three', 'Cross-stick, two and three', on('snare', '.. 3. .3 .. 3. .3 .. 3.', 'cross-stick')],
      ['sparse', 'Cross-stick on 1 and & of 2', on('snare', '3. .3 .. ..', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['heartbeat', 'Bass on 1, & of 2, 3, & of 4', on('bass drum', '3. .2 3. .2')],
      ['soft', 'The same, softer between', on('bass drum', '3. .1 3. .1')],
      ['long-short', 'The same, 3 stronger', on('bass drum', '2. .2 4. .2')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 2. .. 2.', 'chick')],
      ['firm', 'Hat foot on 2 and 4, firmer', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['all', 'Hat foot quarters, 2 and 4 stronger', on('hi-hat', '1. 3. 1. 3.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'The eighths are even; the figure does the dancing.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x. .. x. ..',
      reason: 'The bass drum stays on 1 and 3 with the bass; what is between is the player’s.',
    },
    {
      kind: 'keeps',
      limb: 'LF',
      piece: 'hi-hat',
      row: '.. x. .. x.',
      reason: 'Two and four lift what the bass drum sets down.',
    },
  ],
}

const SAMBA: StyleCard = {
  id: 'samba',
  traits: ['lead on the snare', 'fills in sixteenths'],
  family: 'Brazil',
  name: 'Samba',
  about: 'Two in a bar over running sixteenths, the second beat the heavy one.',
  meter: meter(2, 4),
  slots: 4,
  writings: [
    { meter: meter(4, 4), times: 2 },
    { meter: meter(2, 2), times: 2 },
  ],
  swing: null,
  tempo: { from: 80, to: 130, usual: 104 },
  order: ['RF', 'LF', 'RH', 'LH'],
  candidates: [
    ...offers('RH', 'lead', [
      ['broken', 'Hats: 1, & and a of each beat', on('hi-hat', '4.34')],
      ['hat', 'Hat sixteenths, one hand', on('hi-hat', '4234')],
      ['two-hands', 'Right hand of two: hats', on('hi-hat', '4.3.')],
      ['ride', 'Ride figure', on('ride', '4.34 .343')],
      ['snare', 'Snare sixteenths', on('snare', '4114 1141')],
    ]),
    ...offers('LH', 'comping', [
      ['figure', 'Cross-stick figure', on('snare', '.3.3 3.3. 3.3. .3.3', 'cross-stick')],
      ['ghosts', 'Left hand between', on('snare', '.1.1')],
      ['tom', 'Floor tom on 2', on('floor tom', '.... 4...')],
    ]),
    ...offers('LH', 'lead', [['two-hands', 'Left hand of two: hats between', on('hi-hat', '.2.4')]]),
    ...offers('RF', 'bass drum', [
      ['running', 'Bass on 1, a of 1, 2, a of 2', on('bass drum', '3..2 4..2')],
      ['heavy-two', 'Bass heavy on 2', on('bass drum', '2..1 5..1')],
      ['plain', 'Bass on 1, a of 1, 2', on('bass drum', '3..2 4...')],
    ]),
    ...offers('LF', 'hat foot', [
      ['offs', 'Hat foot on the &', on('hi-hat', '..3.', 'chick')],
      ['two', 'Hat foot on 2', on('hi-hat', '.... 3...', 'chick')],
      ['beats', 'Hat foot on both beats', on('hi-hat', '3...', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Even on paper; the sway is in the accents.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x..x x...',
      reason: 'The step and its pick-up carry the dance.',
    },
  ],
}

const BAIAO: StyleCard = {
  id: 'baiao',
  family: 'Brazil',
  name: 'Baião',
  about: 'A dance of the north-east of Brazil: the bass drum in three, three and two over the bar.',
  meter: meter(2, 4),
  slots: 4,
  writings: [
    { meter: meter(4, 4), times: 2 },
    { meter: meter(2, 2), times: 2 },
  ],
  swing: null,
  tempo: { from: 84, to: 126, usual: 104 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['offs', 'Hats, accents on &', on('hi-hat', '2.4.')],
      ['sixteenths', 'Hat sixteenths', on('hi-hat', '3242')],
      ['open', 'Hats opening on a', on('hi-hat', '3.2.'), on('hi-hat', '...4', 'open', 1)],
    ]),
    ...offers('LH', 'comping', [
      ['answer', 'Snare on a of 1 and & of 2', on('snare', '...3 ..3.')],
      ['cross', 'Cross-stick on & of 2', on('snare', '.... ..3.', 'cross-stick')],
      ['ghosts', 'Snare on & of 2, ghosts', on('snare', '.1.1 .13.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['figure', 'Bass on 1 and a of 1', on('bass drum', '4..4 ....')],
      ['pick-up', 'The same with a pick-up', on('bass drum', '4..4 ...2')],
      ['three-three-two', 'Bass in three, three and two', on('bass drum', '4..4 ..3.')],
    ]),
    ...offers('LF', 'hat foot', [
      ['offs', 'Hat foot on the &', on('hi-hat', '..3.', 'chick')],
      ['two', 'Hat foot on 2', on('hi-hat', '.... 3...', 'chick')],
      ['beats', 'Hat foot on both beats', on('hi-hat', '3...', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'The sixteenths are even.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x..x ....',
      reason: 'One and the a after it are the dance.',
    },
  ],
}

const SONGO: StyleCard = {
  id: 'songo',
  traits: ['1 left open'],
  family: 'Afro-Cuban',
  name: 'Songo',
  about: 'Cuban and free-handed: the bass drum off the beat, the left hand talking in ghosts.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 80, to: 116, usual: 96 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['quarters', 'Bell on the beats', on('ride', '4...', 'bell')],
      ['hat', 'Hats on the beats', on('hi-hat', '4...')],
      ['eighths', 'Bell eighths', on('ride', '4.2.', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      [
        'talking',
        'Cross-stick on 2, ghosts in 1 and 3',
        on('snare', '.1.. .... ..11 ....'),
        on('snare', '.... 4... .... ....', 'cross-stick'),
      ],
      [
        'tom',
        'Cross-stick and high tom',
        on('snare', '.... 3... .... ....', 'cross-stick'),
        on('high tom', '.... .... .... 3.3.'),
      ],
      ['bare', 'Cross-stick on 2', on('snare', '.... 4... .... ....', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['tumbao', 'Bass on a of 1, & of 2, a of 3, & of 4', on('bass drum', '...3 ..3. ...3 ..3.')],
      ['off', 'Bass on & of 2 and & of 4', on('bass drum', '.... ..3. .... ..3.')],
      ['a-one', 'Bass on a of 1, & of 2, & of 4', on('bass drum', '...3 ..3. .... ..3.')],
      ['pushed', 'Bass on & of 2, a of 3, & of 4', on('bass drum', '.... ..3. ...2 ..3.')],
    ]),
    ...offers('LF', 'hat foot', [
      ['beats', 'Hat foot quarters', on('hi-hat', '3...', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.... 3... .... 3...', 'chick')],
      ['one-three', 'Hat foot on 1 and 3', on('hi-hat', '3... .... 3... ....', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Between the cracks at times, but not swung.' },
    { kind: 'silent', limb: 'RF', beats: [1], reason: 'The bass drum stays off the 1: the bell has it.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: '.... ..x. .... ..x.',
      reason: 'The & of 2 and of 4 are the bass player’s notes too.',
    },
  ],
}

const TUMBAO: StyleCard = {
  id: 'tumbao-latin',
  traits: ['1 left open'],
  family: 'Afro-Cuban',
  name: 'Latin on a tumbao',
  about: 'A bell figure over two bars, toms where the conga would open, the bass drum with the bass.',
  meter: meter(4, 4),
  slots: 2,
  writings: [
    { meter: meter(2, 2), times: 1 },
    { meter: meter(2, 4), times: 0.5 },
  ],
  swing: null,
  tempo: { from: 150, to: 220, usual: 180 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['bell', 'Bell figure over two bars', on('ride', '4. 34 .3 43 .3 43 .3 43', 'bell')],
      ['quarters', 'Bell on 1 and 3', on('ride', '4. .. 4. ..', 'bell')],
      ['hat', 'Hat eighths', on('hi-hat', '43')],
    ]),
    ...offers('LH', 'comping', [
      [
        'tumbao',
        'Cross-stick on 2, tom on 4 and &',
        on('snare', '.. 4. .. ..', 'cross-stick'),
        on('high tom', '.. .. .. 33'),
      ],
      ['cross', 'Cross-stick on 2', on('snare', '.. 4. .. ..', 'cross-stick')],
      ['toms', 'Toms on 4 and its &', on('high tom', '.. .. .. 34')],
    ]),
    ...offers('RF', 'bass drum', [
      ['with-bass', 'Bass on & of 2', on('bass drum', '.. .3 .. ..')],
      ['and-four', 'Bass on & of 2 and 4', on('bass drum', '.. .3 .. 2.')],
      ['soft', 'Bass on & of 2, soft', on('bass drum', '.. .2 .. ..')],
    ]),
    ...FOOT_IN_CUT_TIME,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Straight eighths, felt in two.' },
    { kind: 'silent', limb: 'RF', beats: [1], reason: 'The tumbao leaves the 1 open.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: '.. .x .. ..',
      reason: 'The & of 2 is the tumbao’s first note.',
    },
  ],
}

const BELL_SIX: StyleCard = {
  id: 'afro-cuban-twelve',
  clave: { rhythm: 'bell', side: '3-2' },
  family: 'Afro-Cuban',
  name: 'Afro-Cuban 12/8',
  about: 'The long bell of seven strokes in twelve, the feet in four or in six against it.',
  meter: meter(12, 8),
  slots: 3,
  swing: null,
  tempo: { from: 126, to: 220, usual: 165 },
  order: ['RH', 'LF', 'RF', 'LH'],
  candidates: [
    ...offers('RH', 'lead', [
      ['bell', 'The long bell', on('ride', '4.3 .33 .3. 3.3', 'bell')],
      ['hat', 'The bell on the hats', on('hi-hat', '4.3 .33 .3. 3.3')],
      ['tom', 'The bell on the floor tom', on('floor tom', '4.3 .33 .3. 3.3')],
    ]),
    ...offers('LH', 'comping', [
      ['cross', 'Cross-stick on the beats between', on('snare', '... 3.. ... 3..', 'cross-stick')],
      ['gaps', 'Ghosts where the bell rests', on('snare', '.1. 1.. 1.1 .1.')],
      ['tom', 'High tom answers', on('high tom', '... ... ..3 .3.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on the first and third beat', on('bass drum', '3.. ... 3.. ...')],
      ['last', 'Bass on the third of each beat', on('bass drum', '..3')],
      ['four', 'Bass on every beat', on('bass drum', '3..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['four', 'Hat foot in four', on('hi-hat', '3..', 'chick')],
      ['six', 'Hat foot in six', on('hi-hat', '2.2 .2. 2.2 .2.', 'chick')],
      ['two-four', 'Hat foot on the second and fourth beat', on('hi-hat', '... 3.. ... 3..', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [{ kind: 'straight', reason: 'The twelve are even: two and three come out of them.' }],
}

export const LATIN: readonly StyleCard[] = [BOSSA, SAMBA, BAIAO, SONGO, TUMBAO, BELL_SIX]
