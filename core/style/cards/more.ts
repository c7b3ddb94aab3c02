import { meter } from '#core/time'
import type { StyleCard } from '../card'
import { LOUDNESS } from '../loudness'
import { BACKBEAT, hatFootRow, offers, on } from './write'

const HIP_HOP: StyleCard = {
  id: 'hip-hop',
  family: 'hip-hop and electronic',
  name: 'Hip-hop, swung sixteenths',
  about: 'A slow, dry beat: eighths on the hats, the sixteenths of the bass drum late and lazy.',
  meter: meter(4, 4),
  slots: 4,
  swing: { level: '1/16', share: 0.6 },
  tempo: { from: 76, to: 104, usual: 90 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '3.3.')],
      ['quarters', 'Hat quarters', on('hi-hat', '3...')],
      ['skips', 'Hat eighths with skips', on('hi-hat', '3.3. 3.32 3.3. 3.32')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['ghost', 'Backbeat, a ghost before 3', on('snare', '.... 5..1 .... 5...')],
      ['rim', 'Rim-shot backbeat', on('snare', '.... 5... .... 5...', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['lazy', 'Bass on 1, a of 2, & of 3', on('bass drum', '4... ...3 ..4. ....')],
      ['double', 'Bass on 1, a of 1, & of 3', on('bass drum', '4..3 .... ..4. ....')],
      ['plain', 'Bass on 1 and & of 3', on('bass drum', '4... .... ..4. ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'swung', level: '1/16', from: 0.53, to: 0.67, reason: 'The late sixteenth is the feel.' },
    BACKBEAT,
  ],
}

const SKA: StyleCard = {
  id: 'ska',
  family: 'Jamaica',
  name: 'Ska',
  about: 'Quick and light: the off-beats on the hats with the guitar, the backbeat with the bass drum or across it.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 100, to: 168, usual: 132 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['offs', 'Hats on every &', on('hi-hat', '.4')],
      ['eighths', 'Hat eighths, the & strong', on('hi-hat', '24')],
      ['ride', 'Ride on every &', on('ride', '.4')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.. 5. .. 5.')],
      ['cross-stick', 'Cross-stick backbeat', on('snare', '.. 4. .. 4.', 'cross-stick')],
      ['rim', 'Rim-shot backbeat', on('snare', '.. 5. .. 5.', 'rim shot')],
    ]),
    ...offers('RF', 'bass drum', [
      ['with', 'Bass with the backbeat', on('bass drum', '.. 4. .. 4.')],
      ['four', 'Bass on every beat', on('bass drum', '3.')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'The off-beats stand exactly between.' }, BACKBEAT],
}

const TWO_BEAT: StyleCard = {
  id: 'country-two-beat',
  family: 'country',
  name: 'Country two-beat',
  about: 'Bass drum on 1 and 3 with the bass, snare on 2 and 4, light eighths above.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 90, to: 200, usual: 124 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '32')],
      ['quarters', 'Hat quarters', on('hi-hat', '3.')],
      ['ride', 'Ride quarters', on('ride', '3.')],
    ]),
    ...offers('LH', 'backbeat', [
      ['cross-stick', 'Cross-stick on 2 and 4', on('snare', '.. 4. .. 4.', 'cross-stick')],
      ['backbeat', 'Backbeat', on('snare', '.. 4. .. 4.')],
      ['last', 'Backbeat, the last answered', on('snare', '.. 4. .. 43')],
    ]),
    ...offers('RF', 'bass drum', [
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4. .. 4. ..')],
      ['lift', 'Bass on 1, 3 and & of 4', on('bass drum', '4. .. 4. .3')],
      ['into-three', 'Bass on 1, & of 2, 3', on('bass drum', '4. .3 4. ..')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'Two steps, evenly.' },
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x. .. x. ..',
      reason: 'The bass drum walks with the bass on 1 and 3.',
    },
    { kind: 'backbeat', beats: [2, 4], reason: 'The snare lifts what the bass drum sets down.' },
  ],
}

const GOSPEL_TWELVE: StyleCard = {
  id: 'gospel-twelve',
  family: 'blues and gospel',
  name: 'Gospel in 12/8',
  about: 'A slow, wide 12/8: all eighths above, a heavy backbeat, the bass drum leading into it.',
  meter: meter(12, 8),
  slots: 3,
  swing: null,
  tempo: { from: 75, to: 135, usual: 96 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hats on all twelve', on('hi-hat', '422')],
      ['ride', 'Ride on all twelve', on('ride', '422')],
      ['long-short', 'Ride, long and short', on('ride', '4.3')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '... 5.. ... 5..')],
      ['ghosts', 'Backbeat with ghosts', on('snare', '..1 5.. ..1 5..')],
      ['last', 'Backbeat, the last answered', on('snare', '... 5.. ... 5.3')],
    ]),
    ...offers('RF', 'bass drum', [
      ['lead-in', 'Bass on 1, a of 2, 3', on('bass drum', '4.. ..3 4.. ...')],
      ['one-three', 'Bass on 1 and 3', on('bass drum', '4.. ... 4.. ...')],
      ['both', 'Bass on 1, a of 1, 3, a of 3', on('bass drum', '4.3 ... 4.3 ...')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '... 3.. ... 3..', 'chick')],
      ['beats', 'Hat foot on every beat', on('hi-hat', '3..', 'chick')],
      ['late', 'Hat foot on the last eighth of 4', on('hi-hat', '... ... ... ..3', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.ballad,
  constraints: [BACKBEAT],
}

const D_BEAT: StyleCard = {
  id: 'd-beat',
  family: 'rock',
  name: 'D-beat',
  about: 'Fast and driving: the bass drum doubled around the backbeat, the cymbal washing above.',
  meter: meter(4, 4),
  slots: 2,
  swing: null,
  tempo: { from: 150, to: 220, usual: 176 },
  order: ['RF', 'LH', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['crash', 'Ride quarters, loud', on('ride', '4.')],
      ['hats', 'Hat quarters', on('hi-hat', '4.')],
      ['bell', 'Bell quarters', on('ride', '4.', 'bell')],
    ]),
    ...offers('LH', 'backbeat', [
      ['backbeat', 'Backbeat', on('snare', '.. 5. .. 5.')],
      ['rim', 'Rim-shot backbeat', on('snare', '.. 5. .. 5.', 'rim shot')],
      ['answer', 'Backbeat, 4 answered', on('snare', '.. 5. .. 54')],
    ]),
    ...offers('RF', 'bass drum', [
      ['d', 'Bass on 1, & of 2, & of 3', on('bass drum', '4. .4 .4 ..')],
      ['full', 'Bass on 1, & of 1, & of 2, & of 3', on('bass drum', '44 .4 .4 ..')],
      ['turn', 'Bass on 1, & of 2, & of 3, & of 4', on('bass drum', '4. .4 .4 .4')],
    ]),
    ...hatFootRow(2),
  ],
  loudness: LOUDNESS.driving,
  constraints: [
    { kind: 'straight', reason: 'It runs straight ahead.' },
    BACKBEAT,
    {
      kind: 'keeps',
      limb: 'RF',
      piece: 'bass drum',
      row: 'x. .x .x ..',
      reason: 'The bass drum on both sides of 3 is the beat.',
    },
  ],
}

