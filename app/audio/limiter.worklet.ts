import { Limiter } from '#core/signal'

// What a worklet’s own world has, which the library of a page’s types leaves out.
declare abstract class AudioWorkletProcessor {
  abstract process(inputs: Float32Array[][], outputs: Float32Array[][]): boolean
}
declare function registerProcessor(name: string, made: new () => AudioWorkletProcessor): void
declare const sampleRate: number

/** The limiter of core/signal as a node of the page's graph, two channels in and out. */
class LimiterProcessor extends AudioWorkletProcessor {
  private readonly limiter = new Limiter(2, sampleRate)

  process([input = []]: Float32Array[][], [output = []]: Float32Array[][]): boolean {
    output.forEach((channel, ear) => {
      const into = input[ear] ?? input[0]
      if (into) channel.set(into)
    })
    this.limiter.process(output)
    return true
  }
}
registerProcessor('limiter', LimiterProcessor)
