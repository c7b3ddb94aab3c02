import { useEventListener } from '@vueuse/core'
import { type Ref, computed, ref, watch } from 'vue'
import {
  type Edit,
  type GuideNote,
  addGuide,
  alterNote,
  guideOf,
  isLong,
  noteAt,
  noteOver,
  notesOf,
  partOf,
  putNote,
  removeGuide,
  sayPlace,
  takeNote,
  takeOver,
  tapped,
} from '#core/groove'
import { LEVEL_NAMES, type Level } from '#core/kit'
import { aNote, slotsOf } from '#core/time'
import { KEYS, byKey, keyOf } from '../keys'
import { newId } from '../documents/ids'
import type { Cursor } from '../lanes/cursor'
import { useBench } from '../stores/bench'
import { usePlayer } from '../stores/player'
import { useSettings } from '../stores/settings'

/** How loud a note is written first. */
const USUAL: Level = 4

/** The lines above the limbs under mouse, keys and tapping: a lane over the others that the cursor can be on. */
export function useGuideHands(cursor: Ref<Cursor>, edit: (edit: Edit) => boolean) {
  const bench = useBench()
  const player = usePlayer()
  const settings = useSettings()
  /** The line that the cursor is on, by its id; none while it is on a limb. */
  const on = ref('')
  const tapping = ref(false)
  let held: { id: string; from: number; fresh: GuideNote | undefined; edit: Edit | undefined } | undefined

  const guides = computed(() => bench.shown?.guides ?? [])
  const slots = computed(() => (bench.shown ? slotsOf(bench.shown.bars) : []))
  const slot = computed(() => slots.value[Math.min(cursor.value.slot, slots.value.length - 1)])
  const guide = computed(() => guides.value.find(one => one.id === on.value))
  /** The note under the cursor: the one that begins there, or that lasts into it. */
  const note = computed(() => (guide.value && slot.value ? noteOver(guide.value, slot.value.at) : undefined))

  watch(guides, now => {
    if (!now.some(one => one.id === on.value)) on.value = ''
    if (!now.length) tapping.value = false
  })

  const put = (id: string, one: GuideNote) => putNote(bench.groove!, id, one)

  // ---- mouse and finger ---------------------------------------------------

  function press(id: string, at: number) {
    on.value = id
    cursor.value = { ...cursor.value, slot: at }
    const place = slots.value[at]!
    const there = noteOver(guideOf(bench.groove!, id)!, place.at)
    if (there) cursor.value = { ...cursor.value, slot: slots.value.findLast(one => one.at <= there.at)!.index }
    const fresh = there ? undefined : { at: place.at, length: place.length, level: USUAL }
    held = { id, from: there?.at ?? place.at, fresh, edit: fresh && put(id, fresh) }
    bench.tryOut(held.edit)
  }
  /** Drawn over the slots, a note lasts to the end of the one that is under the pointer. */
  function drag(to: number) {
    if (!held) return
    const place = slots.value[to]!
    const length = Math.max(slots.value.find(one => one.at >= held!.from)!.length, place.at + place.length - held.from)
    held.edit = held.fresh
      ? put(held.id, { ...held.fresh, length })
      : alterNote(bench.groove!, held.id, held.from, { length })
    bench.tryOut(held.edit)
  }
  function release() {
    const done = held?.edit
    cancel()
    if (done) edit(done)
  }
  function cancel() {
    held = undefined
    bench.tryOut(undefined)
  }

  // ---- keys ---------------------------------------------------------------

  const alter = (set: Partial<Omit<GuideNote, 'at'>>) =>
    note.value && edit(alterNote(bench.groove!, on.value, note.value.at, set))
  const setLevel = (level: Level) => (note.value ? alter({ level }) : enter(level))
  function enter(level: Level = USUAL) {
    if (guide.value && slot.value && !noteAt(guide.value, slot.value.at))
      edit(put(on.value, { at: slot.value.at, length: slot.value.length, level }))
  }
  function remove() {
    if (note.value) edit(takeNote(bench.groove!, on.value, note.value.at))
  }
  /** Longer or shorter by a slot, one at the least. */
  function stretch(by: number) {
    if (!note.value) return
    const { at, length } = note.value
    const ends = slots.value.map(one => one.at + one.length).filter(end => end > at)
    const now = ends.findIndex(end => end >= at + length)
    alter({ length: ends[Math.max(0, Math.min(ends.length - 1, now + by))]! - at })
  }
  const keys = byKey('line', {
    put: () => enter(),
    out: remove,
    longer: () => stretch(1),
    shorter: () => stretch(-1),
    ghost: () => setLevel(1),
    soft: () => setLevel(2),
    plain: () => setLevel(3),
    strong: () => setLevel(4),
    accent: () => setLevel(5),
  })

  // ---- tapping ------------------------------------------------------------

  let pressedAt: number | undefined
  /** Where the ear is now, in ticks of the bars; nothing while it is silent or counts in. */
  function heardAt(): number | undefined {
    const place = player.position()
    return place && place.tick >= 0 ? place.tick : undefined
  }
  function tapDown() {
    pressedAt ??= heardAt()
  }
  function tapUp() {
    const from = pressedAt
    pressedAt = undefined
    const to = heardAt()
    const id = on.value || guides.value[0]?.id
    if (from === undefined || to === undefined || !id) return
    edit(put(id, { ...tapped(slots.value, from, to), level: USUAL }))
  }

  const toggleTapping = () => (tapping.value = !tapping.value)
  const tap = KEYS.tap.keys.tap[0]
  useEventListener('keydown', event => {
    if (!tapping.value || keyOf(event) !== tap || event.target instanceof HTMLInputElement) return
    event.preventDefault()
    tapDown()
  })
  useEventListener('keyup', event => tapping.value && keyOf(event) === tap && tapUp())

  // ---- the lines themselves -----------------------------------------------

  /** A new line; with a part's notes, where one is told. It is the one that keys go to. */
  function add(partId?: string) {
    const part = partId ? partOf(bench.groove!, partId) : undefined
    const id = newId()
    const name = part ? part.name : guides.value.length ? `Line ${guides.value.length + 1}` : 'Line'
    if (edit(addGuide(bench.groove!, { id, name, notes: part ? notesOf(bench.groove!, part) : [] }))) on.value = id
  }
  /** The notes of a part in place of the line's own. */
  function takeFrom(partId: string) {
    const part = partOf(bench.groove!, partId)
    if (part) edit(takeOver(bench.groove!, on.value, part))
  }
  const removeLine = () => edit(removeGuide(bench.groove!, on.value))

  function says(): string {
    if (!guide.value || !slot.value || !bench.shown) return ''
    const place = `${guide.value.name}, ${sayPlace(bench.shown, slot.value.at, settings.counting)}`
    if (!note.value) return `${place}: empty`
    const lasts = aNote(note.value.length)
    return `${place}: ${note.value.at === slot.value.at ? '' : 'within a '}${isLong(note.value) ? 'long' : 'short'} note, ${LEVEL_NAMES[note.value.level]}${lasts ? `, for ${lasts}` : ''}`
  }

  return {
    on,
    guides,
    guide,
    note,
    tapping,
    press,
    drag,
    release,
    cancel,
    keys,
    setLevel,
    alter,
    remove,
    stretch,
    toggleTapping,
    tapDown,
    tapUp,
    add,
    takeFrom,
    removeLine,
    says,
  }
}

export type GuideHands = ReturnType<typeof useGuideHands>
