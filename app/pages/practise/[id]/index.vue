<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import { CLICKS, type Groove } from '#core/groove'
import { type Plan, type Stage, sayStageLimbs } from '#core/practise'
import { sayNoteValue } from '#core/time'
import { ApiProblem, useApi } from '~/composables/useApi'

/** One plan: its stages, each to be changed, then run. */
const api = useApi()
const route = useRoute()
const toast = useToast()
const id = String(route.params.id)
const plan = shallowRef<Plan>()
const groove = shallowRef<Groove>()
const failed = ref('')
let revision = 0

try {
  const stored = await api.plans.get(id)
  revision = stored.revision
  groove.value = (await api.grooves.get(stored.document.grooveId)).document
  plan.value = stored.document
} catch (error) {
  failed.value = (error as Error).message
}

/** Every change is saved as it is made; what the server refuses is put back as it was, with the reason. */
async function change(to: Plan) {
  const before = plan.value!
  plan.value = to
  try {
    revision = (await api.plans.save(to, revision)).revision
  } catch (error) {
    plan.value = before
    toast.add({ title: (error as Error).message, color: 'error' })
    if (error instanceof ApiProblem && error.status === 409) await reload()
  }
}
async function reload() {
  const stored = await api.plans.get(id)
  revision = stored.revision
  plan.value = stored.document
}

const set = (stage: Stage, facts: Partial<Stage>) => change({ ...plan.value!, stages: plan.value!.stages.map(one => (one.id === stage.id ? { ...one, ...facts } : one)) })
function togglePart(stage: Stage, partId: string) {
  const partIds = stage.partIds.includes(partId) ? stage.partIds.filter(one => one !== partId) : [...stage.partIds, partId]
  if (!partIds.length) return void toast.add({ title: 'A stage plays at least one part; choose another first.' })
  return set(stage, { partIds })
}
useHead({ title: () => `${plan.value?.title ?? 'Plan'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed || !plan || !groove" what="plan" :why="failed" to="/practise" where="To all plans" />
  <template v-else>
    <header class="flex h-16 shrink-0 items-center gap-4 border-b border-default px-6">
      <h1 class="text-2xl text-highlighted">{{ plan.title }}</h1>
      <NuxtLink :to="`/bench/${groove.id}`" class="text-sm text-muted underline">{{ groove.title }} on the Bench</NuxtLink>
      <UButton class="ml-auto" color="neutral" size="lg" :to="`/practise/${plan.id}/run`">Start practising</UButton>
    </header>
    <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
      <ol class="max-w-4xl">
        <li v-for="(stage, i) in plan.stages" :key="stage.id" class="grid grid-cols-[2.5rem_1fr] border-b border-muted py-4" :data-stage="stage.name">
          <span class="display text-2xl text-muted">{{ i + 1 }}</span>
          <div>
            <h2 class="text-lg text-highlighted">{{ stage.name }}</h2>
            <p class="text-sm text-muted">{{ sayStageLimbs(groove, stage) }}</p>
            <div class="mt-2 flex flex-wrap gap-1" role="group" :aria-label="`Parts that sound in stage ${i + 1}`">
              <UButton v-for="part in groove.parts" :key="part.id" size="xs" color="neutral" :variant="stage.partIds.includes(part.id) ? 'solid' : 'outline'" :aria-pressed="stage.partIds.includes(part.id)" @click="togglePart(stage, part.id)">{{ part.name }}</UButton>
            </div>
            <div class="mt-3 flex flex-wrap items-center gap-4">
              <label class="flex items-center gap-2 text-sm text-muted">click <USelect :model-value="stage.click" :items="[...CLICKS]" size="sm" class="w-32" :aria-label="`Click of stage ${i + 1}`" @update:model-value="click => set(stage, { click: click as Stage['click'] })" /></label>
              <label class="flex items-center gap-2 text-sm text-muted">tempo <UInputNumber :model-value="stage.bpm" :min="20" :max="400" size="sm" class="w-28" :aria-label="`Tempo of stage ${i + 1}`" @update:model-value="bpm => bpm && set(stage, { bpm })" /> {{ sayNoteValue(groove.tempo.counts) }} a minute</label>
              <label class="flex items-center gap-2 text-sm text-muted"><UInputNumber :model-value="stage.seconds / 60" :min="0.1" :max="60" :step="0.5" :step-snapping="false" size="sm" class="w-28" :aria-label="`Minutes of stage ${i + 1}`" @update:model-value="minutes => minutes && set(stage, { seconds: Math.round(minutes * 60) })" /> minutes</label>
            </div>
          </div>
        </li>
      </ol>
      <CareNote class="mt-8 max-w-3xl" />
    </div>
  </template>
</template>
