/** @module-tag long */
import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { parseMidi } from 'midi-file'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { makePassage, passes } from '#core/perform'
import { renderPerformance } from '#core/sound'
import { STYLE_CARDS, beginStyle } from '#core/style'
import { meter } from '#core/time'
import { writeGrooveMidi, writeLanesSvg, writeMusicXml, writePerformanceMidi, writeWav } from '.'
import { readXml } from './xml'

// What others make of the files: programs of Debian’s where they are installed, and a package that reads WAV.
const { WaveFile } = createRequire(import.meta.url)('wavefile') as typeof import('wavefile')
const folder = mkdtempSync(join(tmpdir(), 'bazzet-formats-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const there = (program: string) => !spawnSync(program, ['--version']).error

const bars = makeBars(meter(7, 8, [3, 2, 2]), 2, [3, 2, 2])
const groove = makeGroove({
  id: 'g',
  title: 'Wet “Rope” & <co>',
  bars,
  tempo: { bpm: 90, counts: '1/4' },
  parts: [
    makePart({
      id: 'hat',
      name: 'Hats',
      role: 'lead',
      limb: 'RH',
      strokes: [
        ...rowStrokes(bars, '3.3.3.3...3.3.', { piece: 'hi-hat' }).slice(0, -1),
        { at: 6 * 2520, piece: 'hi-hat', stroke: 'open', level: 4 },
      ],
    }),
    makePart({
      id: 'snare',
      name: 'Snare',
      role: 'backbeat',
      limb: 'LH',
      strokes: [
        { at: 7560, piece: 'snare', stroke: 'rim shot', level: 5, ornament: 'flam' },
        { at: 12600, piece: 'snare', stroke: 'hit', level: 1 },
      ],
    }),
    makePart({
      id: 'bass',
      name: 'Bass',
      role: 'bass drum',
      limb: 'RF',
      strokes: rowStrokes(bars, '4......4......', { piece: 'bass drum' }),
    }),
  ],
})
const styles = STYLE_CARDS.map(card =>
  beginStyle(card, {
    id: card.id,
    title: card.name,
    bars: 2,
    bare: false,
    lead: 'right',
    kitId: 'five-piece',
    hands: 'crossed',
    newId: i => `p${i}`,
  }),
)

describe('MIDI as another program reads it', () => {
  it.skipIf(!there('midicsv'))('midicsv finds the meter, the tempo and every note at its tick', () => {
    const path = join(folder, 'g.mid')
    writeFileSync(path, writeGrooveMidi(groove, DEFAULT_KIT, { tracks: 'limbs' }))
    const lines = execFileSync('midicsv', [path])
      .toString()
      .split('\n')
      .map(line => line.split(', '))
    expect(lines.find(line => line[2] === 'Header')?.slice(3)).toEqual(['1', '4', '5040'])
    expect(lines.find(line => line[2] === 'Time_signature')?.slice(3, 5)).toEqual(['7', '3'])
    expect(lines.find(line => line[2] === 'Tempo')?.[3]).toBe(String(Math.round(60e6 / 90)))
    const notes = lines.filter(line => line[2] === 'Note_on_c' && line[5] !== '0').map(line => `${line[1]} ${line[4]}`)
    // A flam has no room before 1 here, so bars begin at 0: the bass drum on 1 of both bars.
    expect(notes).toContain('0 36')
    expect(notes).toContain('17640 36')
    expect(notes.filter(note => note.endsWith(' 40'))).toHaveLength(2) // the flam’s grace note and its stroke
  })

  it('a phrase’s sections have their tempos and meters where they begin', () => {
    const four = makeGroove({
      id: 'f',
      title: 'F',
      bars: makeBars(meter(4, 4), 1, 4),
      tempo: { bpm: 120, counts: '1/4' },
      parts: [
        makePart({
          id: 'b',
          name: 'B',
          limb: 'RF',
          strokes: [
            { at: 0, piece: 'bass drum', stroke: 'hit', level: 3 },
            { at: 10080, piece: 'bass drum', stroke: 'hit', level: 3 },
          ],
        }),
      ],
    })
    const file = parseMidi(
      writePerformanceMidi(
        {
          countIn: 0,
          passages: [
            makePassage({ id: 'a', groove: four, kit: DEFAULT_KIT, times: 2 }),
            makePassage({ id: 'b', groove, kit: DEFAULT_KIT, tempo: { bpm: 90, counts: '1/4' } }),
          ],
        },
        'Both',
      ),
    )
    const timed = (events: (typeof file.tracks)[number]) => {
      let now = 0
      return events.map(event => ({ ...event, at: (now += event.deltaTime) }))
    }
    const told = timed(file.tracks[0]!)
    expect(
      told.flatMap(event =>
        event.type === 'setTempo' ? [[event.at, Math.round(60e6 / event.microsecondsPerBeat)]] : [],
      ),
    ).toEqual([
      [0, 120],
      [40320, 90],
    ])
    expect(
      told.flatMap(event =>
        event.type === 'timeSignature' ? [[event.at, `${event.numerator}/${event.denominator}`]] : [],
      ),
    ).toEqual([
      [0, '4/4'],
      [40320, '7/8'],
    ])
    const bass = timed(file.tracks[1]!).flatMap(event =>
      event.type === 'noteOn' && event.noteNumber === 36 ? [event.at] : [],
    )
    expect(bass).toEqual([0, 10080, 20160, 30240, 40320, 57960])
  })
})

describe('MusicXML as another program reads it', () => {
  it.skipIf(!there('musicxml2ly'))(
    'musicxml2ly takes every style that ships, and finds its drums and bars',
    () => {
      for (const one of [groove, ...styles.filter((_, i) => i % 6 === 0)]) {
        const path = join(folder, `${one.id}.musicxml`)
        writeFileSync(path, writeMusicXml(one, DEFAULT_KIT))
        const run = spawnSync('musicxml2ly', ['-o', join(folder, `${one.id}.ly`), path])
        expect(`${run.stderr.toString()}`, one.id).not.toMatch(/Traceback|not well-formed|rror:/)
        const made = readFileSync(join(folder, `${one.id}.ly`), 'utf8')
        expect(made, one.id).toContain('\\clef "percussion"')
        // Every bar of both voices is there, and it found none that is too long or too short.
        expect(made.match(/\| % \d+/g)?.length, one.id).toBe(2 * one.bars.length)
      }
    },
    120_000,
  )

  it('in every style, each voice fills each bar to the tick', () => {
    for (const one of styles) {
      const root = readXml(writeMusicXml(one, DEFAULT_KIT), 'file')
      if (!root.ok) throw new Error(root.reason)
      const measures = root.value.children.find(child => child.name === 'part')!.children
      measures.forEach((measure, bar) => {
        const length = (one.bars[bar]!.meter.count * 20160) / one.bars[bar]!.meter.unit
        for (const voice of ['1', '2']) {
          const notes = measure.children.filter(
            note =>
              note.name === 'note' &&
              note.children.some(child => child.name === 'voice' && child.text === voice) &&
              !note.children.some(child => child.name === 'chord' || child.name === 'grace'),
          )
          expect(
            notes.reduce((sum, note) => sum + Number(note.children.find(child => child.name === 'duration')!.text), 0),
            `${one.id}, bar ${bar + 1}, voice ${voice}`,
          ).toBe(length)
        }
      })
    }
  })
})

describe('WAV as a package reads it', () => {
  const tone = Float32Array.from({ length: 4410 }, (_, i) => Math.sin(i / 20) * 0.5)
  it.each([16, 24] as const)('in %i bits each sample is what was written, to half a step', bits => {
    const file = new WaveFile(writeWav(tone, { bits }))
    expect(file.fmt).toMatchObject({ numChannels: 1, sampleRate: 44100, bitsPerSample: bits })
    const full = 2 ** (bits - 1) - 1
    const samples = file.getSamples(false, Int32Array) as unknown as Int32Array
    expect(samples).toHaveLength(tone.length)
    expect(Math.max(...tone.map((sample, i) => Math.abs(samples[i]! - sample * full)))).toBeLessThanOrEqual(0.51)
  })
  it('of two channels each is what was written', () => {
    const other = tone.map(sample => -sample / 2)
    const file = new WaveFile(writeWav([tone, other]))
    expect(file.fmt).toMatchObject({ numChannels: 2, blockAlign: 4, byteRate: 4 * 44100 })
    const [left, right] = file.getSamples(false, Int16Array) as unknown as [Int16Array, Int16Array]
    expect([left[100], right[100], right.length]).toEqual([
      Math.round(tone[100]! * 32767),
      Math.round(other[100]! * 32767),
      tone.length,
    ])
  })
  it('what is over full scale is held there', () => {
    const samples = new WaveFile(writeWav(Float32Array.of(2, -2, Number.NaN))).getSamples(
      false,
      Int16Array,
    ) as unknown as Int16Array
    expect([...samples]).toEqual([32767, -32767, 0])
  })

  it('each stroke begins at its sample; stems have one limb each, and together make the whole where nothing is bent', () => {
    const kick = makeGroove({
      id: 'k',
      title: 'K',
      bars: makeBars(meter(4, 4), 1, 4),
      tempo: { bpm: 60, counts: '1/4' },
      parts: [
        makePart({
          id: 'b',
          name: 'B',
          limb: 'RF',
          strokes: [
            { at: 0, piece: 'bass drum', stroke: 'hit', level: 3 },
            { at: 10080, piece: 'bass drum', stroke: 'hit', level: 3 },
          ],
        }),
        makePart({ id: 's', name: 'S', limb: 'LH', strokes: [{ at: 5040, piece: 'snare', stroke: 'hit', level: 2 }] }),
      ],
    })
    const performance = passes(kick, DEFAULT_KIT)
    const file = new WaveFile(writeWav(renderPerformance(performance)))
    const samples = file.getSamples(false, Int16Array) as unknown as Int16Array
    // From silence to sound: at 0, 1 and 2 seconds, within 2 ms.
    const onsets: number[] = []
    for (let i = 0, quiet = Infinity; i < samples.length; i++) {
      if (Math.abs(samples[i]!) < 40) quiet++
      else {
        if (quiet > 4410) onsets.push(i / 44100)
        quiet = 0
      }
    }
    expect(onsets).toHaveLength(3)
    for (const [i, second] of [0, 1, 2].entries()) expect(Math.abs(onsets[i]! - second)).toBeLessThan(0.002)
    const [foot, hand, whole] = [
      renderPerformance(performance, { stem: 'RF' }),
      renderPerformance(performance, { stem: 'LH' }),
      renderPerformance(performance),
    ]
    expect(foot.length).toBe(whole.length)
    expect(whole.every((sample, i) => Math.abs(sample - foot[i]! - hand[i]!) < 1e-5)).toBe(true)
    expect(foot.slice(44100, 66150).some(sample => Math.abs(sample) > 0.05)).toBe(false)
  })
})

describe('SVG of the lanes', () => {
  it('is well-formed, says its title, has a stick for every stroke, and needs nothing from outside', () => {
    const text = writeLanesSvg(groove, DEFAULT_KIT)
    const root = readXml(text, 'file')
    expect(root.ok && root.value.name).toBe('svg')
    expect(text).toContain('<title>Wet “Rope” &amp; &lt;co&gt;</title>')
    // A stick is a line from its lane's floor; what a flam has before it is another.
    const lines = [...text.matchAll(/data-limb="RH"[^>]*><path d="([^"]*)"/g)][0]![1]!
    expect(lines.match(/M/g)).toHaveLength(groove.parts[0]!.strokes.length)
    expect(text.replace('http://www.w3.org/2000/svg', '')).not.toMatch(/https?:|url\(/)
  })
})
