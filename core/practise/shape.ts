import { type Shape, eachOf } from '#core/upgrade'

/** A tempo of version 1 counted what its groove counts, which a plan or an entry alone does not say: it is taken as quarters, and marked. */
const counted = (bpm: unknown) => ({ bpm, counts: '1/4', assumed: true })

type Fields = Record<string, unknown>

/** Version 2 of a plan: each stage has its own subject, says who plays each part, and its tempo carries its note value. */
const planTo2 = ({ grooveId, ...plan }: Fields): Fields => ({
  ...plan,
  stages: eachOf(plan.stages, ({ partIds, click, bpm, seconds, ...stage }) => ({
    ...stage,
    subject: { kind: 'groove', id: grooveId },
    span: null,
    // What is no text is left for the schema to refuse: a key made of it would run its own methods.
    parts:
      Array.isArray(partIds) && partIds.every(id => typeof id === 'string')
        ? Object.fromEntries(partIds.map(id => [id, 'player']))
        : partIds,
    extra: [],
    length: { seconds },
    click: { program: click, gaps: null },
    countIn: 1,
    tempo: counted(bpm),
    climb: null,
    on: 'kit',
    attend: '',
    given: ['name'],
  })),
})

/** Version 3: a stage says how its tempo climbs, whether a voice counts, when the machine fades, and whether there is a pulse. */
const planTo3 = (plan: Fields): Fields => ({
  ...plan,
  stages: eachOf(plan.stages, ({ click, ...stage }) => ({
    ...stage,
    click: typeof click === 'object' && click !== null ? { ...click, voice: null } : click,
    fades: null,
    climb: null,
    ofCeiling: null,
    pulse: 'steady',
  })),
})

/** What an older plan says of a sticking: its notes quote it, and its first bar tells the ground. */
function writtenBefore(groove: unknown): Fields | null {
  const { notes, bars } = (typeof groove === 'object' && groove !== null ? groove : {}) as {
    notes?: unknown
    bars?: unknown
  }
  const text = typeof notes === 'string' ? /^From the sticking (.{1,400}), over /.exec(notes)?.[1] : undefined
  const bar = Array.isArray(bars)
    ? (bars[0] as { meter?: { count?: unknown; unit?: unknown }; slots?: unknown } | null)
    : null
  const slots = Array.isArray(bar?.slots) ? bar.slots.filter(slot => typeof slot === 'number') : []
  return text && slots.length
    ? { text, meter: [bar?.meter?.count, bar?.meter?.unit], slots: Math.min(...slots), changing: false, how: null }
    : null
}

/** Version 4: a sticking says how it was written, so that it can be gone back to. */
const planTo4 = (plan: Fields): Fields => ({
  ...plan,
  stages: eachOf(plan.stages, ({ subject, ...stage }) => ({
    ...stage,
    subject:
      typeof subject === 'object' && subject !== null && (subject as Fields).kind === 'sticking'
        ? { ...subject, written: writtenBefore((subject as Fields).groove) }
        : subject,
  })),
})

/** Version 5: a stage of a phrase may say which bars of it are practised; all of them before. */
const planTo5 = (plan: Fields): Fields => plan

/** Version 6: a climb may fall a step after two misses in a row. */
const planTo6 = (plan: Fields): Fields => plan

/** Version 7: the machine may be off as people are; it was exact before. */
const planTo7 = (plan: Fields): Fields => plan

/** How a plan is kept. */
export const PLAN_SHAPE = {
  format: 'bazzet-plan',
  what: 'plan',
  version: 7,
  upgrades: [planTo2, planTo3, planTo4, planTo5, planTo6, planTo7],
} as const satisfies Shape

/** Version 2 of a log entry: its subject, the player's own day, and a tempo with its note value. Version 1 had no format. */
const entryTo2 = ({ grooveId, grooveTitle, bpm, ...entry }: Fields): Fields => ({
  ...entry,
  day: typeof entry.at === 'string' ? entry.at.slice(0, 10) : undefined,
  subject: { kind: 'groove', id: grooveId, revision: null, title: grooveTitle },
  span: null,
  parts: {},
  click: null,
  tempo: counted(bpm),
  measures: null,
  sessionId: null,
})

/** Version 3: where an entry comes from, which limbs the player played (unknown: none), a note, and which figures were played. */
const entryTo3 = ({ click, ...entry }: Fields): Fields => ({
  ...entry,
  click: typeof click === 'object' && click !== null ? { voice: null, ...click } : click,
  source: 'plan',
  limbs: [],
  cut: false,
  note: '',
  figures: null,
})

/** Version 4: whether the player played the whole of what it is about, which no older one says. */
const entryTo4 = (entry: Fields): Fields => ({ ...entry, whole: null })

/** How a log entry is kept. */
export const ENTRY_SHAPE = {
  format: 'bazzet-entry',
  what: 'log entry',
  version: 4,
  upgrades: [entryTo2, entryTo3, entryTo4],
} as const satisfies Shape

/**
 * An entry of version 1, which said neither format nor version, made to say so.
 * @example markedEntry({ id: 'old', bpm: 96 }) // => { format: 'bazzet-entry', version: 1, id: 'old', bpm: 96 }
 */
export const markedEntry = (input: unknown): unknown =>
  typeof input === 'object' && input !== null && 'bpm' in input && !('format' in input)
    ? { format: 'bazzet-entry', version: 1, ...input }
    : input
