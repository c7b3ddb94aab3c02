<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Readout, type Side, relate, sayRelation } from '#core/analyse'
import { type Groove, grooveTicks } from '#core/groove'
import { LIMB_NAMES, isHand, limbsInOrder } from '#core/kit'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useSettings } from '~/stores/settings'

/** One against another, parts or limbs: together where, and else between which strokes. The bass drum against the lead, until others are chosen. */
const props = defineProps<{ groove: Groove; read: Readout }>()
const settings = useSettings()
/** Once what lands together has been painted: its lists are dear, and nobody reads them in that moment. */
const now = useAfterPaint(() => ({ groove: props.groove, read: props.read }))
const wanted = ref<string>()
const wantedOther = ref<string>()

/** Sides as the lists name them: a part, a limb with all it plays where that is more, both hands. */
const sides = computed(() => {
  const parts = now.value.groove.parts.filter(part => !part.muted && part.strokes.length)
  const limbs = limbsInOrder(now.value.groove.lead).filter(limb => parts.filter(part => part.limb === limb).length > 1)
  const hands = new Set(parts.filter(part => isHand(part.limb)).map(part => part.limb)).size > 1
  return new Map<string, { label: string; side: Side }>([
    ...parts.map(part => [`part ${part.id}`, { label: part.name, side: { part: part.id } }] as const),
    ...limbs.map(limb => [`limb ${limb}`, { label: `all of the ${LIMB_NAMES[limb]}`, side: { limb } }] as const),
    ...(hands ? [['hands', { label: 'both hands', side: 'hands' as const }] as const] : []),
  ])
})
const items = computed(() => [...sides.value].map(([value, { label }]) => ({ value, label })))
const byRole = (role: string) =>
  now.value.groove.parts.find(part => part.role === role && sides.value.has(`part ${part.id}`))?.id
const keys = computed(() => [...sides.value.keys()])
const known = (key: string | undefined) => (key !== undefined && sides.value.has(key) ? key : undefined)
const one = computed(
  () =>
    known(wanted.value) ??
    known(`part ${byRole('bass drum')}`) ??
    keys.value.findLast(key => key.startsWith('part ') && key !== wantedOther.value) ??
    '',
)
const other = computed(
  () =>
    known(wantedOther.value) ??
    [`part ${byRole('lead')}`, ...keys.value].find(key => key !== one.value && sides.value.has(key)) ??
    '',
)
const nameOf = (key: string) => sides.value.get(key)?.label.toLowerCase() ?? ''
const says = computed(() => {
  const { groove, read } = now.value
  const [a, b] = [sides.value.get(one.value), sides.value.get(other.value)]
  if (!a || !b || one.value === other.value) return 'Choose two that differ.'
  return sayRelation(
    groove,
    relate(groove, read.events, a.side, b.side, grooveTicks(groove) * read.rounds),
    settings.counting,
  )
})
</script>

<template>
  <FoldLine
    v-if="sides.size > 1"
    id="relation"
    title="One against another"
    :says="`${nameOf(one)} against ${nameOf(other)}`">
    <div class="mb-1 flex items-center gap-1.5 text-sm text-muted">
      <USelect
        :model-value="one"
        :items="items"
        class="min-w-0 flex-1"
        aria-label="Part"
        @update:model-value="key => (wanted = String(key))" />
      against
      <USelect
        :model-value="other"
        :items="items"
        class="min-w-0 flex-1"
        aria-label="Against"
        @update:model-value="key => (wantedOther = String(key))" />
    </div>
    <p data-relation>{{ says }}</p>
  </FoldLine>
</template>
