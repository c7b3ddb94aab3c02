<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef } from 'vue'
import { sayLegend } from '#core/notation'
import { type Phrase, phraseBars, printedPhrase } from '#core/phrase'
import { sayCount } from '#core/groove'
import { sayTempo } from '#core/time'
import { usePaper } from '~/composables/usePaper'
import { api } from '~/documents/api'
import { useKits } from '~/stores/kits'

/** The Sheet of a phrase: its sections in order, repeats between repeat signs, turns and fills by the time they come. */
const route = useRoute()
const kits = useKits()
const failed = ref('')
const phrase = shallowRef<Phrase>()
try {
  await kits.load()
  phrase.value = (await api.phrases.get(String(route.params.id))).document
} catch (error) {
  failed.value = (error as Error).message
}
const counts = ref(false)
const sticking = ref(false)
const barsToLine = ref(4)
const sections = computed(() => (phrase.value ? printedPhrase(phrase.value) : []))
const content = useTemplateRef('content')
const { paper, scale, fit, width, print } = usePaper(content, () => `${phrase.value?.title ?? 'Sheet'} · Bazzet`, [
  counts,
  sticking,
  barsToLine,
])
</script>

<template>
  <NotOpened v-if="failed || !phrase" what="phrase" :why="failed" to="/phrase" where="To your phrases" />
  <template v-else>
    <StationHeader station="Sheet" :name="phrase.title">
      <BarSelect v-model="paper" label="Paper" :items="['A4', 'Letter']" />
      <BarSelect v-model="barsToLine" label="Bars to a line" :items="[2, 3, 4, 6, 8]" />
      <USwitch v-model="counts" label="Counts" />
      <USwitch v-model="sticking" label="Sticking" />
      <template #actions
        ><UButton :to="`/phrase/${phrase.id}`" color="neutral" variant="outline">To the phrase</UButton
        ><UButton color="neutral" icon="i-lucide-printer" @click="print">Print</UButton></template
      ></StationHeader
    >
    <div
      class="sheet-desk min-h-0 flex-1 overflow-auto bg-accented/50 py-6"
      tabindex="0"
      role="region"
      aria-label="The page">
      <article class="sheet mx-auto bg-white text-black" :style="{ width }" :data-paper="paper" :data-scale="scale">
        <div ref="content">
          <h1 class="display text-2xl font-bold text-black">{{ phrase.title }}</h1>
          <p class="mt-1">
            {{ [sayCount(phraseBars(phrase), 'bar'), sayTempo(phrase.tempo), kits.of(phrase.kitId).name].join(' · ') }}
          </p>
          <p v-if="phrase.notes" class="mt-0.5">{{ phrase.notes }}</p>
          <section v-for="section in sections" :key="section.id" class="sheet-stage mt-3" data-printed>
            <h2 class="text-lg text-black">
              {{ section.name }}<span class="ml-2 text-sm font-normal">{{ section.says }}</span>
            </h2>
            <StaffView
              :groove="section.groove"
              :kit="kits.of(phrase.kitId)"
              :counts="counts"
              :sticking="sticking"
              :scale="scale"
              :per-line="barsToLine"
              :marks="section.marks"
              @drawn="fit" />
          </section>
          <p class="mt-4 text-xs">
            Bars between repeat signs are played as often as stands over them.
            {{ sayLegend(sections.map(section => section.groove)) }}
          </p>
        </div>
      </article>
    </div>
  </template>
</template>
