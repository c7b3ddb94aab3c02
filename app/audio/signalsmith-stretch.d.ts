/** What of the package is used here; it comes without types. */
declare module 'signalsmith-stretch' {
  interface Change {
    active?: boolean
    /** Where in what was fed, in seconds. */
    input?: number
    rate?: number
    /** Between these it goes round, in seconds of what was fed; not at all where both are the same. */
    loopStart?: number
    loopEnd?: number
    /** From when on, in seconds of the audio clock: the package documents the first and goes by the second. */
    output: number
    outputTime: number
  }
  interface StretchNode extends AudioWorkletNode {
    schedule(change: Change): Promise<unknown>
    addBuffers(channels: Float32Array[], transfer: Transferable[]): Promise<number>
    dropBuffers(toSeconds?: number): Promise<unknown>
  }
  const make: { (context: AudioContext, options?: AudioWorkletNodeOptions): Promise<StretchNode>; moduleUrl?: string }
  export default make
  export type { StretchNode }
}
