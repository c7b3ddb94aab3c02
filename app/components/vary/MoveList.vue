<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { MOVES, MOVE_GROUPS, type Params, type PromiseId, firstBroken, usualParams } from '#core/vary'
import { useVary } from '~/stores/vary'

/** Every move by group; one that has nothing to do here, or would break a promise, is grey and says why. */
const props = defineProps<{ groove: Groove, kit: Kit, promises: readonly PromiseId[], told: Record<string, Params> }>()
const vary = useVary()

const groups = computed(() => MOVE_GROUPS.map(group => ({
  group,
  moves: MOVES.filter(move => move.group === group).map((move) => {
    const params = props.told[move.id] ?? usualParams(move, props.groove, props.kit)
    if (!params) return { move, why: 'This groove has nothing for it.' }
    const done = move.make(props.groove, params, props.kit)
    const why = done.ok ? firstBroken(props.promises, props.groove, done.value.groove, props.kit)?.reason : done.reason
    return { move, why: why ?? '' }
  }),
})).filter(one => one.moves.length))
</script>

<template>
  <nav aria-label="Moves" class="isolate min-h-0 overflow-y-auto border-r border-default px-4 py-3 text-[0.94rem]">
    <section v-for="{ group, moves } in groups" :key="group" class="mb-2">
      <h2 class="text-base first-letter:uppercase">{{ group }}</h2>
      <ul>
        <li v-for="{ move, why } in moves" :key="move.id">
          <button type="button" class="w-full cursor-pointer px-1.5 py-px text-left hover:bg-elevated" :class="[why ? 'text-dimmed italic' : 'text-toned', vary.moveId === move.id ? 'bg-elevated font-semibold text-highlighted' : '']" :aria-current="vary.moveId === move.id ? 'true' : undefined" :title="why" :data-move="move.id" :data-why="why || undefined" @click="vary.moveId = move.id">{{ move.name }}<span v-if="why" class="sr-only">: {{ why }}</span></button>
        </li>
      </ul>
    </section>
  </nav>
</template>
