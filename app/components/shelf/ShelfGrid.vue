<script setup lang="ts">
import { useVirtualizer } from '@tanstack/vue-virtual'
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Summaries } from '#core/documents'
import type { Groove } from '#core/groove'
import { LANES_SHAPE } from '#core/notation'
import { afterPaint } from '~/composables/useAfterPaint'
import { useCardWalk } from '~/composables/useCardWalk'
import { useWhole } from '~/composables/useWhole'
import type { Listed, Stored } from '#core/documents/wire'
import { api } from '~/documents/api'

/** The cards of the Shelf: only those in sight are drawn, and only their grooves are fetched. */
const props = defineProps<{
  found: readonly Listed<Summaries['groove']>[]
  /** How many variations are folded into a card, by its id. */
  folded: ReadonlyMap<string, number>
  titles: ReadonlyMap<string, string>
  /** What was looked for, in words and choices: another search begins at its own top. */
  wanted: string
  /** Grooves that are here already. */
  known: readonly Stored<Groove>[]
  /** Those that are chosen, while several are being chosen. */
  picked?: ReadonlySet<string> | undefined
}>()
const emit = defineEmits<{
  bin: [summary: Summaries['groove']]
  /** The first cards are on the screen. */ drawn: []
  pick: [id: string]
  family: [id: string]
  hear: [groove: Groove]
}>()
/** Cards in sight have their grooves here, or will in a moment. */
function hear(id: string) {
  const groove = documents.value.get(id)?.document
  if (groove) emit('hear', groove)
}

/** A card is this wide at least, in pixels; its words and the space under it are so high. Its lanes are as high as their width says. */
const CARD = { width: 272, gap: 32, words: 132 } as const
/** Rows drawn beyond those in sight, so that scrolling meets no gap; none until those in sight have been afterPaint. */
const BEYOND = 3
const beyond = ref(0)

const frame = useTemplateRef<HTMLElement>('frame')
const { walk, enter } = useCardWalk(frame)
const { width } = useElementSize(frame)
const columns = computed(() => Math.max(1, Math.floor((width.value + CARD.gap) / (CARD.width + CARD.gap))))
const height = computed(
  () => CARD.words + (LANES_SHAPE * (width.value - CARD.gap * (columns.value - 1))) / columns.value,
)
const rows = computed(() => Math.ceil(props.found.length / columns.value))
const virtual = useVirtualizer(
  computed(() => ({
    count: width.value ? rows.value : 0,
    getScrollElement: () => frame.value,
    estimateSize: () => height.value,
    overscan: beyond.value,
  })),
)
watch(height, () => virtual.value.measure())
const shown = computed(() =>
  virtual.value
    .getVirtualItems()
    .map(row => ({
      key: row.index,
      top: row.start,
      cards: props.found.slice(row.index * columns.value, (row.index + 1) * columns.value),
    })),
)

const { documents, want } = useWhole<'groove'>(api.grooves, props.known)
const inSight = computed(() =>
  shown.value.flatMap(row => row.cards.map(({ summary, revision }) => ({ id: summary.id, revision }))),
)
watch(inSight, lines => void want(lines).catch(() => undefined), { immediate: true })
watch(
  () => shown.value.length > 0,
  async some => {
    if (!some) return
    await nextTick()
    await afterPaint()
    beyond.value = BEYOND
    emit('drawn')
  },
  { once: true },
)
// Another search begins at its own top.
watch(
  () => props.wanted,
  () => frame.value?.scrollTo({ top: 0 }),
)

const parentOf = ({ parent }: Summaries['groove']) =>
  parent ? (props.titles.get(parent.id) ?? 'a groove no longer here') : undefined
defineExpose({ enter })
</script>

<template>
  <div ref="frame" class="min-h-0 flex-1 overflow-y-auto px-4 pb-8 pt-5 sm:px-6" @keydown="walk">
    <slot />
    <!-- As the server draws it, which knows nothing of the window: as many columns as there is room for. -->
    <div
      v-if="!width"
      class="grid gap-x-8"
      :style="{ gridTemplateColumns: `repeat(auto-fill, minmax(${CARD.width}px, 1fr))` }">
      <div
        v-for="({ summary, updatedAt }, place) in known.length ? found.slice(0, known.length) : []"
        :key="place"
        class="relative"
        :style="{ paddingBottom: `calc(${LANES_SHAPE * 100}% + ${CARD.words}px)` }">
        <div class="absolute inset-0">
          <ShelfCard
            :summary="summary"
            :updated-at="updatedAt"
            :groove="documents.get(summary.id)?.document"
            :parent="parentOf(summary)"
            :folded="folded.get(summary.id)"
            @family="emit('family', summary.id)"
            @hear="hear(summary.id)"
            @bin="emit('bin', summary)" />
        </div>
      </div>
    </div>
    <div v-else class="relative" :style="{ height: `${virtual.getTotalSize()}px` }">
      <div
        v-for="row in shown"
        :key="row.key"
        class="absolute inset-x-0 grid gap-x-8"
        data-row
        :style="{
          transform: `translateY(${row.top}px)`,
          height: `${height}px`,
          gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
        }">
        <!-- By place, not by groove: another search changes the words of cards and makes no new ones. -->
        <ShelfCard
          v-for="({ summary, updatedAt }, place) in row.cards"
          :key="place"
          :summary="summary"
          :updated-at="updatedAt"
          :groove="documents.get(summary.id)?.document"
          :parent="parentOf(summary)"
          :folded="folded.get(summary.id)"
          :picked="picked?.has(summary.id)"
          :picking="!!picked"
          @pick="emit('pick', summary.id)"
          @family="emit('family', summary.id)"
          @hear="hear(summary.id)"
          @bin="emit('bin', summary)" />
      </div>
    </div>
  </div>
</template>
