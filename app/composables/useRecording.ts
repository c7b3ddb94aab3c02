import { ref } from 'vue'
import {
  type LogEntry,
  type Material,
  type Plan,
  type Stage,
  allOf,
  entryOf,
  grooveOf,
  limbsBy,
  plainTempo,
  playsWhole,
  stagePerformance,
  titleOf,
} from '#core/practise'
import { present } from '#core/present'
import { newId } from '~/documents/ids'
import { calendarDay } from '~/practise/day'
import { useOutbox } from '~/practise/outbox'
import { useMeasuring } from '~/stores/measuring'

/** A stage that was recorded elsewhere: a MIDI file of it is measured, and goes into the log like a stage that was run. */
export function useRecording() {
  const toast = useToast()
  const measuring = useMeasuring()
  const outbox = useOutbox()
  const working = ref(false)

  /** Measures a file and answers the entry that was made of it; what is wrong with the file is said, and nothing is kept. */
  async function measureFile(file: File, plan: Plan, stage: Stage, material: Material): Promise<LogEntry | undefined> {
    const groove = grooveOf(stage.subject, material)
    const performance = stagePerformance(stage, material)
    if (!groove || !performance) return undefined
    working.value = true
    try {
      const found = await measuring.ofRecording(
        new Uint8Array(await file.arrayBuffer()),
        material.kitOf(groove.kitId),
        performance,
      )
      if (!found.ok)
        return void toast.add({
          title: `“${file.name}” was not measured`,
          description: found.reason,
          color: 'error',
          duration: 20000,
        })
      const at = new Date()
      const entry = entryOf(
        {
          type: 'write',
          entry: 0,
          stage,
          tempo: plainTempo(stage.tempo),
          seconds: found.value.seconds,
          cut: false,
          word: null,
        },
        {
          id: newId(),
          at: at.toISOString(),
          day: calendarDay(at),
          planId: plan.id,
          sessionId: null,
          revision: null,
          title: titleOf(stage.subject, material),
          limbs: limbsBy(present(allOf(stage, material), 'part'), stage, 'player'),
          whole: playsWhole(stage, material),
          measures: found.value.measures,
        },
      )
      const failed = await outbox.put(entry)
      if (failed)
        toast.add({
          title: 'It waits in this browser until the server answers.',
          description: failed,
          color: 'warning',
        })
      return entry
    } finally {
      working.value = false
    }
  }
  return { measureFile, working }
}
