import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { offers, on } from './write'

const FIVE: StyleCard = {
  id: 'odd-five',
  family: 'odd meters',
  name: 'In five',
  about: '5/4 felt as three and two: the backbeat marks the turn.',
  meter: meter(5, 4),
  slots: 2,
  swing: null,
  tempo: { from: 90, to: 170, usual: 126 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['ride', 'Ride eighths', on('ride', '43 33 33 43 33')],
      ['hat', 'Hat eighths', on('hi-hat', '43 33 33 43 33')],
      ['quarters', 'Ride quarters', on('ride', '4. 3. 3. 4. 3.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['two-five', 'Snare on 3 and 5', on('snare', '.. .. 4. .. 5.')],
      ['four', 'Snare on 5', on('snare', '.. .. .. .. 5.')],
      ['ghosted', 'Snare on 3 and 5, ghosts', on('snare', '.. .1 4. .1 5.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-four', 'Bass on 1 and 4', on('bass drum', '4. .. .. 4. ..')],
      ['push', 'Bass on 1, & of 2, 4', on('bass drum', '4. .3 .. 4. ..')],
      ['three-two', 'Bass on 1, & of 3, 4', on('bass drum', '4. .. .3 4. ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-five', 'Hat foot on 2 and 5', on('hi-hat', '.. 3. .. .. 3.', 'chick')],
      ['quarters', 'Hat foot quarters', on('hi-hat', '2.', 'chick')],
      ['three-five', 'Hat foot on 3 and 5', on('hi-hat', '.. .. 3. .. 3.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'backbeat', beats: [5], reason: 'The last beat closes the two, and so the five.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x. .. .. x. ..',
      reason: 'One and four are where the three and the two begin.',
    },
  ],
}

const SEVEN: StyleCard = {
  id: 'odd-seven',
  family: 'odd meters',
  name: 'In seven',
  about: '7/8 as two, two and three, the long group last.',
  meter: meter(7, 8),
  slots: [2, 2, 3],
  swing: null,
  tempo: { from: 100, to: 220, usual: 160 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['groups', 'Ride on the groups', on('ride', '4.4.4.3')],
      ['eighths', 'Ride eighths', on('ride', '4343433')],
      ['hat', 'Hat eighths', on('hi-hat', '4343433')],
    ]),
    ...offers('LH', 'backbeat', [
      ['two', 'Snare on 2', on('snare', '..5....')],
      ['two-last', 'Snare on 2 and the last eighth', on('snare', '..5...4')],
      ['rim', 'Rim shot on 2', on('snare', '..5....', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4...4..')],
      ['push', 'Bass on 1, & of 2, 3', on('bass drum', '4..34..')],
      ['long', 'Bass on 1, 3 and & of 3', on('bass drum', '4...43.')],
    ]),
    ...offers('LF', 'hat foot', [
      ['groups', 'Hat foot on the groups', on('hi-hat', '3.3.3..', 'chick')],
      ['two', 'Hat foot on 2', on('hi-hat', '..3....', 'chick')],
      ['two-last', 'Hat foot on 2 and the last eighth', on('hi-hat', '..3...3', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The eighth is the pulse, so it stays even.' },
    { kind: 'backbeat', beats: [2], reason: 'The second two answers the first.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x...x..',
      reason: 'The bar and its long group begin with the bass drum.',
    },
  ],
}

const SEVEN_LONG_FIRST: StyleCard = {
  id: 'odd-seven-long-first',
  family: 'odd meters',
  name: 'In seven, the long group first',
  about:
    '7/8 as three, two and two, as a folk dance has it: the bass drum on the long step, the snare on the short ones.',
  meter: meter(7, 8, [3, 2, 2]),
  slots: [3, 2, 2],
  swing: null,
  tempo: { from: 100, to: 220, usual: 150 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['groups', 'Ride on the groups, and the third eighth', on('ride', '4.34.4.')],
      ['eighths', 'Ride eighths', on('ride', '4334343')],
      ['hat', 'Hat eighths', on('hi-hat', '4334343')],
    ]),
    ...offers('LH', 'comping', [
      ['short', 'Snare on 2 and 3', on('snare', '...4.4.')],
      ['two', 'Snare on 2', on('snare', '...4...')],
      ['answered', 'Snare on 2 and 3, soft before them', on('snare', '..14.4.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one', 'Bass on 1', on('bass drum', '4......')],
      ['third', 'Bass on 1 and the third eighth', on('bass drum', '4.3....')],
      ['last', 'Bass on 1 and the last eighth', on('bass drum', '4.....3')],
    ]),
    ...offers('LF', 'hat foot', [
      ['groups', 'Hat foot on the groups', on('hi-hat', '3..3.3.', 'chick')],
      ['short', 'Hat foot on 2 and 3', on('hi-hat', '...3.3.', 'chick')],
      ['two', 'Hat foot on 2', on('hi-hat', '...3...', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [
    { kind: 'straight', reason: 'The eighth is the pulse, so it stays even.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x......', reason: 'The long step begins the bar.' },
  ],
}

const NINE: StyleCard = {
  id: 'odd-nine',
  family: 'odd meters',
  name: 'In nine',
  about: '9/8 as two, two, two and three, as a folk dance has it: three even steps and a long one.',
  meter: meter(9, 8, [2, 2, 2, 3]),
  slots: [2, 2, 2, 3],
  swing: null,
  tempo: { from: 100, to: 220, usual: 160 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['groups', 'Ride on the groups, and the last eighth', on('ride', '4.4.4.4.3')],
      ['eighths', 'Ride eighths', on('ride', '434343433')],
      ['hat', 'Hat eighths', on('hi-hat', '434343433')],
    ]),
    ...offers('LH', 'backbeat', [
      ['two-four', 'Snare on 2 and 4', on('snare', '..5...5..')],
      ['rim', 'Rim shots on 2 and 4', on('snare', '..5...5..', 'rim shot')],
      ['answered', 'Snare on 2 and 4, the last eighth soft', on('snare', '..5...5.2')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4...4....')],
      ['last', 'Bass on 1, 3 and the last eighth', on('bass drum', '4...4...3')],
      ['one', 'Bass on 1', on('bass drum', '4........')],
    ]),
    ...offers('LF', 'hat foot', [
      ['groups', 'Hat foot on the groups', on('hi-hat', '3.3.3.3..', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '..3...3..', 'chick')],
      ['four', 'Hat foot on 4', on('hi-hat', '......3..', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The eighth is the pulse, so it stays even.' },
    { kind: 'backbeat', beats: [2, 4], reason: 'The snare on the long group says where the bar ends.' },
    { kind: 'keeps', limb: 'RF', piece: 'bass drum', row: 'x........', reason: 'The bar begins with the bass drum.' },
  ],
}

export const ODD: readonly StyleCard[] = [FIVE, SEVEN, SEVEN_LONG_FIRST, NINE]
