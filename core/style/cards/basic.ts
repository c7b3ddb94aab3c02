import { SHARE, meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, offers, on } from './write'

const ROCK: StyleCard = {
  id: 'rock-eighths',
  family: 'rock',
  name: 'Rock eighths',
  about: 'Even eighths on a cymbal, a full backbeat, the bass drum with the riff.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 70, to: 160, usual: 104 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat-eighths', 'Hat eighths', on('hi-hat', '43')],
      ['hat-quarters', 'Hat quarters', on('hi-hat', '4.')],
      ['ride-eighths', 'Ride eighths', on('ride', '43')],
      ['ride-bell', 'Bell on the beats', on('ride', '4.', 'bell'), on('ride', '.3')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.. 5. .. 5.')],
      ['rim-shots', 'Rim-shot backbeat', on('snare', '.. 5. .. 5.', 'rim shot')],
      ['cross-stick', 'Cross-stick backbeat', on('snare', '.. 4. .. 4.', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
      ['one-three-and', 'Bass on 1, 3, & of 3', on('bass drum', '4. .. 44 ..')],
      ['push-three', 'Bass pushing 3', on('bass drum', '4. .4 4. ..')],
      ['skip-three', 'Bass around 3', on('bass drum', '4. .4 .4 ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['quarters', 'Hat foot quarters', on('hi-hat', '3.', 'chick')],
      ['off-beats', 'Hat foot off-beats', on('hi-hat', '.3', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'Rock eighths stand evenly; swung, it becomes a shuffle.' },
    BACKBEAT,
    { kind: 'tempo', from: 70, to: 160, reason: 'Slower wants sixteenths, faster wants quarters on the cymbal.' },
  ],
}

const FUNK: StyleCard = {
  id: 'funk-sixteenths',
  family: 'funk and soul',
  name: 'Funk sixteenths',
  about: 'A sixteenth grid, a hard backbeat with ghosts around it, the bass drum off the beat.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 76, to: 124, usual: 96 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat-eighths', 'Hat eighths', on('hi-hat', '3.4.')],
      ['hat-sixteenths', 'Hat sixteenths', on('hi-hat', '4232')],
      [
        'hat-open-end',
        'Hats, opening on & of 4',
        on('hi-hat', '3.4. 3.4. 3.4. 3...'),
        on('hi-hat', '.... .... .... ..4.', 'open', 2),
      ],
      ['hat-gallop', 'Hat gallop', on('hi-hat', '4.23')],
    ]),
    ...offers('LH', 'backbeat', [
      ['rim-shots', 'Backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
      ['answered', 'Backbeat with an answer', on('snare', '.... 5... .... 5.3.', 'rim shot')],
      ['cross-stick', 'Cross-stick backbeat', on('snare', '.... 4... .... 4...', 'cross-stick')],
    ]),
    ...offers('LH', 'ghosts', [
      ['ghosts-around', 'Ghosts', on('snare', '.... ...1 .1.. ...1')],
      ['ghosts-e-a', 'Ghosts on e and a', on('snare', '.1.1 ...1 .1.1 ...1')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-a-three', 'Bass on 1, a of 1, & of 3', on('bass drum', '4..3 .... ..4. ....')],
      ['one-and-two', 'Bass on 1, & of 2, & of 3', on('bass drum', '4... ..3. ..4. ....')],
      ['answers', 'Bass answering the snare', on('bass drum', '4.3. ...3 .34. ....')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.... 3... .... 3...', 'chick')],
      ['quarters', 'Hat foot quarters', on('hi-hat', '2...', 'chick')],
      ['off-beats', 'Hat foot off-beats', on('hi-hat', '..3.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'The sixteenths stand nearly even; a share up to 60 still passes.' },
    BACKBEAT,
    { kind: 'tempo', from: 76, to: 124, reason: 'The hand that plays the ghosts needs the time.' },
  ],
}

const SHUFFLE: StyleCard = {
  id: 'shuffle',
  family: 'blues and gospel',
  name: 'Shuffle',
  about: 'Long-short eighths in both hands or one, four in the bass drum, a heavy backbeat.',
  meter: meter(4, 4),
  slots: 2,
  swing: { level: '1/8', share: SHARE.triplet },
  tempo: { from: 80, to: 180, usual: 124 },
  order: ['RH', 'RF', 'LH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['hat-shuffle', 'Hat shuffle', on('hi-hat', '43')],
      ['ride-shuffle', 'Ride shuffle', on('ride', '43')],
      ['quarters', 'Hat quarters', on('hi-hat', '4.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.. 5. .. 5.')],
      ['both-hands', 'Shuffle under the backbeat', on('snare', '11 51 11 51')],
      ['pick-ups', 'Backbeat with pick-ups', on('snare', '.. 51 .. 51')],
    ]),
    ...offers('RF', 'bass drum', [
      ['four', 'Four to the bar', on('bass drum', '3.')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
      ['push-three', 'Bass pushing 3', on('bass drum', '4. .3 4. ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['quarters', 'Hat foot quarters', on('hi-hat', '3.', 'chick')],
      ['short-notes', 'Hat foot on the short notes', on('hi-hat', '.2', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    {
      kind: 'swung',
      level: '1/8',
      from: 0.6,
      to: 0.72,
      reason: 'Long-short is the shuffle: about two to one, tighter when fast.',
    },
    BACKBEAT,
    { kind: 'tempo', from: 80, to: 180, reason: 'Slower asks for a 12/8, faster loses the short note.' },
  ],
}

export const BASIC: readonly StyleCard[] = [ROCK, FUNK, SHUFFLE]
