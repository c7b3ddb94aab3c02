<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { compare, differingKeys, sayComparison, sayDifference, sayGist } from '#core/analyse'
import { type Groove, grooveTicks } from '#core/groove'
import { looped } from '#core/perform'
import { groupedBy } from '#core/grouped'
import { present } from '#core/present'
import { beatAt, beatsOf } from '#core/time'
import { usePlayback } from '~/composables/usePlayback'
import { useStationKeys } from '~/composables/useStationKeys'
import { api } from '~/documents/api'
import { useKits } from '~/stores/kits'
import { usePlayer } from '~/stores/player'
import { useSettings } from '~/stores/settings'

/** Two grooves of one length over one another: count by count, and heard in turn at the press of a key. */
const route = useRoute()
const kits = useKits()
const player = usePlayer()
const settings = useSettings()

const failed = ref('')
const first = shallowRef<Groove>()
const second = shallowRef<Groove>()
const asked = (which: 'a' | 'b') => String(route.query[which] ?? '')
const choose = (which: 'a' | 'b', id: string) =>
  navigateTo({ path: '/compare', query: { ...route.query, [which]: id } }, { replace: true })

/** Only grooves of the first one’s length can lie over it; its family comes first. */
const among = computed(() => (first.value ? { ticks: grooveTicks(first.value) } : {}))
const kinship = (one: { id: string; parent: { id: string } | null }) => {
  const a = first.value
  const kin =
    a && (one.parent?.id === a.id || a.parent?.id === one.id || (!!a.parent && a.parent.id === one.parent?.id))
  return kin ? 0 : 1
}

const fetched = async (id: string) => (id ? (await api.grooves.some([id]))[0]?.document : undefined)
const firstOf = async (wanted: Parameters<typeof api.grooves.list>[0]) =>
  (await api.grooves.list({ ...wanted, most: 1 }))[0]?.summary.id ?? ''