const CHA_CHA: StyleCard = {
  id: 'cha-cha',
  traits: ['quiet'],
  family: 'Afro-Cuban',
  name: 'Cha-cha',
  about: 'A bell on the beats, a cross-stick, and the tom where the conga would open on 4 and its &.',
  meter: meter(4, 4),
  slots: 2,
  writings: [{ meter: meter(2, 4), times: 0.5 }],
  swing: null,
  tempo: { from: 104, to: 136, usual: 120 },
  order: ['RH', 'LH', 'RF', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['bell', 'Bell on the beats', on('ride', '4.', 'bell')],
      ['offs', 'Bell on the beats, soft between', on('ride', '42', 'bell')],
      ['hats', 'Hats on the beats', on('hi-hat', '4.')],
    ]),
    ...offers('LH', 'comping', [
      [
        'conga',
        'Cross-stick on 2, tom on 4 and &',
        on('snare', '.. 3. .. ..', 'cross-stick'),
        on('high tom', '.. .. .. 33'),
      ],
      ['tom', 'Tom on 4 and &', on('high tom', '.. .. .. 33')],
      ['cross', 'Cross-stick on 2 and 4', on('snare', '.. 3. .. 3.', 'cross-stick')],
    ]),
    ...offers('RF', 'bass drum', [
      ['and-four', 'Bass on & of 2 and 4', on('bass drum', '.. .3 .. 3.')],
      ['and-two', 'Bass on & of 2', on('bass drum', '.. .3 .. ..')],
      ['one', 'Bass on 1 and & of 2', on('bass drum', '3. .3 .. ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['beats', 'Hat foot quarters', on('hi-hat', '3.', 'chick')],
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['one-three', 'Hat foot on 1 and 3', on('hi-hat', '3. .. 3. ..', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.latin,
  constraints: [{ kind: 'straight', reason: 'The dancers count it evenly.' }],
}

const DRUM_AND_BASS: StyleCard = {
  id: 'drum-and-bass',
  family: 'hip-hop and electronic',
  name: 'Drum and bass',
  about: 'Quick hats above, backbeat on 2 and 4 with ghosts in sixteenths, and the bass drum broken across 3.',
  meter: meter(4, 4),
  slots: 4,
  swing: null,
  tempo: { from: 160, to: 180, usual: 172 },
  order: ['LH', 'RF', 'RH', 'LF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['eighths', 'Hat eighths', on('hi-hat', '4.2.')],
      ['ride', 'Ride eighths', on('ride', '4.2.')],
      ['quarters', 'Hat quarters', on('hi-hat', '4...')],
    ]),
    ...offers('LH', 'backbeat', [
      ['ghosts', 'Backbeat, ghosts on a of 2 and e of 3', on('snare', '.... 5..1 .1.. 5...')],
      ['backbeat', 'Backbeat', on('snare', '.... 5... .... 5...')],
      ['broken', 'Backbeat, the last of two bars on & of 4', on('snare', '.... 5..1 .1.. 5..1 .... 5..1 .1.. ..5.')],
    ]),
    ...offers('RF', 'bass drum', [
      ['two-step', 'Bass on 1 and & of 3', on('bass drum', '4... .... ..4. ....')],
      ['broken', 'Bass on 1, & of 1, & of 3', on('bass drum', '4.3. .... ..4. ....')],
      ['one', 'Bass on 1', on('bass drum', '4... .... .... ....')],
    ]),
    ...hatFootRow(4),
  ],
  loudness: LOUDNESS.driving,
  constraints: [{ kind: 'straight', reason: 'At this speed there is no room to swing.' }, BACKBEAT],
}

const BRUSHED_BALLAD: StyleCard = {
  id: 'brushed-ballad',
  traits: ['quiet'],
  family: 'jazz',
  name: 'Brushed ballad',
  about: 'Sweeps that never stop, taps beneath them, the bass drum felt more than heard, the hat foot on 2 and 4.',
  meter: meter(4, 4),
  slots: 2,
  swing: { level: '1/8', share: 0.64 },
  tempo: { from: 50, to: 84, usual: 62 },
  order: ['RH', 'LF', 'LH', 'RF'],
  candidates: [
    ...offers('RH', 'lead', [
      ['taps', 'Brush taps, long and skip', on('snare', '3. 43 3. 43', 'tap')],
      ['ride', 'Ride, long and skip', on('ride', '3. 43 3. 43')],
      ['sweep', 'Sweep on every beat', on('snare', '3.', 'sweep')],
    ]),
    ...offers('LH', 'comping', [
      ['sweep', 'Sweep round, on every beat', on('snare', '3.', 'sweep')],
      ['halves', 'Sweep on 1 and 3', on('snare', '3. .. 3. ..', 'sweep')],
      ['taps', 'Taps on 2 and 4', on('snare', '.. 2. .. 2.', 'tap')],
      ['upbeats', 'Taps on & of 2 and & of 4', on('snare', '.. .2 .. .2', 'tap')],
    ]),
    ...offers('RF', 'bass drum', [
      ['feathered', 'Feathered on all four', on('bass drum', '1.')],
      ['one-three', 'Soft on 1 and 3', on('bass drum', '2. .. 2. ..')],
      ['one', 'Soft on 1', on('bass drum', '2. .. .. ..')],
    ]),
    ...offers('LF', 'hat foot', [
      ['two-four', 'Hat foot on 2 and 4', on('hi-hat', '.. 3. .. 3.', 'chick')],
      ['beats', 'Hat foot on every beat', on('hi-hat', '3.', 'chick')],
      ['four', 'Hat foot on 4', on('hi-hat', '.. .. .. 3.', 'chick')],
    ]),
  ],
  loudness: LOUDNESS.swinging,
  constraints: [
    { kind: 'swung', level: '1/8', from: 0.5, to: 0.7, reason: 'Slow time is wide, or even; the singer says which.' },
    { kind: 'keeps', limb: 'LF', piece: 'hi-hat', row: '.. .. .. x.', reason: 'The hat foot closes the bar.' },
  ],
}

export const MORE: readonly StyleCard[] = [
  HIP_HOP,
  SKA,
  TWO_BEAT,
  GOSPEL_TWELVE,
  D_BEAT,
  CHA_CHA,
  DRUM_AND_BASS,
  BRUSHED_BALLAD,
]
