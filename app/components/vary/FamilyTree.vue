<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { type Groove, sayCount } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Kin, adopted, changedStrokes, familyOf, sayMoves } from '#core/vary'
import type { Stored } from '#core/documents/wire'
import { api } from '~/documents/api'
import type { Base } from '~/documents/autosave'
import { newId } from '~/documents/ids'

/** The family of a groove as cards, the first ancestor first and each before what came of it, with what was done to its parent and where it differs from it, or from a chosen one, lit in its lanes. */
const props = defineProps<{
  groove: Groove
  kit: Kit
  /** Raised when something was kept, so that the tree is read again. */ turn: number
}>()
const emit = defineEmits<{ hear: [groove: Groove]; adopt: [main: Groove, kept: Groove, base: Base] }>()

const stored = shallowRef<Stored<Groove>[]>([])
/** What each was made from, as it was then, by the id of what was made. */
const origins = shallowRef(new Map<string, Groove>())
const chosen = ref<string[]>([])
/** The family alone is fetched, whole: its list says who is in it, the newest first. */
async function load() {
  const ids = (await api.grooves.list({ family: props.groove.id })).map(one => one.summary.id)
  const whole = new Map((await api.grooves.some(ids)).map(one => [one.document.id, one]))
  stored.value = ids.flatMap(id => whole.get(id) ?? [])
  const found = await Promise.all(
    stored.value.map(async ({ document: { id, parent } }) => {
      const now = parent && whole.get(parent.id)
      if (!now) return []
      // The open groove may change after this: what is kept now is what its children were made from.
      const then =
        now.revision === parent.revision
          ? now
          : await api.grooves.getAt(parent.id, parent.revision).catch(() => undefined)
      return then ? [[id, then.document] as const] : []
    }),
  )
  origins.value = new Map(found.flat())
}
await load()
watch(() => props.turn, load)

/** The open groove as it is here; the others as they are kept. The newest come first from the server, brothers in the order they were born. */
const family = computed(() =>
  familyOf(
    stored.value.map(one => (one.document.id === props.groove.id ? props.groove : one.document)).toReversed(),
    props.groove.id,
  ),
)
const grooveOf = (id: string | undefined) => family.value.find(one => one.groove.id === id)?.groove
/** What the others are held against: the first that was chosen, so that brothers can be told apart; without one, each its parent as it was then. */
const against = computed(() => grooveOf(chosen.value[0]))
const changed = (kin: Kin) => {
  const other = against.value ?? origins.value.get(kin.groove.id) ?? grooveOf(kin.parentId)
  return other && other !== kin.groove ? changedStrokes(other, kin.groove, props.kit) : undefined
}
const rows = computed(() => family.value.map(kin => ({ ...kin, changed: changed(kin) })))
const says = computed(() => {
  if (rows.value.length === 1) return 'This groove has no family yet: keep a variation under Moves, Recipes or Ideas.'
  return `${rows.value.length} grooves, each lit where it differs from ${against.value ? `“${against.value.title}”` : 'the one it was made from. Choose one to hold the others against it'}.`
})

/** What was done to its parent, by name; the open one says that it is. */
const sayKin = (kin: Kin) => {
  const parent = grooveOf(kin.parentId)
  return [
    kin.groove.id === props.groove.id ? 'Open here.' : '',
    parent ? `Of ${parent.title}:` : '',
    sayMoves(kin.groove),
  ]
    .filter(Boolean)
    .join(' ')
}
const choose = (id: string) =>
  (chosen.value = chosen.value.includes(id) ? chosen.value.filter(one => one !== id) : [...chosen.value, id].slice(-2))
const compareTo = computed(() =>
  chosen.value.length === 2 ? `/compare?a=${chosen.value[0]}&b=${chosen.value[1]}` : '',
)

/** A variation takes its first ancestor’s place. */
function adopt(kin: Kin) {
  const first = family.value[0]!.groove
  const base = stored.value.find(one => one.document.id === first.id)
  const { main, kept } = adopted(first, base?.revision ?? 1, kin.groove, newId())
  emit('adopt', main, kept, { revision: base?.revision ?? 1, store: base?.store })
}
</script>

<template>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 py-4">
    <div class="mb-3 flex items-center gap-3">
      <p class="text-toned">{{ says }}</p>
      <UButton class="ml-auto" color="neutral" variant="outline" :disabled="!compareTo" :to="compareTo || undefined">{{
        compareTo ? 'Compare the two chosen' : chosen.length ? 'Choose one more to compare' : 'Choose two to compare'
      }}</UButton>
    </div>
    <CardGrid>
      <PictureCard
        v-for="kin in rows"
        :key="kin.groove.id"
        data-kin
        data-card
        tabindex="0"
        role="group"
        :class="chosen.includes(kin.groove.id) ? 'outline-2 outline-inverted' : ''"
        :aria-label="sayKin(kin)"
        :headline="kin.groove.title"
        :line="sayKin(kin)"
        @click="choose(kin.groove.id)">
        <template #picture
          ><div class="relative">
            <LanesStill :groove="kin.groove" :lit="kin.changed?.places ?? []" />
            <UCheckbox
              :model-value="chosen.includes(kin.groove.id)"
              color="neutral"
              class="absolute right-0 top-0 bg-default pb-1 pl-1"
              :aria-label="`Compare with ${kin.groove.title}`"
              @click.stop
              @update:model-value="choose(kin.groove.id)" /></div
        ></template>
        <template #foot>
          <UButton
            size="xs"
            color="neutral"
            variant="outline"
            icon="i-lucide-volume-2"
            :aria-label="`Hear ${kin.groove.title}`"
            @click="emit('hear', kin.groove)"
            >Hear</UButton
          >
          <UButton size="xs" color="neutral" variant="outline" :to="`/bench/${kin.groove.id}`">Open on Bench</UButton>
        </template>
        <template #more>
          <p v-if="kin.changed" class="text-muted" data-differs>
            {{ sayCount(kin.changed.keys.length, 'stroke') }} new or changed, {{ kin.changed.gone }} gone
          </p>
          <p class="mt-1 flex flex-wrap gap-1">
            <UButton
              v-if="kin.groove.id !== groove.id"
              size="xs"
              color="neutral"
              variant="outline"
              :to="`/vary/${kin.groove.id}?view=family`"
              >Vary this one</UButton
            >
            <UButton v-if="kin.depth > 0" size="xs" color="neutral" variant="outline" @click="adopt(kin)"
              >Use as the main one</UButton
            >
          </p>
        </template>
      </PictureCard>
    </CardGrid>
  </div>
</template>
