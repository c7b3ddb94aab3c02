import { watch } from 'vue'
import { aloud } from '#core/measure'
import { rungsOf } from '#core/practise'
import { useMeasuring } from '../stores/measuring'
import { usePlayer } from '../stores/player'
import { usePractice } from '../stores/practice'
import { useSettings } from '../stores/settings'

/** A player with sticks in hand does not read: what was measured of a stage is said aloud where that is wanted, and what comes next with its tempo. */
export function useVerdictAloud() {
  const practice = usePractice()
  const measuring = useMeasuring()
  const player = usePlayer()
  const settings = useSettings()

  function comes(): string {
    const { run, stage, next } = practice
    const rung = run && stage?.climb ? rungsOf(stage)[run.rung + 1] : undefined
    if (rung) return `Then ${Math.round(rung)}`
    if (!run || !next) return 'Done'
    return next.subject.kind === 'break'
      ? 'Next a break'
      : `Next stage ${run.index + 2} at ${Math.round(next.tempo.bpm)}`
  }
  const tell = (...sentences: string[]) => settings.verdictSpeaks && void player.tell(sentences.map(aloud))

  watch(
    () => practice.measured,
    now => now && tell(now.gist, comes()),
  )
  watch(
    () => practice.run?.phase,
    phase => phase === 'asking' && !measuring.on && tell(comes()),
  )
}
