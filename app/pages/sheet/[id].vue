<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef, watch } from 'vue'
import * as z from 'zod/mini'
import { type Groove, sayBars, sayFeel } from '#core/groove'
import { type SheetSetup, printed, sayLegend, setUp } from '#core/notation'
import { present } from '#core/present'
import { styleOf } from '#core/style'
import { usePaper } from '~/composables/usePaper'
import { api } from '~/documents/api'
import { readBy } from '~/read-by'
import { useRemembered } from '~/remembered'
import { useKits } from '~/stores/kits'

/** The Sheet: a groove on paper, whole or built up in stages, on A4 or Letter. */
const route = useRoute()
const kits = useKits()
const failed = ref('')
const groove = shallowRef<Groove>()
/** The groove, for what is reached only once it has come. */
const here = computed(() => present(groove.value, 'groove'))
try {
  await kits.load()
  groove.value = (await api.grooves.get(String(route.params.id))).document
} catch (error) {
  failed.value = (error as Error).message
}

const counts = ref(true)
const sticking = ref(true)

const sheet: z.ZodMiniType<SheetSetup> = z.object({
  entries: z.array(z.object({ grooveId: z.string(), only: z.nullable(z.array(z.string())), title: z.string() })),
  barsToLine: z.number(),
  forBand: z.string(),
})
/** How each groove's sheet was set up last, on this machine. */
const setups = useRemembered('sheets', { read: readBy(z.record(z.string(), sheet)), usual: {} })
const setup = computed<SheetSetup>({
  get: () => setups.value[here.value.id] ?? setUp(here.value, 1),
  set: now => (setups.value = { ...setups.value, [here.value.id]: now }),
})
const stages = computed({
  get: () => Math.min(4, setup.value.entries.filter(entry => entry.grooveId === here.value.id).length) || 1,
  set: (many: number) => (setup.value = setUp(here.value, many, setup.value)),
})
/** Every groove that is on the sheet; others than its own are fetched as they are asked for. */
const grooves = shallowRef<ReadonlyMap<string, Groove>>(new Map(groove.value ? [[groove.value.id, groove.value]] : []))
watch(
  () => (groove.value ? setup.value.entries.map(entry => entry.grooveId) : []),
  async ids => {
    const missing = [...new Set(ids)].filter(id => !grooves.value.has(id))
    if (!missing.length) return
    const found = await api.grooves.some(missing)
    grooves.value = new Map([...grooves.value, ...found.map(({ document }) => [document.id, document] as const)])
  },
  { immediate: true },
)
const shown = computed(() =>
  (groove.value ? setup.value.entries : []).flatMap((entry, i) => {
    const one = grooves.value.get(entry.grooveId)
    return one
      ? [
          {
            key: `${i} ${entry.grooveId}`,
            groove: one,
            title: entry.title || (one.id === here.value.id ? '' : one.title),
            ...printed(one, entry),
          },
        ]
      : []
  }),
)
const content = useTemplateRef('content')
const { paper, scale, fit, width, print } = usePaper(content, () => `${groove.value?.title ?? 'Sheet'} · Bazzet`, [
  setup,
  counts,
  sticking,
])
</script>

<template>
  <NotOpened v-if="failed || !groove" what="groove" :why="failed" to="/shelf" where="To the Shelf" />
  <template v-else>
    <StationHeader station="Sheet" :name="groove.title">
      <BarSelect v-model="paper" label="Paper" :items="['A4', 'Letter']" />
      <BarSelect v-model="stages" label="Stages" :items="[1, 2, 3, 4]" />
      <USwitch v-model="counts" label="Counts" />
      <USwitch v-model="sticking" label="Sticking" />
      <template #actions
        ><UButton :to="`/bench/${groove.id}`" color="neutral" variant="outline">Open on Bench</UButton
        ><UButton color="neutral" icon="i-lucide-printer" @click="print">Print</UButton></template
      ></StationHeader
    >
    <div class="sheet-page grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_18.5rem]">
      <div
        class="sheet-desk min-h-0 overflow-auto bg-accented/50 py-6"
        tabindex="0"
        role="region"
        aria-label="The page">
        <article class="sheet mx-auto bg-white text-black" :style="{ width }" :data-paper="paper" :data-scale="scale">
          <div ref="content">
            <h1 class="display text-2xl font-bold text-black">{{ groove.title }}</h1>
            <p class="mt-1">
              {{
                [styleOf(groove.style)?.name, sayBars(groove), sayFeel(groove), kits.of(groove.kitId).name]
                  .filter(Boolean)
                  .join(' · ')
              }}
            </p>
            <p v-if="setup.forBand" class="mt-0.5 font-semibold">{{ setup.forBand }}</p>
            <section v-for="entry in shown" :key="entry.key" class="sheet-stage mt-3">
              <h2 v-if="entry.title" class="mb-1 text-lg text-black">
                {{ entry.title }}<span v-if="entry.limbs" class="ml-2 text-sm font-normal">{{ entry.limbs }}</span>
              </h2>
              <StaffView
                :groove="entry.groove"
                :kit="kits.of(entry.groove.kitId)"
                :only="entry.only"
                :counts="counts"
                :sticking="sticking"
                :scale="scale"
                :per-line="setup.barsToLine"
                @drawn="fit" />
            </section>
            <p class="mt-4 text-xs">
              {{ sticking ? 'R and L are the hands, r and l the feet. ' : ''
              }}{{ sayLegend(shown.map(one => one.groove)) }}
            </p>
          </div>
        </article>
      </div>
      <SidePanel label="What is printed" class="no-print"
        ><SheetPanel :setup="setup" :home="groove" :grooves="grooves" @setup="now => (setup = now)"
      /></SidePanel>
    </div>
  </template>
</template>
