import { type Ref, computed, ref, watch } from 'vue'
import {
  type Edit,
  type Groove,
  type Part,
  type Span,
  type Stroke,
  type Touch,
  type TouchWish,
  alterStrokes,
  asKind,
  asPiece,
  fillSlots,
  givenTo,
  ornamentsFor,
  ownTick,
  partOf,
  sayPlace,
  sayStroke,
  sentence,
  shiftStrokes,
  strokeAt,
  stretched,
  takenOut,
  touchSlot,
  withOrnament,
} from '#core/groove'
import { type Kit, LIMB_NAMES, type Level, type Limb, type Ornament, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { type Slot, mod, slotsOf } from '#core/time'
import { newId } from '../documents/ids'
import type { Cursor } from '../lanes/cursor'
import { useBench } from '../stores/bench'
import { useDrummer } from '../stores/drummer'
import { usePlayer } from '../stores/player'
import { useSettings } from '../stores/settings'
import { useBrush } from './useBrush'

/** The strokes under the cursor or chosen with it, and what is done to them; each deed is one edit. */
export function useStrokes(cursor: Ref<Cursor>, refused: (reason: string) => void) {
  const bench = useBench()
  const player = usePlayer()
  const drummer = useDrummer()
  const settings = useSettings()
  const brushing = useBrush(cursor)
  /** More strokes than the one under the cursor, when several are chosen. */
  const several = ref<number[]>([])

  const slots = computed<Slot[]>(() => (bench.shown ? slotsOf(bench.shown.bars) : []))
  const tick = computed(() => slots.value[Math.min(cursor.value.slot, slots.value.length - 1)]?.at ?? 0)
  const partsIn = (limb: Limb) => bench.groove?.parts.filter(part => part.limb === limb) ?? []

  /** The part of the lane that has a stroke here, the chosen one first. */
  function partAt(limb: Limb, at: number): Part | undefined {
    const here = partsIn(limb).filter(part => strokeAt(part, at))
    return here.find(part => part.id === bench.chosenPartId) ?? here[0]
  }

  const selected = computed(() => {
    const part = bench.shown && partOf(bench.shown, bench.chosenPartId)
    if (!part || part.limb !== cursor.value.limb) return []
    const wanted = several.value.length ? several.value : [tick.value]
    return [...new Set(wanted.map(at => ownTick(part, at)))].filter(at => part.strokes.some(stroke => stroke.at === at))
  })

  /** The part of the cursor's lane that keys and buttons act on. */
  const currentPart = computed(() => {
    const here = partsIn(cursor.value.limb)
    return here.find(part => part.id === bench.chosenPartId) ?? here[0]
  })

  function commit(edit: Edit) {
    const done = bench.edit(edit)
    if (!done.ok) refused(done.reason)
    return done.ok
  }

  const hear = (stroke: Stroke) => void player.audition(pieceOf(bench.kit, stroke.piece), stroke.stroke, stroke.level)

  /** A part that a touch adds is called as the player calls it. */
  const named = (touch: Touch): Touch =>
    touch.edit.type === 'add part'
      ? { ...touch, edit: { ...touch.edit, part: { ...touch.edit.part, name: drummer.named(touch.edit.part.name) } } }
      : touch

  const wish = (level?: Level, id = newId()): TouchWish => ({
    chosen: bench.chosenPartId,
    level,
    newId: id,
    brush: brushing.brush.value,
  })
  const putting = (limb: Limb, at: number, level?: Level, id?: string) =>
    named(touchSlot(bench.groove!, limb, at, wish(level, id)))

  function made({ edit, part, stroke }: Touch) {
    if (!commit(edit)) return
    bench.chosenPartId = part.id
    hear(stroke)
  }
  /** Puts a stroke under the cursor; one limb strikes once, so that one of another part in its way is said. */
  function put(level?: Level) {
    const touch = putting(cursor.value.limb, tick.value, level)
    const there = partsIn(cursor.value.limb).find(part => part.id !== touch.part.id && strokeAt(part, tick.value))
    if (there)
      return refused(
        `The ${LIMB_NAMES[cursor.value.limb]} strikes there already, in “${there.name}”: change that stroke, or take it out first.`,
      )
    made(touch)
  }

  /** A stroke of the cursor’s lane in each slot of a span that is empty there. */
  function fill(span: Span) {
    const { limb } = cursor.value
    const filled = fillSlots(bench.groove!, limb, span, wish())
    if (filled) made(named(filled))
    else refused(`The ${LIMB_NAMES[limb]} strikes in every slot of what is marked.`)
  }

  /** The selection and cursor go with strokes that were moved. */
  function follow(edit: Extract<Edit, { type: 'strokes' }>) {
    const ats = edit.put.map(stroke => stroke.at)
    several.value = ats.length > 1 ? ats : []
    const slot = slots.value.find(one => one.at === ats[0])
    if (slot) cursor.value = { ...cursor.value, slot: slot.index }
  }

  function alter(change: (stroke: Stroke) => Stroke) {
    const part = currentPart.value
    if (!part || !selected.value.length) return false
    const done = commit(alterStrokes(part, selected.value, change))
    const first =
      bench.groove && partOf(bench.groove, part.id)?.strokes.find(stroke => selected.value.includes(stroke.at))
    if (done && first) hear(first)
    return true
  }

  const setLevel = (level: Level) => alter(stroke => ({ ...stroke, level })) || put(level)

  function shift(by: number) {
    const part = currentPart.value
    if (!part || !selected.value.length)
      return refused('Choose a stroke to move: walk to one with the arrows, or take all of the part with Ctrl+A.')
    const edit = shiftStrokes(bench.groove!, part, selected.value, by)
    if (commit(edit) && edit.type === 'strokes') follow(edit)
  }

  function remove() {
    const part = currentPart.value
    if (!part || !selected.value.length) return
    if (commit(takenOut(part, selected.value))) several.value = []
  }

  const setKind = (kind: Stroke['stroke']) => alter(stroke => asKind(bench.groove!, stroke, kind))
  const setPiece = (id: string) => alter(stroke => asPiece(bench.groove!, bench.kit, cursor.value.limb, stroke, id))

  /** The next kind of what is chosen, or in an empty slot of what the next presses paint. */
  function nextKind() {
    if (!selected.value.length) return brushing.nextKind()
    alter(stroke => {
      const piece = pieceOf(bench.kit, stroke.piece)
      const kinds = piece ? strokesFor(piece, cursor.value.limb) : []
      return kinds.length
        ? asKind(bench.groove!, stroke, kinds[mod(kinds.indexOf(stroke.stroke) + 1, kinds.length)]!)
        : stroke
    })
  }

  function nextPiece() {
    if (!selected.value.length) return brushing.nextPiece()
    const pieces = piecesFor(bench.kit, cursor.value.limb)
    alter(stroke =>
      asPiece(
        bench.groove!,
        bench.kit,
        cursor.value.limb,
        stroke,
        pieces[mod(pieces.findIndex(piece => piece.id === stroke.piece) + 1, pieces.length)]!.id,
      ),
    )
  }

  /** What is chosen goes to another part, or to another limb in a part of its own. */
  function giveTo(to: { partId: string } | { limb: Limb }) {
    const part = currentPart.value
    if (!part || !selected.value.length) return
    const given = givenTo(bench.groove!, bench.kit, part, selected.value, 'limb' in to ? { ...to, newId: newId() } : to)
    if (!given.ok) return refused(given.reason)
    if (!commit(given.value)) return
    const receiver = 'partId' in to ? partOf(bench.groove!, to.partId) : bench.chosenPart
    if (!receiver) return
    bench.chosenPartId = receiver.id
    cursor.value = { ...cursor.value, limb: receiver.limb }
  }

  const setOrnament = (ornament: Ornament | undefined) => alter(stroke => withOrnament(stroke, ornament))

  /** Flam, drag, ruff and so on in turn, then none again. */
  function nextOrnament() {
    alter(stroke => {
      const piece = pieceOf(bench.kit, stroke.piece)
      const all = piece ? [undefined, ...ornamentsFor(piece)] : [undefined]
      return withOrnament(stroke, all[mod(all.indexOf(stroke.ornament) + 1, all.length)])
    })
  }

  /** Lengthens or shortens the open hats chosen, by slots. */
  const stretch = (by: number) => alter(stroke => stretched(bench.groove!, stroke, by))

  function nextPart() {
    const here = partsIn(cursor.value.limb)
    if (!here.length) return
    bench.chosenPartId = here[mod(here.findIndex(part => part.id === bench.chosenPartId) + 1, here.length)]!.id
  }

  /** What a listener hears of the place under the cursor. */
  function sayCursor(kit: Kit): string {
    const groove: Groove | undefined = bench.shown
    if (!groove) return ''
    const place = `${sentence(LIMB_NAMES[cursor.value.limb])}, ${sayPlace(groove, tick.value, settings.counting)}`
    const part = groove.parts.find(one => one.limb === cursor.value.limb && one.id === bench.chosenPartId)
    const other = partAt(cursor.value.limb, tick.value)
    const stroke = (part && strokeAt(part, tick.value)) ?? (other && strokeAt(other, tick.value))
    return `${place}: ${stroke ? sayStroke(kit, stroke) : 'empty'}`
  }

  // Another groove or other bars may leave the cursor beyond the end.
  watch(
    () => slots.value.length,
    length => {
      if (cursor.value.slot >= length) cursor.value = { ...cursor.value, slot: Math.max(0, length - 1) }
      several.value = []
    },
  )

  return {
    brushing,
    several,
    slots,
    tick,
    partsIn,
    partAt,
    selected,
    currentPart,
    commit,
    hear,
    putting,
    put,
    fill,
    follow,
    alter,
    setLevel,
    shift,
    remove,
    setKind,
    setPiece,
    nextKind,
    nextPiece,
    giveTo,
    setOrnament,
    nextOrnament,
    stretch,
    nextPart,
    sayCursor,
  }
}
