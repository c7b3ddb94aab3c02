import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { readSoundFont, wavFacts, writeWav } from '#core/formats'
import { DEFAULT_KIT } from '#core/kit'
import { resampled } from '#core/signal'
import { levelsOf, renderSound, soundKey, withNotedSounds } from '#core/sound'
import { tone, writeSoundFont } from './soundfont'

const { WaveFile } = createRequire(import.meta.url)('wavefile') as typeof import('wavefile')

/** How high a sound is, in Hz, by its zero crossings upwards. */
const pitchOf = (samples: Float32Array, rate: number) => {
  const list = [...samples.keys()].filter(i => i > 0 && samples[i - 1]! < 0 && samples[i]! >= 0)
  return ((list.length - 1) * rate) / (list.at(-1)! - list[0]!)
}

describe('the drums of a SoundFont', () => {
  const font = writeSoundFont('Shed Kit', [
    { name: 'Soft Snare', keys: [38, 38], velocities: [0, 63], root: 38, samples: tone(200, 0.2, 4000) },
    { name: 'Loud Snare', keys: [38, 38], velocities: [64, 127], root: 38, samples: tone(200) },
    { name: 'Toms', keys: [41, 43], velocities: [0, 127], root: 41, samples: tone(100) },
  ])
  it('are its sounds by note and velocity, tuned as it says', () => {
    const read = readSoundFont(font)
    if (!read.ok) throw new Error(read.reason)
    expect(read.value.name).toBe('Shed Kit')
    expect(read.value.sounds.map(({ note, velocities, name }) => [note, velocities.from, velocities.to, name])).toEqual(
      [
        [38, 0, 63, 'Soft Snare'],
        [38, 64, 127, 'Loud Snare'],
        [41, 0, 127, 'Toms'],
        [42, 0, 127, 'Toms'],
        [43, 0, 127, 'Toms'],
      ],
    )
    // Two semitones over its root a sound is played 2^(2/12) times as fast.
    const high = read.value.sounds.find(one => one.note === 43)!
    expect(pitchOf(resampled(high.samples, high.rate / 44100), 44100)).toBeCloseTo(100 * 2 ** (2 / 12), 0)
    expect(Math.max(...read.value.sounds[1]!.samples)).toBeCloseTo(20000 / 32768, 1)
  })
  it('go to the strokes that have their notes, levels by velocity', () => {
    const read = readSoundFont(font)
    const { kit, strokes } = withNotedSounds(
      DEFAULT_KIT,
      (read.ok ? read.value.sounds : []).map((one, i) => ({ ...one, asset: String(i).repeat(64) })),
    )
    expect(kit.pieces.find(piece => piece.id === 'snare')!.strokes[0]!.own).toEqual([
      { asset: '0'.repeat(64), name: 'Soft Snare', level: 1 },
      { asset: '1'.repeat(64), name: 'Loud Snare', level: 4 },
    ])
    expect(strokes).toBe(
      kit.pieces.flatMap(piece => piece.strokes).filter(stroke => [38, 41, 42, 43].includes(stroke.note)).length,
    )
  })
  it.each([
    ['a WAV', writeWav(new Float32Array(100)), /no SoundFont 2 file/],
    ['one that is cut short', font.slice(0, font.length - 100), /cut short or damaged/],
    [
      'one of no drums',
      writeSoundFont('Organ', [{ name: 'Pipe', keys: [0, 127], velocities: [0, 127], root: 60, samples: tone(300) }]),
      /no sounds that notes of a drum kit/,
    ],
    ['nothing', new Uint8Array(), /no SoundFont 2 file/],
    ['a huge one', new Uint8Array(65 * 1024 * 1024), /has 65 MB; a SoundFont of up to 64 MB/],
  ])('%s is refused with a sentence', (_, bytes, reason) =>
    expect(readSoundFont(bytes)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  )
})

describe('a WAV file says what it is', () => {
  it.each([
    [8, 1, 11025],
    [16, 2, 44100],
    [24, 1, 48000],
    [32, 2, 96000],
  ])('%s bits, %s channels, %s Hz, as another program writes it', (bits, channels, rate) => {
    const file = new WaveFile()
    file.fromScratch(
      channels,
      rate,
      String(bits),
      Array.from({ length: channels }, () => Array.from({ length: rate / 10 }, () => 3)),
    )
    expect(wavFacts(file.toBuffer())).toEqual({
      ok: true,
      value: { rate, channels, bits, seconds: expect.closeTo(Math.floor(rate / 10) / rate, 3) },
    })
  })
  it.each([
    ['text', new TextEncoder().encode('Dear friend, this is no sound.'), /no WAV file/],
    ['half of one', writeWav(new Float32Array(1000)).slice(0, 900), /cut short or damaged/],
    ['an empty one', writeWav(new Float32Array(0)), /no sound in it/],
    ['one of a minute', writeWav(new Float32Array(44100 * 60)), /lasts 60 seconds/],
    ['a packed one', writeWav(new Float32Array(100)).with(20, 85), /packed in a way/],
  ])('%s is refused with a sentence', (_, bytes, reason) =>
    expect(wavFacts(bytes)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  )
})

describe('sounds of one’s own', () => {
  it('have levels by how loud they are', () => {
    expect(levelsOf([-20])).toEqual([4])
    expect(levelsOf([-30, -12, -11])).toEqual([2, 5, 5])
    expect(levelsOf([-40, -30, -20, -14, -8])).toEqual([1, 2, 3, 4, 5])
    expect(levelsOf([-10, -40, -25])).toEqual([5, 1, 3])
  })
  it('are heard in place of a stroke’s sound: the nearest level, its takes in turn', () => {
    const [soft, loud, again] = ['a', 'b', 'c'].map(letter => letter.repeat(64)) as [string, string, string]
    const snare = DEFAULT_KIT.pieces.find(piece => piece.id === 'snare')!
    const piece = {
      ...snare,
      strokes: snare.strokes.map(stroke =>
        stroke.kind === 'hit'
          ? {
              ...stroke,
              own: [
                { asset: soft, name: 's', level: 2 as const },
                { asset: loud, name: 'l', level: 5 as const },
                { asset: again, name: 'm', level: 5 as const },
              ],
            }
          : stroke,
      ),
    }
    expect(([1, 2, 3, 4, 5] as const).map(level => soundKey(piece, 'hit', level).own?.asset)).toEqual([
      soft,
      soft,
      soft,
      loud,
      loud,
    ])
    expect([0, 1, 2].map(take => soundKey(piece, 'hit', 5, take).own?.asset)).toEqual([loud, again, loud])
    const own = new Map([[loud, Float32Array.from(tone(440), x => x / 32768)]])
    expect(pitchOf(renderSound(soundKey(piece, 'hit', 5), { recordings: new Map(), own }), 44100)).toBeCloseTo(440, 0)
    // A file that is not there is synthesised.
    expect(renderSound(soundKey(piece, 'hit', 1), { recordings: new Map(), own })).toEqual(
      renderSound(soundKey(snare, 'hit', 1)),
    )
  })
})
