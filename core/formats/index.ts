export { fileName, readGrooveJson, readJson, writeGrooveJson, writeJson } from './json'
export { writeGrooveMidi, writePerformanceMidi } from './midi'
export { carriedGroove, withGroove } from './midi-own'
export { type LogRead, logCsv, readLogCsv } from './log-csv'
export { type Score, LARGEST_FILE, sayTooLarge } from './score'
export { type Keeps, readMidi } from './midi-read'
export { type Cut, cutsOf, sayNear } from './cut'
export { type FromScore, grooveFrom } from './groove-from'
export { writeTab } from './tab-write'
export { readTab } from './tab-read'
export { isZip, textFrom, unzipped } from './bytes'
export { writeMusicXml } from './musicxml-write'
export { readMusicXml } from './musicxml-read'
export {
  type SoundType,
  LARGEST_SOUND,
  SOUND_FORMATS,
  isSoundType,
  soundEnding,
  soundTypeName,
  soundTypeOf,
  soundTypeOfEnding,
} from './sound-types'
export { type WavBits, writeWav } from './wav'
export { wavFacts } from './wav-read'
export { LARGEST_FONT, readSoundFont } from './soundfont'
export { writeLanesSvg } from './lanes-svg'
export { readMidiStrokes } from './midi-strokes'
