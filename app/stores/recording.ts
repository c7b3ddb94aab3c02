import { defineStore } from 'pinia'
import { proxy } from 'comlink'
import { computed, ref, shallowRef } from 'vue'
import { replacing } from '#core/edit'
import { RECORDING_LIMITS, type Correction, type Recording, beatMapOf, corrected, readRecording } from '#core/recording'
import { api } from '../documents/api'
import { useOpenDocument } from '../documents/here'
import { decodedAsset, monoOf } from '../listen/sound'
import type { ListenWorker } from '../workers/listen.worker'
import { remoteWorker } from '../workers/remote'

const MINE = ' (mine)'

/** The recording that is open: its document, its sound, and what is heard in it. */
export const useRecording = defineStore('recording', () => {
  const open = useOpenDocument<'recording', Recording>(
    {
      kind: 'recording',
      rules: async () => ({ apply: replacing(readRecording), read: readRecording }),
      copied: (recording, id) => ({
        ...recording,
        id,
        title: recording.title.slice(0, RECORDING_LIMITS.title - MINE.length) + MINE,
      }),
    },
    api.recordings,
  )
  const sound = shallowRef<AudioBuffer>()
  const outline = shallowRef<Float32Array>()
  /** How far the listening has come, from 0 to 1; none while it is not listened to. */
  const heardSoFar = ref<number>()
  const failed = ref('')
  let mono: Float32Array | undefined
  let off = new AbortController()
  const worker = remoteWorker<ListenWorker>(
    () => new Worker(new URL('../workers/listen.worker.ts', import.meta.url), { type: 'module' }),
  )
  const map = computed(() => (open.document.value ? beatMapOf(open.document.value) : { beats: [], bars: [] }))

  function leaveSound() {
    off.abort()
    worker.end()
    sound.value = outline.value = mono = undefined
    heardSoFar.value = undefined
    failed.value = ''
  }

  /** Opens a recording: its document first, then its sound, its outline, and its beats where they were not found before. */
  async function openRecording(id: string) {
    leaveSound()
    off = new AbortController()
    await open.open(id)
    void load(open.here.value, off.signal)
  }
  async function load({ asset, heard }: Recording, signal: AbortSignal) {
    try {
      const decoded = await decodedAsset(asset.sha256, signal)
      const listened = await monoOf(decoded)
      if (signal.aborted) return
      sound.value = decoded
      mono = listened
      outline.value = await worker.remote.outline(listened)
      if (!heard) await listen()
    } catch (error) {
      if (!signal.aborted) failed.value = (error as Error).message
    }
  }

  /** Finds beats and bars; what the player has put right stays, and holds in what is found. */
  async function listen() {
    if (!mono || heardSoFar.value !== undefined) return
    const { signal } = off
    heardSoFar.value = 0
    try {
      const heard = await worker.remote.hear(
        mono,
        proxy(share => !signal.aborted && (heardSoFar.value = share)),
      )
      if (!signal.aborted && open.document.value) open.edit({ ...open.document.value, heard })
    } finally {
      if (!signal.aborted) heardSoFar.value = undefined
    }
  }
  /** Listening is called off; the recording can be played all the same. */
  function callOff() {
    worker.end()
    heardSoFar.value = undefined
  }
  const correct = (at: number, correction: Correction) => {
    const { value: recording } = open.document
    return recording && open.edit(corrected(recording, map.value, at, correction))
  }
  const change = (set: Partial<Recording>) => open.document.value && open.edit({ ...open.document.value, ...set })

  return {
    ...open,
    sound,
    outline,
    heardSoFar,
    failed,
    map,
    openRecording,
    listen,
    callOff,
    correct,
    change,
    leaveSound,
  }
})
