<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import type { Groove } from '#core/groove'
import { type Stage, partsOf, plainTempo, sayStageLimbs, toggledPart, withStage } from '#core/practise'
import { CLICKS } from '#core/perform'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { api } from '~/documents/api'
import { usePlans } from '~/stores/plans'

/** One plan: its stages, each to be changed, then run. */
const route = useRoute()
const toast = useToast()
const plans = usePlans()
const groove = shallowRef<Groove>()
const failed = ref('')

try {
  await plans.open(String(route.params.id))
  groove.value = (await api.grooves.get(plans.document!.stages[0]!.subject.id)).document
} catch (error) {
  failed.value = (error as Error).message
}

const refused = (reason: string) => void toast.add({ title: reason, color: 'error' })
function set(stage: Stage, facts: Partial<Stage>) {
  const done = plans.edit(withStage(plans.document!, stage.id, facts))
  if (!done.ok) refused(done.reason)
}
function togglePart(stage: Stage, partId: string) {
  const parts = toggledPart(stage, partId)
  if (!parts.ok) return refused(parts.reason)
  set(stage, { parts: parts.value })
}
const programOf = ({ click: { program } }: Stage) => (typeof program === 'string' ? program : 'own slots')
useKeptOpen(plans)
useHead({ title: () => `${plans.document?.title ?? 'Plan'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed || !plans.document || !groove" what="plan" :why="failed" to="/practise" where="To all plans" />
  <template v-else>
    <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-b border-default px-4 py-2 sm:px-6">
      <h1 class="text-2xl text-highlighted">{{ plans.document.title }}</h1>
      <NuxtLink :to="`/bench/${groove.id}`" class="text-sm text-muted underline">{{ groove.title }} on the Bench</NuxtLink>
      <SaveNote class="ml-auto" :state="plans.saveState" />
      <UButton color="neutral" size="lg" :to="`/practise/${plans.document.id}/run`">Start practising</UButton>
    </header>
    <StaleNotice v-if="plans.theirs" what="plan" :mine="plans.document" :theirs="plans.theirs" @choose="plans.resolveStale" />
    <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
      <ol class="max-w-4xl">
        <li v-for="(stage, i) in plans.document.stages" :key="stage.id" class="grid grid-cols-[2.5rem_1fr] border-b border-muted py-4" :data-stage="stage.name">
          <span class="display text-2xl text-muted">{{ i + 1 }}</span>
          <div>
            <h2 class="text-lg text-highlighted">{{ stage.name }}</h2>
            <p class="text-sm text-muted">{{ sayStageLimbs(groove, stage) }}</p>
            <div class="mt-2 flex flex-wrap gap-1" role="group" :aria-label="`Parts that sound in stage ${i + 1}`">
              <UButton v-for="part in groove.parts" :key="part.id" size="xs" color="neutral" :variant="partsOf(stage).includes(part.id) ? 'solid' : 'outline'" :aria-pressed="partsOf(stage).includes(part.id)" @click="togglePart(stage, part.id)">{{ part.name }}</UButton>
            </div>
            <div class="mt-3 flex flex-wrap items-center gap-4">
              <label class="flex items-center gap-2 text-sm text-muted">click <USelect :model-value="programOf(stage)" :items="programOf(stage) === 'own slots' ? [...CLICKS, 'own slots'] : [...CLICKS]" size="sm" class="w-32" :aria-label="`Click of stage ${i + 1}`" @update:model-value="program => program !== 'own slots' && set(stage, { click: { ...stage.click, program: program as typeof CLICKS[number] } })" /></label>
              <label class="flex items-center gap-2 text-sm text-muted">tempo <UInputNumber :model-value="stage.tempo.bpm" :min="20" :max="400" size="sm" class="w-28" :aria-label="`Tempo of stage ${i + 1}`" @update:model-value="bpm => bpm && set(stage, { tempo: { ...plainTempo(stage.tempo), bpm } })" /> <NoteGlyph :counts="stage.tempo.counts" /><span v-if="stage.tempo.assumed">, as assumed of an older plan</span></label>
              <label class="flex items-center gap-2 text-sm text-muted"><UInputNumber :model-value="stage.length.seconds / 60" :min="0.1" :max="60" :step="0.5" :step-snapping="false" size="sm" class="w-28" :aria-label="`Minutes of stage ${i + 1}`" @update:model-value="minutes => minutes && set(stage, { length: { seconds: Math.round(minutes * 60) } })" /> minutes</label>
            </div>
          </div>
        </li>
      </ol>
      <CareNote class="mt-8 max-w-3xl" />
    </div>
  </template>
</template>