/** The two that are asked for; where none is, the newest, and the nearest of kin that is as long. */
async function load() {
  try {
    await kits.load()
    const one = (await fetched(asked('a'))) ?? (await fetched(await firstOf({})))
    let other = asked('b') && asked('b') !== one?.id ? await fetched(asked('b')) : undefined
    if (one && (!other || grooveTicks(other) !== grooveTicks(one))) {
      first.value = one
      const fitting = (await api.grooves.list({ ticks: grooveTicks(one), most: 200 }))
        .map(listed => listed.summary)
        .filter(summary => summary.id !== one.id)
      other = await fetched(fitting.toSorted((a, b) => kinship(a) - kinship(b))[0]?.id ?? '')
    }
    first.value = one
    second.value = other
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
}
await load()
watch(() => [asked('a'), asked('b')], load)

const kit = computed(() => kits.of(first.value?.kitId ?? ''))
const compared = computed(() =>
  first.value && second.value ? compare(first.value, second.value, kit.value) : undefined,
)
const lines = computed(() =>
  compared.value?.ok && first.value && second.value
    ? compared.value.value.differences.map(one => ({
        ...one,
        says: sayDifference([present(first.value, 'first'), present(second.value, 'second')], one, settings.counting),
      }))
    : [],
)

/** The lines of each bar that differs, folded where there are many. */
const byBar = computed(() => {
  const beats = beatsOf(first.value?.bars ?? [])
  return [...groupedBy(lines.value, one => beatAt(beats, one.at).bar)]
})
const FEW = 12
const opens = (bar: number) => lines.value.length <= FEW || bar === byBar.value[0]?.[0]

/** The ticks of a groove’s own strokes that differ, to be marked in its lanes. */
const marks = (which: 'first' | 'second') =>
  differingKeys(which === 'first' ? present(first.value, 'first') : present(second.value, 'second'), lines.value, which)

const heard = ref<'a' | 'b'>('a')
const performance = computed(() => {
  const groove = heard.value === 'a' ? first.value : second.value
  return groove && looped({ groove, kit: kit.value, click: settings.clickPlan })
})
const { toggle } = usePlayback(performance)
/** The other groove from here on, in the middle of a bar if need be. */
const swap = () => (heard.value = heard.value === 'a' ? 'b' : 'a')
useStationKeys('compare', { play: toggle, swap, first: () => (heard.value = 'a'), second: () => (heard.value = 'b') })
useHead({ title: 'Compare · Bazzet' })
</script>

<template>
  <StationHeader name="Compare">
    <template v-if="first">
      <GroovePicker
        :model-value="first.id"
        :chosen="first"
        label="The first groove"
        inside="First"
        @update:model-value="id => choose('a', id)" />
      with
      <GroovePicker
        v-if="second"
        :model-value="second.id"
        :chosen="second"
        :among="among"
        :except="first.id"
        :rank="kinship"
        label="The second groove"
        inside="Second"
        @update:model-value="id => choose('b', id)" />
    </template>
    <template #actions
      ><UButton v-if="first" :to="`/bench/${first.id}`" color="neutral" variant="outline"
        >Open on Bench</UButton
      ></template
    ></StationHeader
  >
  <div v-if="failed || !first || !second" class="m-auto max-w-md text-center">
    <p class="my-3">
      {{
        failed ||
        (first
          ? `No other groove is as long as “${first.title}”. Keep a variation of it on the Bench, and it can be compared with that.`
          : 'There are no grooves to compare yet.')
      }}
    </p>
    <UButton :to="first ? `/bench/${first.id}` : '/shelf'" color="neutral">{{
      first ? 'Open on Bench' : 'To the Shelf'
    }}</UButton>
  </div>
  <template v-else>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_22rem]">
      <div
        class="min-h-0 space-y-4 overflow-y-auto px-6 py-4 max-xl:pr-11"
        tabindex="0"
        role="group"
        aria-label="The two grooves">
        <section
          v-for="[key, groove, which] in [
            ['a', first, 'first'],
            ['b', second, 'second'],
          ] as const"
          :key="key"
          :aria-label="groove.title">
          <h2 class="mb-1 flex items-center gap-3 text-lg">
            <span
              class="size-2.5 rounded-full"
              :class="heard === key ? 'bg-(--ui-text-highlighted)' : 'border border-accented'" />{{ groove.title }}
            <span v-if="heard === key" class="text-sm font-normal text-muted">{{
              player.playing ? 'playing' : 'plays next'
            }}</span>
          </h2>
          <LanesStill :groove="groove" :marks="marks(which)" large />
          <CompareRibbon
            v-if="which === 'first' && compared?.ok"
            class="mt-4"
            :groove="groove"
            :differences="lines"
            :says="sayComparison(compared.value)" />
        </section>
      </div>
      <SidePanel label="What differs" tabindex="0">
        <h2 class="mb-1 text-lg">What differs</h2>
        <template v-if="compared?.ok">
          <p class="mb-1" data-gist>{{ sayGist([first, second], compared.value) }}</p>
          <p class="mb-2 text-sm text-muted" data-comparison>{{ sayComparison(compared.value) }}</p>
          <details v-for="[bar, ones] in byBar" :key="bar" class="border-t border-muted py-1" :open="opens(bar)">
            <summary class="cursor-pointer font-semibold">Bar {{ bar + 1 }}: {{ ones.length }}</summary>
            <ol class="space-y-1">
              <li v-for="(one, i) in ones" :key="i" data-difference :data-kind="one.kind">{{ one.says }}</li>
            </ol>
          </details>
        </template>
        <p v-else>{{ compared?.reason }}</p>
      </SidePanel>
    </div>
    <StationTransport @toggle="toggle">
      <UButton color="neutral" variant="outline" data-heard @click="swap"
        ><span><KeyCap name="X" /> Hear {{ heard === 'a' ? second.title : first.title }}</span></UButton
      >
      <span class="text-sm text-muted"
        >It changes over in the middle of a bar too. Both sound on the first one’s kit.</span
      >
    </StationTransport>
  </template>
</template>
