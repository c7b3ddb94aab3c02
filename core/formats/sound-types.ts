/** The formats of sound that are kept, by their media type: what a player calls one, what its files end in, and how one begins. */
const SOUND_TYPES = {
  'audio/wav': {
    name: 'WAV',
    ending: 'wav',
    begins: (head: Uint8Array) => says(head, 0, 'RIFF') && says(head, 8, 'WAVE'),
  },
  'audio/flac': { name: 'FLAC', ending: 'flac', begins: (head: Uint8Array) => says(head, 0, 'fLaC') },
  'audio/ogg': { name: 'Ogg', ending: 'ogg', begins: (head: Uint8Array) => says(head, 0, 'OggS') },
  'audio/mp4': { name: 'M4A', ending: 'm4a', begins: (head: Uint8Array) => says(head, 4, 'ftyp') },
  // Either the words about the song come first, or a frame: eleven bits that are set, then a layer that is not 0.
  'audio/mpeg': {
    name: 'MP3',
    ending: 'mp3',
    begins: (head: Uint8Array) =>
      says(head, 0, 'ID3') || (head[0] === 0xff && (head[1]! & 0xe0) === 0xe0 && (head[1]! & 6) !== 0),
  },
} as const

export type SoundType = keyof typeof SOUND_TYPES
const NAMES = Object.keys(SOUND_TYPES) as SoundType[]

const says = (bytes: Uint8Array, at: number, word: string) =>
  [...word].every((letter, i) => bytes[at + i] === letter.charCodeAt(0))

/** The largest sound that is kept, in bytes: a quarter of an hour of stereo at CD quality, and some. */
export const LARGEST_SOUND = 200 * 1024 ** 2

/** The formats of sound that are kept, as a sentence lists them. */
export const SOUND_FORMATS = 'WAV, FLAC, MP3, Ogg or M4A'

/**
 * The format of a sound, by its first twelve bytes and not by its name; undefined for what is none of those that are kept.
 * @example soundTypeOf(Uint8Array.of(0x66, 0x4C, 0x61, 0x43)) // => 'audio/flac'
 */
export const soundTypeOf = (head: Uint8Array): SoundType | undefined =>
  NAMES.find(name => SOUND_TYPES[name].begins(head))

/**
 * Whether a word is the media type of a format that is kept.
 * @example [isSoundType('audio/wav'), isSoundType('audio/midi')] // => [true, false]
 */
export const isSoundType = (word: unknown): word is SoundType => NAMES.includes(word as SoundType)

/**
 * What a player calls a format of sound.
 * @example soundTypeName('audio/mpeg') // => 'MP3'
 */
export const soundTypeName = (type: SoundType): string => SOUND_TYPES[type].name

/**
 * What the names of files of a format end in.
 * @example soundEnding('audio/mp4') // => 'm4a'
 */
export const soundEnding = (type: SoundType): string => SOUND_TYPES[type].ending

/**
 * The format that files of such a name have, as an archive names them.
 * @example soundTypeOfEnding('flac') // => 'audio/flac'
 */
export const soundTypeOfEnding = (ending: string): SoundType | undefined =>
  NAMES.find(name => SOUND_TYPES[name].ending === ending)
