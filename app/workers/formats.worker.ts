import { expose } from 'comlink'
import { type Opened, type ReadArchive, openFile } from '#core/documents'
import {
  type Cut,
  type FromScore,
  type Keeps,
  LARGEST_FILE,
  type Score,
  cutsOf,
  grooveFrom,
  isZip,
  sayTooLarge,
} from '#core/formats'
import type { Kit, Limb } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import { type Counting, type Tempo, writeMeter } from '#core/time'

/** What of a score the page shows; the score itself stays in the worker. */
interface ScoreFacts {
  format: string
  title: string
  bars: number
  meters: string[]
  strokes: number
  tempo: Tempo
  tempos: number[]
  /** How it was played, where somebody played it. */
  played: string[] | undefined
  doubts: string[]
}

/** A file as it was found, and where it is a score, the stretches of it that could be grooves. */
export type Found = Result<
  | { holds: 'score'; score: ScoreFacts; cuts: Cut[] }
  | { holds: 'archive'; archive: ReadArchive }
  | Exclude<Opened, { holds: 'score' }>
>

/** What the grooves of a score are made with: whose kit, which hand leads, the player’s counting, and limbs chosen by hand. */
interface Making {
  kit: Kit
  lead: 'right' | 'left'
  counting: Counting
  fixed: readonly (readonly [number, Limb])[]
}

/** The score that was opened last. */
let score: Score | undefined

const worker = {
  async open(file: Blob, name: string, kit: Kit, keeps: Keeps): Promise<Found> {
    if (isZip(new Uint8Array(await file.slice(0, 4).arrayBuffer()))) {
      const { archiveIn } = await import('../documents/archive-file')
      const archive = await archiveIn(file)
      if (archive) return archive.ok ? ok({ holds: 'archive', archive: archive.value }) : archive
    }
    if (file.size > LARGEST_FILE) return refuse(sayTooLarge(file.size))
    const found = openFile(new Uint8Array(await file.arrayBuffer()), name, kit, keeps)
    if (!found.ok) return found
    const opened = found.value
    if (opened.holds !== 'score') return ok(opened)
    score = opened.score
    const { title, bars, strokes, tempo, tempos, played, doubts } = score
    return ok({
      holds: 'score',
      score: {
        format: opened.format,
        title,
        bars: bars.length,
        meters: [...new Set(bars.map(bar => writeMeter(bar.meter)))],
        strokes: strokes.length,
        tempo,
        tempos: [...new Set(tempos.map(one => Math.round(one.tempo.bpm)))],
        played,
        doubts,
      },
      cuts: cutsOf(score),
    })
  },
  groove(cut: Cut, title: string, { kit, lead, counting, fixed }: Making): FromScore {
    return grooveFrom(score!, cut, {
      kit,
      lead,
      counting,
      title,
      id: 'opened',
      newId: i => `part-${i + 1}`,
      fixed: new Map(fixed),
    })
  },
}
export type FormatsWorker = typeof worker

expose(worker)
