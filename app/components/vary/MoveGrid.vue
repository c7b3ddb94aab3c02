<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, type MoveMade, type Span, sentence } from '#core/groove'
import type { Kit } from '#core/kit'
import { MOVES, type Move, type MoveGroup, firstBroken, firstParams, makeMove, runMove } from '#core/vary'
import { useVary } from '~/stores/vary'

/** Every move of a group as it would come out here, beside home: pointed at to be heard, kept, or opened to be set otherwise. */
const props = defineProps<{
  group: MoveGroup
  groove: Groove
  kit: Kit
  /** The only place to change. */ span?: Span
}>()
const emit = defineEmits<{
  try: [groove: Groove | undefined]
  hear: [groove: Groove]
  keep: [groove: Groove, made: MoveMade[]]
  open: [move: Move]
}>()
const vary = useVary()

function preview(move: Move) {
  const params =
    vary.told[move.id] ??
    firstParams(move, props.groove, props.kit, vary.promises, params =>
      makeMove(move, props.groove, params, props.kit, props.span),
    )
  const done = params && runMove(move, props.groove, params, props.kit, props.span)
  if (!done?.ok)
    return {
      move,
      groove: props.groove,
      made: undefined,
      says: done?.reason ?? 'This groove has nothing for it.',
      why: true,
    }
  const lost = firstBroken(vary.promises, props.groove, done.value.groove, props.kit)
  return {
    move,
    groove: done.value.groove,
    made: done.value.made,
    says: lost?.reason ?? done.value.sentence,
    why: !!lost,
  }
}
const cards = computed(() => MOVES.filter(move => move.group === props.group).map(preview))
</script>

<template>
  <section :aria-label="sentence(group)">
    <div class="mb-5 grid gap-6 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
      <LanesStill :groove="groove" />
      <div>
        <h2 class="text-xl">{{ sentence(group) }}</h2>
        <p class="text-toned">
          Home on the left; below, what each move would make of it, lit where something changes.
          <span class="pointer-coarse:hidden"
            >Point at one and press Space to hear it, K to keep it, Enter or a click to change its settings.</span
          ><span class="pointer-fine:hidden">Tap one to change its settings.</span>
        </p>
      </div>
    </div>
    <CardGrid @leave="emit('try', undefined)">
      <PreviewCard
        v-for="{ move, groove: after, made, says, why } in cards"
        :key="move.id"
        :data-preview="move.id"
        :groove="after"
        :home="groove"
        :kit="kit"
        :headline="move.name"
        :line="says"
        :label="`${move.name}: ${says}`"
        :why="why ? says : ''"
        @point="emit('try', made && after)"
        @leave="emit('try', undefined)"
        @hear="emit('hear', after)"
        @keep="made && emit('keep', after, [made])"
        @choose="emit('open', move)">
        {{ says }}
      </PreviewCard>
    </CardGrid>
  </section>
</template>
