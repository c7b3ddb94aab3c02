import { type Ref, watch } from 'vue'
import { type Edit, type Part, type Stroke, alterStrokes, ownTick, painted, shiftStrokes, strokeAt } from '#core/groove'
import { type Kit, type Level, type Limb, limbsInOrder } from '#core/kit'
import { mod } from '#core/time'
import { byKey, keyOf } from '../keys'
import type { Cursor } from '../lanes/cursor'
import { useBench } from '../stores/bench'
import { newId } from '../documents/ids'
import type { GuideHands } from './useGuideHands'
import type { SpanHands } from './useSpan'
import { useStrokes } from './useStrokes'

/** What pointer and keys do to the groove in the lanes; each whole gesture is one edit. */
export function useLaneHands(
  cursor: Ref<Cursor>,
  refused: (reason: string) => void,
  span: SpanHands,
  line: GuideHands,
) {
  const bench = useBench()
  const strokes = useStrokes(cursor, refused)
  const { brushing, several, slots, tick, partsIn, partAt, selected, currentPart, commit, hear, putting } = strokes
  /** What a gesture under way will come to when it is let go. */
  let held: Edit | undefined
  let pressed:
    | {
        part: Part
        ats: number[]
        fresh: Stroke | undefined
        /** The id of a part that the press adds: it stays the same however the stroke is dragged. */ newId: string
      }
    | undefined

  /** Which part of each limb was chosen last: whoever comes back to its lane goes on with that one. */
  const lastIn = new Map<Limb, string>()
  watch(
    () => bench.chosenPart,
    part => part && lastIn.set(part.limb, part.id),
    { immediate: true },
  )

  // ---- mouse and finger --------------------------------------------------

  /** A stroke that is pressed takes what the player paints with. */
  const brushed = (stroke: Stroke): Stroke =>
    brushing.brush.value ? painted(bench.groove!, stroke, brushing.brush.value) : stroke

  function press(at: Cursor, more: boolean) {
    const place = slots.value[at.slot]!.at
    const part = partAt(at.limb, place)
    cursor.value = at
    line.on.value = ''
    if (part) {
      if (more && part.id === bench.chosenPartId) {
        const now = several.value.length ? several.value : selected.value
        several.value = now.includes(place) ? now.filter(one => one !== place) : [...now, place]
      } else if (!several.value.includes(place) || part.id !== bench.chosenPartId) several.value = []
      bench.chosenPartId = part.id
      pressed = {
        part,
        ats: several.value.length ? [...several.value] : [ownTick(part, place)],
        fresh: undefined,
        newId: '',
      }
      const there = strokeAt(part, place)!
      if (!more && brushed(there) !== there) {
        hold(alterStrokes(part, pressed.ats, brushed))
        hear(brushed(there))
      }
      return
    }
    several.value = []
    const id = newId()
    const fresh = putting(at.limb, place, undefined, id)
    held = fresh.edit
    const tried = bench.tryOut(held)
    if (!tried.ok) {
      held = undefined
      return refused(tried.reason)
    }
    bench.chosenPartId = fresh.part.id
    pressed = { part: fresh.part, ats: [place], fresh: fresh.stroke, newId: id }
    hear(fresh.stroke)
  }

  /** The place that a menu is asked for: the cursor goes there, and the part that has a stroke there is chosen. */
  function point(at: Cursor) {
    cursor.value = at
    line.on.value = ''
    const part = partAt(at.limb, slots.value[at.slot]!.at)
    if (part) bench.chosenPartId = part.id
  }

  /** To a limb's lane, with nothing struck: the part chosen there last goes on. */
  function enter(limb: Limb) {
    several.value = []
    line.on.value = ''
    cursor.value = { ...cursor.value, limb }
    const here = partsIn(limb)
    const part = here.find(one => one.id === lastIn.get(limb)) ?? partAt(limb, tick.value) ?? here[0]
    if (part) bench.chosenPartId = part.id
  }

  function hold(edit: Edit) {
    held = edit
    const tried = bench.tryOut(edit)
    if (!tried.ok) {
      held = undefined
      refused(tried.reason)
    }
  }

  function dragLevel(level: Level) {
    if (!pressed) return
    if (pressed.fresh) return hold(putting(cursor.value.limb, pressed.fresh.at, level, pressed.newId).edit)
    hold(alterStrokes(pressed.part, pressed.ats, stroke => ({ ...brushed(stroke), level })))
  }

  function dragPlace(by: number) {
    if (!pressed || pressed.fresh) return
    if (by === 0) {
      held = undefined
      bench.tryOut(undefined)
    } else hold(shiftStrokes(bench.groove!, pressed.part, pressed.ats, by))
  }

  function release() {
    const edit = held
    const moved = pressed
    cancel()
    if (!edit || !commit(edit) || !moved) return
    if (edit.type === 'strokes' && !moved.fresh && edit.put.every((stroke, i) => stroke.at !== moved.ats[i]))
      strokes.follow(edit)
  }

  function cancel() {
    held = undefined
    pressed = undefined
    bench.tryOut(undefined)
  }

  // ---- keys --------------------------------------------------------------

  /** The part that the player chose, while the cursor stands on a stroke of another: walking off, it is chosen again. */
  let left: string | undefined
  function walk(by: number) {
    several.value = []
    cursor.value = { ...cursor.value, slot: mod(cursor.value.slot + by, slots.value.length) }
    const mine = left && partsIn(cursor.value.limb).some(part => part.id === left) ? left : bench.chosenPartId
    const there = partsIn(cursor.value.limb).filter(part => strokeAt(part, tick.value))
    const under = there.find(part => part.id === mine) ?? there[0]
    bench.chosenPartId = under?.id ?? mine
    left = under && under.id !== mine ? mine : undefined
  }

  /** Lane by lane: the lines above, then the limbs, and round. */
  function climb(by: number) {
    const order = [...line.guides.value.map(guide => guide.id), ...limbsInOrder(bench.groove!.lead)]
    const to = order[mod(order.indexOf(line.on.value || cursor.value.limb) + by, order.length)]!
    if (!line.guides.value.some(guide => guide.id === to)) return enter(to as Limb)
    several.value = []
    line.on.value = to
  }

  /** To the first slot of the neighbouring beat, or of the bar. */
  function leap(direction: 1 | -1) {
    const here = cursor.value.slot
    const starts = slots.value.filter(slot => slot.slot === 0).map(slot => slot.index)
    const to =
      direction > 0
        ? (starts.find(start => start > here) ?? 0)
        : (starts.findLast(start => start < here) ?? starts.at(-1)!)
    walk(to - here)
  }

  const fillMarked = () => span.withSpan(strokes.fill)

  /** What is chosen, marked or painted with is let go of, the nearest first. */
  function escape() {
    if (several.value.length) several.value = []
    else if (!brushing.putDown()) span.unmark()
  }

  const always = {
    ...byKey('walk', {
      left: () => walk(-1),
      right: () => walk(1),
      up: () => climb(-1),
      down: () => climb(1),
      beatLeft: () => leap(-1),
      beatRight: () => leap(1),
      first: () => walk(-cursor.value.slot),
      last: () => walk(slots.value.length - 1 - cursor.value.slot),
      leave: escape,
    }),
    ...span.keys,
  }
  const onStrokes = byKey('strokes', {
    put: () => selected.value.length || strokes.put(),
    fill: fillMarked,
    out: strokes.remove,
    earlier: () => strokes.shift(-1),
    later: () => strokes.shift(1),
    kind: strokes.nextKind,
    piece: strokes.nextPiece,
    ornament: strokes.nextOrnament,
    part: strokes.nextPart,
    longer: () => strokes.stretch(1),
    shorter: () => strokes.stretch(-1),
    all: () => (several.value = currentPart.value?.strokes.map(stroke => stroke.at) ?? []),
    ghost: () => strokes.setLevel(1),
    soft: () => strokes.setLevel(2),
    plain: () => strokes.setLevel(3),
    strong: () => strokes.setLevel(4),
    accent: () => strokes.setLevel(5),
  })

  function key(event: KeyboardEvent) {
    const name = keyOf(event)
    const act = always[name] ?? (line.on.value ? line.keys : onStrokes)[name]
    if (!act) return
    event.preventDefault()
    event.stopPropagation()
    act()
  }

  const { put, alter, setLevel, setKind, setPiece, setOrnament, giveTo, remove } = strokes
  const sayCursor = (kit: Kit) => (line.on.value ? line.says() : strokes.sayCursor(kit))
  return {
    brushing,
    selected,
    currentPart,
    press,
    point,
    enter,
    dragLevel,
    dragPlace,
    release,
    cancel,
    key,
    sayCursor,
    put,
    fillMarked,
    alter,
    setLevel,
    setKind,
    setPiece,
    setOrnament,
    giveTo,
    remove,
  }
}

export type LaneHands = ReturnType<typeof useLaneHands>
