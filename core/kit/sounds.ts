import type { PieceKind } from './kinds'
import type { StrokeKind } from './strokes'

/** The sounds there are; core/sound makes each of them, and a stroke of a kit may use any. */
export const SOUNDS = [
  'bass drum',
  'snare',
  'rim shot',
  'cross-stick',
  'snare buzz',
  'brush sweep',
  'brush tap',
  'closed hat',
  'open hat',
  'half-open hat',
  'loose hat',
  'tight hat',
  'foot hat',
  'splashed hat',
  'ride',
  'ride bell',
  'crash',
  'china',
  'splash cymbal',
  'tom',
  'floor tom',
  'timbale',
  'cowbell',
  'wood block',
  'tambourine',
  'claves',
  'shaker',
  'practice pad',
  'machine bass',
  'machine snare',
  'machine hat',
  'machine open hat',
  'hand clap',
] as const
export type SoundName = (typeof SOUNDS)[number]

/** Where a sound comes from: recordings that ship with Bazzet, where there is one, or arithmetic. */
export const SOUND_SETS = ['recorded', 'synthesised'] as const
export type SoundSet = (typeof SOUND_SETS)[number]

const USUAL: Record<PieceKind, { [kind in StrokeKind]?: SoundName } & { hit: SoundName }> = {
  snare: {
    hit: 'snare',
    'rim shot': 'rim shot',
    'cross-stick': 'cross-stick',
    buzz: 'snare buzz',
    sweep: 'brush sweep',
    tap: 'brush tap',
  },
  'hi-hat': {
    hit: 'closed hat',
    open: 'open hat',
    'half open': 'half-open hat',
    loose: 'loose hat',
    tight: 'tight hat',
    chick: 'foot hat',
    splash: 'splashed hat',
  },
  ride: { hit: 'ride', bell: 'ride bell' },
  crash: { hit: 'crash' },
  china: { hit: 'china' },
  splash: { hit: 'splash cymbal' },
  tom: { hit: 'tom' },
  'floor tom': { hit: 'floor tom' },
  'bass drum': { hit: 'bass drum' },
  timbale: { hit: 'timbale', 'rim shot': 'timbale' },
  cowbell: { hit: 'cowbell' },
  block: { hit: 'wood block' },
  tambourine: { hit: 'tambourine' },
  pad: { hit: 'practice pad', 'rim shot': 'practice pad', buzz: 'practice pad' },
}

/** What a stroke on a kind of piece sounds like when the kit says nothing else. @internal */
export const usualSound = (kind: PieceKind, stroke: StrokeKind): SoundName => USUAL[kind][stroke] ?? USUAL[kind].hit
