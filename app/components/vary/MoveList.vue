<script setup lang="ts">
import { computed, onBeforeUnmount, watch } from 'vue'
import { type Groove, type Span, sentence } from '#core/groove'
import type { Kit } from '#core/kit'
import {
  MOVES,
  MOVE_GROUPS,
  type Move,
  type Params,
  type PromiseId,
  firstBroken,
  firstParams,
  makeMove,
} from '#core/vary'
import { useVary } from '~/stores/vary'

/** Every move by group; one that has nothing to do here, or would break a promise, is grey and says why. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  promises: readonly PromiseId[]
  told: Record<string, Params>
  /** The only place to change. */ span?: Span
}>()
const vary = useVary()

/** Why a move cannot be, as it was last found: a parameter of one move does not send the other forty to be judged again. */
const judged = new Map<
  string,
  {
    groove: Groove
    kit: Kit
    promises: readonly PromiseId[]
    params: Params | undefined
    span: Span | undefined
    why: string
    by: PromiseId | undefined
  }
>()
function whyNot(move: Move, params: Params | undefined): { why: string; by: PromiseId | undefined } {
  const { groove, kit, promises, span } = props
  const known = judged.get(move.id)
  if (
    known &&
    known.groove === groove &&
    known.kit === kit &&
    known.promises === promises &&
    known.params === params &&
    known.span === span
  )
    return known
  const done = params && makeMove(move, groove, params, kit, span)
  const lost = done?.ok ? firstBroken(promises, groove, done.value.groove, kit) : undefined
  const now = {
    groove,
    kit,
    promises,
    params,
    span,
    why: !done ? 'This groove has nothing for it.' : done.ok ? (lost?.reason ?? '') : done.reason,
    by: lost?.promise,
  }
  judged.set(move.id, now)
  return now
}
/** The usual parameters on this groove, the same object while it is the same groove. */
const usual = computed(
  () =>
    new Map(
      MOVES.map(move => [
        move.id,
        firstParams(move, props.groove, props.kit, props.promises, params =>
          makeMove(move, props.groove, params, props.kit, props.span),
        ),
      ]),
    ),
)

const open = (move: Move) => !vary.group && vary.moveId === move.id
const groups = computed(() =>
  MOVE_GROUPS.map(group => ({
    group,
    moves: MOVES.filter(move => move.group === group).map(move => ({
      move,
      ...whyNot(move, props.told[move.id] ?? usual.value.get(move.id)),
    })),
  })).filter(one => one.moves.length),
)
/** Which moves each promise greys, for the row of promises to say. */
watch(
  groups,
  now =>
    (vary.greyed = now.flatMap(({ moves }) =>
      moves.flatMap(({ move, by }) => (by ? [{ promise: by, name: move.name }] : [])),
    )),
  { immediate: true },
)
onBeforeUnmount(() => (vary.greyed = []))
</script>

<template>
  <nav aria-label="Moves" class="isolate min-h-0 overflow-y-auto border-r border-default px-4 py-3 text-base">
    <section v-for="{ group, moves } in groups" :key="group" class="mb-2">
      <h2 class="text-base">
        <button
          type="button"
          class="min-h-6 w-full cursor-pointer text-left hover:bg-elevated"
          :class="vary.group === group ? 'bg-elevated' : ''"
          :aria-current="vary.group === group ? 'true' : undefined"
          :data-group="group"
          @click="vary.group = group">
          {{ sentence(group) }}
        </button>
      </h2>
      <ul>
        <li v-for="{ move, why } in moves" :key="move.id">
          <button
            type="button"
            class="min-h-6 w-full cursor-pointer px-1.5 py-px text-left hover:bg-elevated"
            :class="[
              why ? 'text-dimmed italic' : 'text-toned',
              open(move) ? 'bg-elevated font-semibold text-highlighted' : '',
            ]"
            :aria-current="open(move) ? 'true' : undefined"
            :title="why"
            :data-move="move.id"
            :data-why="why || undefined"
            @click="vary.openMove(move.id)">
            {{ move.name }}<span v-if="why" class="sr-only">: {{ why }}</span>
          </button>
        </li>
      </ul>
    </section>
  </nav>
</template>
