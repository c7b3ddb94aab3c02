import { useEventListener } from '@vueuse/core'
import { type Ref, ref } from 'vue'
import type { EditorEvent, EditorState, Spot } from '#core/editor'
import type { Groove } from '#core/groove'
import type { Limb } from '#core/kit'
import { type Geometry, laneUnder, levelAt, slotUnder } from '#core/notation'

interface Lanes {
  svg: Ref<SVGSVGElement | undefined>
  geometry: Ref<Geometry>
  groove: () => Groove
  state: () => EditorState
  /** On a phone the lanes are read and played: a finger scrolls them, and chooses a stroke by a tap. */
  narrow: Ref<boolean>
  focus: () => void
  send: (event: EditorEvent) => void
}

/** The line with the numbers of the bars, above the counts, in pixels. */
const BAR_LINE = 20

/** The pointer over the lanes: where it is becomes a spot, and what it does events of the editor. */
export function useLanePointer({ svg, geometry, groove, state, narrow, focus, send }: Lanes) {
  /** Where the gesture under way began, in pixels. */
  let from: { x: number; y: number } | undefined

  function placeOf(event: MouseEvent) {
    const box = svg.value?.getBoundingClientRect()
    const x = event.clientX - (box?.left ?? 0)
    const y = event.clientY - (box?.top ?? 0)
    return { x, y, slot: slotUnder(geometry.value, x), lane: laneUnder(geometry.value, y) }
  }

  /** What is there to take hold of; a limb, where the pointer is on its name. */
  function spotAt({ x, y, slot, lane }: ReturnType<typeof placeOf>): Spot | { name: Limb } | undefined {
    const { scale, bars, lines } = geometry.value
    const named = x < scale.label - 8
    if (y < scale.ribbon - 6) {
      if (named) return undefined
      if (y >= BAR_LINE) return { counts: slot.index }
      return { bar: (bars.findLast(one => one.x - 4 <= x) ?? bars[0]!).number - 1 }
    }
    const row = lines.findIndex(one => y >= one.top - 4 && y < one.top + one.height + 4)
    const guide = groove().guides[row]
    if (guide && !named) return { line: guide.id, slot: slot.index }
    if (!lane) return undefined
    return named ? { name: lane.limb } : { limb: lane.limb, slot: slot.index }
  }

  function down(event: PointerEvent) {
    const place = placeOf(event)
    const { lane, slot } = place
    if (narrow.value && event.pointerType === 'touch') {
      if (lane) send({ type: 'point', limb: lane.limb, slot: slot.index })
      return
    }
    const on = event.button === 0 ? spotAt(place) : undefined
    if (!on) return
    focus()
    // A limb's name leads into its lane and strikes nothing.
    if ('name' in on) return send({ type: 'enter', limb: on.name })
    svg.value?.setPointerCapture(event.pointerId)
    from = place
    send({ type: 'press', on, more: event.shiftKey })
  }

  function move(event: PointerEvent) {
    if (!from || !state().gesture) return
    const { x, y, slot } = placeOf(event)
    const lane = geometry.value.lanes.find(one => one.limb === state().cursor.limb)
    const level = lane ? levelAt(lane, y) : 3
    send({ type: 'drag', dx: x - from.x, dy: y - from.y, slot: slot.index, level })
  }

  function ends(type: 'release' | 'cancel') {
    if (!from) return
    from = undefined
    send({ type })
  }
  useEventListener(svg, 'pointercancel', () => ends('cancel'))

  /** The cursor to where a menu is asked for, and whether there is something to ask it for. */
  function menuAt(event: MouseEvent): { x: number; y: number } | undefined {
    const { x, y, slot, lane } = placeOf(event)
    if (!lane) return undefined
    event.preventDefault()
    send({ type: 'point', limb: lane.limb, slot: slot.index })
    from = undefined
    return { x, y }
  }

  /** The slot and lane that the pointer is over, for what is said of them. */
  const over = ref<{ at: number; limb: Limb | undefined }>()
  function hover(event: PointerEvent) {
    const { slot, lane } = placeOf(event)
    if (over.value?.at !== slot.at || over.value.limb !== lane?.limb) over.value = { at: slot.at, limb: lane?.limb }
  }
  return { down, move, up: () => ends('release'), menuAt, over, hover }
}
