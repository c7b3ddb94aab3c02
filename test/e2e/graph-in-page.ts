import { Graph, guideName } from '../../app/audio/graph'
import type { Listening } from '#core/kit'
import { CueLine, type Performance, asHuman } from '#core/perform'
import { SAMPLE_RATE } from '#core/signal'
import {
  clickName,
  clickOf,
  renderChannels,
  renderClick,
  renderGuide,
  renderSound,
  soundKey,
  soundName,
  takeFor,
} from '#core/sound'

const energy = (samples: Float32Array): number => samples.reduce((sum, one) => sum + one * one, 0)

/** A performance through the page's own graph, offline, held against what core/sound renders of it: how far apart they are in each ear, in dB of what is heard. */
async function graphAgainstCore(performance: Performance, listening: Listening): Promise<number[]> {
  const line = new CueLine(performance)
  const context = new OfflineAudioContext(2, Math.round((line.ends - line.begins + 1) * SAMPLE_RATE), SAMPLE_RATE)
  const graph = new Graph(context, context.destination, listening)
  const kept = (name: string, render: () => Float32Array) =>
    graph.sounds.has(name) || graph.keep(name, render(), SAMPLE_RATE)
  for (const cue of line.between(-Infinity, Infinity)) {
    if (cue.kind === 'click') {
      const key = clickOf(cue, listening.click)
      kept(clickName(key), () => renderClick(key))
    } else if (cue.kind === 'guide') kept(guideName(cue.level), () => renderGuide(cue.level))
    else if (cue.piece) {
      const key = soundKey(cue.piece, cue.stroke, cue.level, takeFor(cue.tick, cue.lap))
      kept(soundName(key), () => renderSound(key))
    }
    const off = asHuman(cue, performance.human)
    const until = cue.until === undefined ? undefined : cue.until - line.begins
    graph.hand(cue, cue.seconds - line.begins + off.seconds, until, off.gain)
  }
  const played = await context.startRendering()
  const rendered = renderChannels(performance, { listening, bare: true })
  return [0, 1].map(ear => {
    const wanted = rendered[ear] ?? rendered[0]!
    const got = played.getChannelData(ear)
    const apart = got.map((sample, i) => sample - (wanted[i] ?? 0))
    return 10 * Math.log10(energy(apart) / energy(wanted.subarray(0, got.length)))
  })
}

Object.assign(globalThis, { graphAgainstCore })
