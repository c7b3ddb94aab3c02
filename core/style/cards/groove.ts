import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, hatFootRow, offers, on } from './write'

const LINEAR: StyleCard = {
  id: 'linear-funk',
  family: 'funk and soul',
  name: 'Linear funk',
  about: 'One limb at a time: hands and foot hand the sixteenths on to each other.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 76, to: 116, usual: 92 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['gaps', 'Hats in the gaps', on('hi-hat', '.3.. .3.3 .3.. .3.3')],
      ['sparse', 'Hats in fewer gaps', on('hi-hat', '.3.. ...3 .3.. ...3')],
      ['accents', 'Hats in the gaps, late ones strong', on('hi-hat', '.3.. .3.4 .3.. .3.4')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat and one ghost', on('snare', '...1 5... ...1 5...')],
      ['bare', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['rim', 'Rim-shot backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-and', 'Bass on 1 and &', on('bass drum', '4.3. .... 4.3. ....')],
      ['one-three', 'Bass on 1, & of 1, 3', on('bass drum', '4.3. .... 4... ....')],
      ['and-only', 'Bass on 1 and & of 3', on('bass drum', '4... .... ..4. ....')],
    ]),
    ...offers('LF', 'hat foot', [
      ['answers', 'Hat foot on & of 2 and 4', on('hi-hat', '.... ..2. .... ..2.', 'chick')],
      ['once', 'Hat foot on & of 4', on('hi-hat', '.... .... .... ..2.', 'chick')],
      ['two', 'Hat foot on & of 2', on('hi-hat', '.... ..2. .... ....', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'Evenness is what makes the line.' }, BACKBEAT],
}

const DISCO: StyleCard = {
  id: 'disco',
  family: 'funk and soul',
  name: 'Disco',
  about: 'Four to the bar, the hats opening on every &, claps on 2 and 4.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 108, to: 132, usual: 120 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['open-offs', 'Hats open on every &', on('hi-hat', '3...'), on('hi-hat', '..4.', 'open', 2)],
      ['offs', 'Hats on every &', on('hi-hat', '..4.')],
      [
        'two-hands',
        'Right hand of two: hats, and the snare on 2 and 4',
        on('hi-hat', '4.3. ..3. 4.3. ..3.'),
        on('snare', '.... 5... .... 5...'),
      ],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['rim', 'Rim-shot backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
      ['answer', 'Backbeat with an answer', on('snare', '.... 5... .... 5..2')],
    ]),
    ...offers('LH', 'lead', [['two-hands', 'Left hand of two: hats between', on('hi-hat', '.3.3')]]),
    ...offers('RF', 'bass drum', [
      ['four', 'Four to the bar', on('bass drum', '4...')],
      ['pick-up', 'Four and a pick-up', on('bass drum', '4... 4... 4... 4..3')],
      ['push', 'Four, doubling 3', on('bass drum', '4... 4... 4.3. 4...')],
    ]),
    ...offers('LF', 'hat foot', [
      ['closes', 'Hat foot closing on the beats', on('hi-hat', '3...', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.... 3... .... 3...', 'chick')],
      ['one-three', 'Hat foot on 1 and 3', on('hi-hat', '3... .... 3... ....', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The floor wants it even.' },
    BACKBEAT,
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x...', reason: 'Four to the bar, whatever else happens.' },
    { kind: 'tempo', from: 108, to: 132, reason: 'A walking pulse and a little more.' },
  ],
}

const SOUL: StyleCard = {
  id: 'soul',
  family: 'funk and soul',
  name: 'Soul',
  about: 'A snare on all four beats or a light backbeat, the bass drum talking with the bass guitar.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 70, to: 140, usual: 112 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat', 'Hat eighths', on('hi-hat', '34')],
      ['ride', 'Ride quarters', on('ride', '3.')],
      ['hat-quarters', 'Hat quarters', on('hi-hat', '4.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['four', 'Snare on all four', on('snare', '4.')],
      ['two-four', 'Backbeat', on('snare', '.. 4. .. 4.')],
      ['late', 'Backbeat, 4 answered', on('snare', '.. 4. .. 43')],
    ]),
    ...offers('RF', 'bass drum', [
      ['push', 'Bass on 1, & of 2, 3', on('bass drum', '4. .3 4. ..')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
      ['busy', 'Bass on 1, & of 2, & of 3', on('bass drum', '4. .3 .3 ..')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'Straight, if a little late.' }, BACKBEAT],
}

const SECOND_LINE: StyleCard = {
  id: 'second-line',
  family: 'street',
  name: 'Second line',
  about: 'A street parade on one kit: rolling snare accents over a bass drum that leans into 4.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.57 },
  tempo: { from: 80, to: 112, usual: 94 },
  order: ['RF', 'RH', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      [
        'over-two',
        'Snare accents over two bars, three and two',
        on('snare', '4... ..4. ..1. 4.1. ..1. 4... 4... ..1.'),
      ],
      ['clave', 'Snare accents in one bar, three and two', on('snare', '4..4 ..4. ..4. 4...')],
      ['rolling', 'Snare accents, filled', on('snare', '4.14 .14. 1.4. 4.1.')],
      ['ride', 'Ride accents', on('ride', '4..4 ..4. ..4. 4...')],
    ]),
    ...offers('LH', 'ghosts', [
      ['between', 'Left hand between', on('snare', '.1.. 1..1 .1.1 .1.1')],
      ['light', 'Left hand, few', on('snare', '.1.. .... .1.. .1..')],
      ['last', 'Left hand into the next bar', on('snare', '.... .... .... .1.1')],
    ]),
    ...offers('RF', 'bass drum', [
      ['big-four', 'Bass with a big 4', on('bass drum', '3..2 ..2. ..2. 5...')],
      [
        'over-two',
        'Bass over two bars, each with its big 4',
        on('bass drum', '3... ..3. .... 5... .... 3... 3... 5...'),
      ],
      ['plain', 'Bass on 1, a of 1, 4', on('bass drum', '3..3 .... .... 5...')],
      ['one-three-four', 'Bass on 1, 3 and 4', on('bass drum', '3... .... 3... 5...')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    {
      kind: 'swung',
      level: '1/16',
      from: 0.53,
      to: 0.64,
      reason: 'Between straight and swung: that is its whole secret.',
    },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: '.... .... .... x...',
      reason: 'The big 4 in the bass drum carries the walk.',
    },
  ],
}

export const GROOVE: readonly StyleCard[] = [LINEAR, DISCO, SOUL, SECOND_LINE]
