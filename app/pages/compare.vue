<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { compare, differingKeys, sayComparison, sayDifference } from '#core/analyse'
import { type Groove, audibleParts, grooveTicks } from '#core/groove'
import { wholeSpan } from '~/audio/scheduler'
import { useApi } from '~/composables/useApi'
import { useStationKeys } from '~/composables/useStationKeys'
import { usePlayback } from '~/composables/usePlayback'
import { useKits } from '~/stores/kits'
import { usePlayer } from '~/stores/player'
import { useSettings } from '~/stores/settings'

/** Two grooves of one length over one another: count by count, and heard in turn at the press of a key. */
const api = useApi()
const route = useRoute()
const kits = useKits()
const player = usePlayer()
const settings = useSettings()

const failed = ref('')
const all = shallowRef<Groove[]>([])
try {
  await kits.load()
  all.value = (await api.grooves.list()).map(one => one.document)
} catch (error) {
  failed.value = (error as Error).message
}
const id = (which: 'a' | 'b') => String(route.query[which] ?? '')
const byId = (wanted: string) => all.value.find(groove => groove.id === wanted)
const first = computed(() => byId(id('a')) ?? all.value[0])
/** Only grooves of the first one’s length can lie over it; its family stands first. */
const fitting = computed(() => {
  const one = first.value
  if (!one) return []
  const kin = (other: Groove) => Number(other.parent?.id === one.id || one.parent?.id === other.id || (!!one.parent && one.parent.id === other.parent?.id))
  return all.value.filter(other => other.id !== one.id && grooveTicks(other) === grooveTicks(one)).sort((a, b) => kin(b) - kin(a))
})
const second = computed(() => fitting.value.find(groove => groove.id === id('b')) ?? fitting.value[0])
const choose = (which: 'a' | 'b', wanted: string) => navigateTo({ path: '/compare', query: { ...route.query, [which]: wanted } }, { replace: true })

const kit = computed(() => kits.of(first.value?.kitId ?? ''))
const compared = computed(() => (first.value && second.value ? compare(first.value, second.value, kit.value) : undefined))
const lines = computed(() => (compared.value?.ok && first.value ? compared.value.value.differences.map(one => ({ ...one, says: sayDifference(first.value!, one, settings.counting) })) : []))

/** The ticks of a groove’s own strokes that differ, to be marked in its lanes. */
const marks = (which: 'first' | 'second') => differingKeys(which === 'first' ? first.value! : second.value!, lines.value, which)

const heard = ref<'a' | 'b'>('a')
const program = computed(() => {
  const groove = heard.value === 'a' ? first.value : second.value
  return groove && { groove, kit: kit.value, heard: audibleParts(groove, { solo: [] }), click: settings.clickPlan, countIn: 0, span: wholeSpan(groove) }
})
const { toggle } = usePlayback(program)
/** The other groove from here on, in the middle of a bar if need be. */
const swap = () => (heard.value = heard.value === 'a' ? 'b' : 'a')
useStationKeys({ ' ': toggle, 'x': swap, '1': () => (heard.value = 'a'), '2': () => (heard.value = 'b') })
useHead({ title: 'Compare · Bazzet' })
const items = (list: readonly Groove[]) => list.map(groove => ({ label: groove.title, value: groove.id }))
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-default px-5 py-2">
    <h1 class="text-2xl">Compare</h1>
    <template v-if="first">
      <USelect :model-value="first.id" :items="items(all)" class="w-56" aria-label="The first groove" @update:model-value="wanted => choose('a', String(wanted))" />
      with
      <USelect v-if="second" :model-value="second.id" :items="items(fitting)" class="w-56" aria-label="The second groove" @update:model-value="wanted => choose('b', String(wanted))" />
      <UButton :to="`/bench/${first.id}`" size="sm" color="neutral" variant="outline" class="ml-auto">Back to the first</UButton>
    </template>
  </header>
  <div v-if="failed || !first || !second" class="m-auto max-w-md text-center">
    <p class="my-3">{{ failed || (first ? `No other groove is as long as “${first.title}”. Keep a variation of it on the Bench, and it can be compared with that.` : 'There are no grooves to compare yet.') }}</p>
    <UButton :to="first ? `/bench/${first.id}` : '/'" color="neutral">{{ first ? 'To the Bench' : 'To the Shelf' }}</UButton>
  </div>
  <template v-else>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_22rem]">
      <div class="min-h-0 space-y-4 overflow-y-auto px-5 py-4">
        <section v-for="[key, groove, which] in [['a', first, 'first'], ['b', second, 'second']] as const" :key="key" :aria-label="groove.title">
          <h2 class="mb-1 flex items-center gap-3 text-lg">
            <span class="size-2.5 rounded-full" :class="heard === key ? 'bg-(--ui-text-highlighted)' : 'border border-accented'" />{{ groove.title }}
            <span v-if="heard === key" class="text-sm font-normal text-muted">{{ player.playing ? 'sounds' : 'would sound' }}</span>
          </h2>
          <LanesStill :groove="groove" :marks="marks(which)" large />
        </section>
      </div>
      <aside tabindex="0" class="min-h-0 overflow-y-auto border-l border-default px-5 py-4" aria-label="What differs">
        <h2 class="mb-1 text-lg">What differs</h2>
        <template v-if="compared?.ok">
          <p class="mb-2 text-[0.94rem]" data-comparison>{{ sayComparison(compared.value) }}</p>
          <ol class="space-y-1 text-[0.94rem]">
            <li v-for="(one, i) in lines" :key="i" data-difference :data-kind="one.kind" class="border-t border-muted pt-1">{{ one.says }}</li>
          </ol>
        </template>
        <p v-else>{{ compared?.reason }}</p>
      </aside>
    </div>
    <footer class="flex min-h-16 shrink-0 items-center gap-5 border-t border-default bg-muted px-5 py-2">
      <PlayButton @toggle="toggle" />
      <UButton size="lg" color="neutral" variant="outline" data-heard @click="swap">X: hear {{ heard === 'a' ? second.title : first.title }}</UButton>
      <span class="text-sm text-muted">1 and 2 choose, X changes over, in the middle of a bar too. Both sound on the first one’s kit.</span>
    </footer>
  </template>
</template>
