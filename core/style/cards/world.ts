import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { FOOT_IN_CUT_TIME, FOOT_IN_TWO, bassInTwo, hatFootRow, offers, on } from './write'

const AFROBEAT: StyleCard = {
  id: 'afrobeat',
  family: 'West Africa',
  name: 'Afrobeat',
  about:
    'West African dance music: a broken hat line, the snare talking after the beat, the bass drum in short answers.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 96, to: 128, usual: 110 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['broken', 'Hats broken: 1, &, a of each beat', on('hi-hat', '3.33')],
      ['eighths', 'Hat eighths, the & strong', on('hi-hat', '2.4.')],
      ['beats', 'Hat eighths, the beat strong', on('hi-hat', '4.2.')],
    ]),
    ...offers('LH', 'comping', [
      ['talking', 'Snare on a of 2, & of 3, a of 4', on('snare', '.... ...3 ..3. ...3')],
      ['answers', 'Snare on & of 2 and e of 4', on('snare', '.... ..3. .... .3..')],
      ['cross', 'Cross-stick on a of 1 and & of 3', on('snare', '...3 .... ..3. ....', 'cross-stick')],
      ['ghosted', 'Snare on & of 2 and 4, ghosts between', on('snare', '.1.. ..3. .1.. 3...')],
    ]),
    ...offers('RF', 'bass drum', [
      ['answers', 'Bass on 1, & of 2, & of 3, a of 4', on('bass drum', '4... ..3. ..4. ...3')],
      ['one', 'Bass on 1 and a of 3', on('bass drum', '4... .... ...3 ....')],
      ['push', 'Bass on 1, a of 1, & of 3', on('bass drum', '4..3 .... ..4. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.latin,
  constraints: [{ kind: 'straight', reason: 'Sixteenths that are even; the weight of the hands makes them move.' }],
}

const MAMBO: StyleCard = {
  id: 'mambo-cascara',
  clave: { rhythm: 'son', side: '2-3' },
  family: 'Afro-Cuban',
  name: 'Mambo with cáscara',
  about:
    'The shell pattern over two bars in one hand, the clave or the cross-stick of 2 in the other, the bass drum with the bass.',
  meter: meter(4, 4),
  slots: 2,
  writings: [{ meter: meter(2, 2), times: 1 }],
  swing: null,
  tempo: { from: 160, to: 220, usual: 184 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['shell-two', 'Cáscara over two bars, two side first', on('floor tom', '4. 4. 34 .4 4. 34 .3 .3')],
      ['shell-three', 'Cáscara over two bars, three side first', on('floor tom', '4. 34 .3 .3 4. 4. 34 .4')],
      ['bell', 'Bell on 1 and 3', on('ride', '4. .. 4. ..', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      ['clave', 'Son clave, two side first', on('snare', '.. 4. 4. .. 4. .4 .. 4.', 'cross-stick')],
      [
        'two',
        'Cross-stick on 2, tom on 4 and &',
        on('snare', '.. 4. .. ..', 'cross-stick'),
        on('high tom', '.. .. .. 33'),
      ],
      ['cross', 'Cross-stick on 2', on('snare', '.. 4. .. ..', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['bombo', 'Bass on & of 2', on('bass drum', '.. .3 .. ..')],
      ['tumbao', 'Bass on & of 2 and 4', on('bass drum', '.. .3 .. 2.')],
      ['soft', 'Bass on & of 2, soft', on('bass drum', '.. .2 .. ..')],
    ]),
    ...FOOT_IN_CUT_TIME,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Even eighths, felt in two.' },
    { kind: 'silent', limb: 'RF', beats: [1], reason: 'The bass leaves the 1 open.' },
  ],
}

const MOZAMBIQUE: StyleCard = {
  id: 'mozambique',
  clave: { rhythm: 'rumba', side: '2-3' },
  family: 'Afro-Cuban',
  name: 'Mozambique',
  about:
    'A carnival rhythm: one bell line over two bars in the lead hand, the other hand plays the drums of the parade.',
  meter: meter(4, 4),
  slots: 2,
  writings: [{ meter: meter(2, 2), times: 1 }],
  swing: null,
  tempo: { from: 168, to: 252, usual: 200 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['bell', 'Bell line over two bars', on('ride', '4. 3. 4. 33 .4 .3 4. 3.', 'bell')],
      ['hat', 'The same on the hats', on('hi-hat', '4. 3. 4. 33 .4 .3 4. 3.')],
      ['quarters', 'Bell quarters', on('ride', '4. 3. 4. 3.', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      [
        'drums',
        'Snare on 2, high tom on 4 and its &, in bar 2 floor tom',
        on('snare', '.. 4. .. ..'),
        on('high tom', '.. .. .. 33 .. .. .. ..'),
        on('floor tom', '.. .. .. .. .. .. .. 43'),
      ],
      [
        'toms',
        'Cross-stick on 2, high tom on 4 and its &',
        on('snare', '.. 4. .. ..', 'cross-stick'),
        on('high tom', '.. .. .. 33'),
      ],
      ['clave', 'Rumba clave, two side first', on('snare', '.. 4. 4. .. 4. .4 .. .4', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['bombo', 'Bass on & of 2', on('bass drum', '.. .4 .. ..')],
      ['and-four', 'Bass on & of 2 and 4', on('bass drum', '.. .4 .. 3.')],
      ['answer', 'Bass on & of 2, and 1 of bar 2', on('bass drum', '.. .4 .. .. 3. .4 .. ..')],
    ]),
    ...FOOT_IN_CUT_TIME,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Even eighths, felt in two.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: '.. .x .. ..',
      reason: 'The bass drum on & of 2 is what the parade walks on.',
    },
  ],
}

const MERENGUE: StyleCard = {
  id: 'merengue',
  family: 'Caribbean',
  name: 'Merengue',
  about: 'Quick and in two: the scraper in eighths and sixteenths, rolls of the tambora, the bass drum on every beat.',
  meter: meter(2, 4),
  slots: 4,
  writings: [{ meter: meter(2, 2), times: 2 }],
  swing: null,
  tempo: { from: 110, to: 160, usual: 132 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['two-hands', 'Right hand of two: hat eighths', on('hi-hat', '3.2.')],
      ['scraper', 'Hats as the scraper, one hand: eighth and two sixteenths', on('hi-hat', '3.22')],
      ['bell', 'Bell on the beats', on('ride', '4...', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      ['tambora', 'Snare on & of 2 and a of 2', on('snare', '.... ..33')],
      ['cross', 'Cross-stick on 2, tom on its &', on('snare', '.... 3...', 'cross-stick'), on('high tom', '.... ..3.')],
      ['over-two', 'Tom answers over two bars', on('high tom', '.... ..3. ..3. 3.3.')],
    ]),
    ...offers('LH', 'lead', [['two-hands', 'Left hand of two: hats on a', on('hi-hat', '...2')]]),
    ...bassInTwo(['one', 'Bass on 1', '4... ....']),
    ...FOOT_IN_TWO,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Even, and a little ahead.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x... ....', reason: 'The dancers step on the 1.' },
  ],
}

const CUMBIA: StyleCard = {
  id: 'cumbia',
  family: 'Caribbean',
  name: 'Cumbia',
  about: 'The scraper says long and two short, the cross-stick falls after the beat, the bass drum stays on 1 and 3.',
  meter: meter(4, 4),
  slots: 2,
  writings: [{ meter: meter(2, 4), times: 0.5 }],
  swing: null,
  tempo: { from: 150, to: 220, usual: 184 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['scraper', 'Hats: quarter and two eighths', on('hi-hat', '4. 32')],
      ['ride', 'Ride: quarter and two eighths', on('ride', '4. 32')],
      ['offs', 'Hats on 2 and 4', on('hi-hat', '.. 4. .. 4.')],
    ]),
    ...offers('LH', 'comping', [
      ['cross', 'Cross-stick on 2 and 4', on('snare', '.. 3. .. 3.', 'cross-stick')],
      ['tom', 'Floor tom on & of 4', on('floor tom', '.. .. .. .3')],
      [
        'answers',
        'Cross-stick on 2, tom on 4 and its &',
        on('snare', '.. 3. .. ..', 'cross-stick'),
        on('high tom', '.. .. .. 33'),
      ],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '3. .. 3. ..')],
      ['four', 'Bass on 1, 3 and 4', on('bass drum', '3. .. 3. 3.')],
      ['soft', 'Bass on 1 and 3, soft', on('bass drum', '2. .. 2. ..')],
    ]),
    ...FOOT_IN_CUT_TIME,
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'The scraper is even.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x. .. x. ..', reason: 'One and three carry the step.' },
  ],
}

const SOCA: StyleCard = {
  id: 'soca',
  family: 'Caribbean',
  name: 'Soca',
  about: 'Carnival: bass drum on every beat, the snare in threes against it.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 108, to: 160, usual: 126 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['offs', 'Hats on every &', on('hi-hat', '..4.')],
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
      ['bell', 'Bell on every &', on('ride', '..4.', 'bell')],
    ]),
    ...offers('LH', 'comping', [
      ['threes', 'Snare in 3+3+2, without the 1', on('snare', '...4 ..4. ...4 ..4.')],
      ['rims', 'The same as rim shots', on('snare', '...4 ..4. ...4 ..4.', 'rim shot')],
      ['ghosted', 'The same, ghosts on e of 1 and 3', on('snare', '.1.4 ..4. .1.4 ..4.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['four', 'Bass on every beat', on('bass drum', '4...')],
      ['pushed', 'Bass on every beat, and a of 4', on('bass drum', '4... 4... 4... 4..3')],
      ['heavy', 'Bass on every beat, 1 and 3 heavy', on('bass drum', '4... 3... 4... 3...')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'Even sixteenths.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x...',
      reason: 'Four to the bar is what the road walks to.',
    },
    {
      kind: 'keeps',
      limb: 'LH',
      piece: 'snare',
      row: '...x ..x. ...x ..x.',
      reason: 'Three against the four of the bass drum is the style.',
    },
  ],
}

export const WORLD: readonly StyleCard[] = [AFROBEAT, MAMBO, MOZAMBIQUE, MERENGUE, CUMBIA, SOCA]
