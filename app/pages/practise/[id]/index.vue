<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { type Groove, saySpan } from '#core/groove'
import { type Plan, type Stage, castPart, plainTempo, planSeconds, sayStageLimbs, stageDoubled, stageMoved, stageNamed, stageOut, withStage } from '#core/practise'
import { type By, CLICKS } from '#core/perform'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { usePlans } from '~/stores/plans'
import { useSettings } from '~/stores/settings'

/** One plan: its stages, each to be changed, then run. */
const route = useRoute()
const toast = useToast()
const plans = usePlans()
const settings = useSettings()
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
const take = (plan: Plan) => {
  const done = plans.edit(plan)
  if (!done.ok) refused(done.reason)
}
function cast(stage: Stage, partId: string, by: By) {
  const now = castPart(stage, groove.value!, partId, by)
  if (!now.ok) return refused(now.reason)
  set(stage, now.value)
}
function takeOut(stage: Stage) {
  const less = stageOut(plans.document!, stage.id)
  if (!less.ok) return refused(less.reason)
  take(less.value)
}
function retitle(event: Event) {
  const input = event.target as HTMLInputElement
  const title = input.value.trim()
  if (title) take({ ...plans.document!, title })
  else input.value = plans.document!.title
}
const stages = computed({ get: () => plans.document!.stages, set: now => take({ ...plans.document!, stages: now }) })
const partsIn = (stage: Stage) => [...groove.value!.parts.filter(part => !stage.extra.some(one => one.id === `stage-${part.id}`)), ...stage.extra]
const BY = [{ label: 'you', value: 'player' }, { label: 'machine', value: 'machine' }, { label: 'sung', value: 'sung' }, { label: 'silent', value: 'silent' }]
async function copy() {
  const made = { ...plans.document!, id: newId(), title: `${plans.document!.title}, copied`.slice(0, 160) }
  await api.plans.create(made)
  await navigateTo(`/practise/${made.id}`)
}
async function toBin() {
  const { title, id } = plans.document!
  await navigateTo('/practise')
  const back = await plans.toBin()
  toast.add({ title: `“${title}” is in the bin.`, actions: [{ label: 'Take it out again', onClick: async () => {
    await back()
    await navigateTo(`/practise/${id}`)
  } }] })
}
const programOf = ({ click: { program } }: Stage) => (typeof program === 'string' ? program : 'own slots')
useKeptOpen(plans)
useHead({ title: () => `${plans.document?.title ?? 'Plan'} · Bazzet` })
</script>

<template>
  <NotOpened v-if="failed || !plans.document || !groove" what="plan" :why="failed" to="/practise" where="To all plans" />
  <template v-else>
    <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-b border-default px-4 py-2 sm:px-6">
      <h1 class="sr-only">{{ plans.document.title }}</h1>
      <input :value="plans.document.title" aria-label="Title of the plan" maxlength="160" class="display field-sizing-content min-w-24 max-w-full border-b border-transparent bg-transparent text-2xl text-highlighted hover:border-accented focus:border-inverted sm:max-w-120" @change="retitle" />
      <NuxtLink :to="`/bench/${groove.id}`" class="text-sm text-muted underline">{{ groove.title }} on the Bench</NuxtLink>
      <span class="text-sm text-muted">{{ Math.round(planSeconds(plans.document) / 60) }} minutes</span>
      <SaveNote class="ml-auto" :state="plans.saveState" />
      <UButton color="neutral" variant="ghost" @click="copy">Copy</UButton>
      <UButton color="neutral" variant="ghost" icon="i-lucide-trash-2" aria-label="Put the plan in the bin" @click="toBin" />
      <UButton color="neutral" size="lg" :to="`/practise/${plans.document.id}/run`">Start practising</UButton>
    </header>
    <StaleNotice v-if="plans.theirs" what="plan" :mine="plans.document" :theirs="plans.theirs" @choose="plans.resolveStale" />
    <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
      <VueDraggable v-model="stages" tag="ol" handle=".grip" :animation="120" class="max-w-4xl">
        <li v-for="(stage, i) in plans.document.stages" :key="stage.id" class="grid grid-cols-[2.5rem_1fr] border-b border-muted py-4" :data-stage="stage.name">
          <span class="grip display cursor-grab text-2xl text-muted" title="Drag to another place">{{ i + 1 }}</span>
          <div>
            <div class="flex flex-wrap items-center gap-2">
              <h2 class="sr-only">{{ stage.name }}</h2>
              <input :value="stage.name" :aria-label="`Name of stage ${i + 1}`" maxlength="160" class="display field-sizing-content min-w-16 max-w-full border-b border-transparent bg-transparent text-lg text-highlighted hover:border-accented focus:border-inverted" @change="event => set(stage, stageNamed(stage, groove!, (event.target as HTMLInputElement).value.trim()))" />
              <span class="ml-auto flex">
                <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-arrow-up" :aria-label="`Stage ${i + 1} earlier`" :disabled="i === 0" @click="take(stageMoved(plans.document!, stage.id, i - 1))" />
                <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-arrow-down" :aria-label="`Stage ${i + 1} later`" :disabled="i === plans.document.stages.length - 1" @click="take(stageMoved(plans.document!, stage.id, i + 1))" />
                <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-copy-plus" :aria-label="`Stage ${i + 1} once more`" @click="take(stageDoubled(plans.document!, stage.id, newId))" />
                <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-x" :aria-label="`Take stage ${i + 1} out`" @click="takeOut(stage)" />
              </span>
            </div>
            <p class="text-sm text-muted">{{ sayStageLimbs(groove, stage) }}<template v-if="stage.span"> Only {{ saySpan(groove, stage.span, settings.counting) }}.</template></p>
            <p v-if="stage.attend" class="text-sm">{{ stage.attend }}</p>
            <div class="mt-2 flex flex-wrap gap-x-3 gap-y-1" role="group" :aria-label="`Who plays in stage ${i + 1}`">
              <label v-for="part in partsIn(stage)" :key="part.id" class="flex items-center gap-1.5 text-sm" :class="(stage.parts[part.id] ?? 'silent') === 'silent' ? 'text-muted' : ''">{{ part.name }} <USelect :model-value="stage.parts[part.id] ?? 'silent'" :items="BY" size="xs" class="w-24" :aria-label="`Who plays ${part.name} in stage ${i + 1}`" @update:model-value="by => cast(stage, part.id, by as By)" /></label>
            </div>
            <div class="mt-3 flex flex-wrap items-center gap-4">
              <label class="flex items-center gap-2 text-sm text-muted">click <USelect :model-value="programOf(stage)" :items="programOf(stage) === 'own slots' ? [...CLICKS, 'own slots'] : [...CLICKS]" size="sm" class="w-32" :aria-label="`Click of stage ${i + 1}`" @update:model-value="program => program !== 'own slots' && set(stage, { click: { ...stage.click, program: program as typeof CLICKS[number] } })" /></label>
              <label class="flex items-center gap-2 text-sm text-muted">tempo <UInputNumber :model-value="stage.tempo.bpm" :min="20" :max="400" size="sm" class="w-28" :aria-label="`Tempo of stage ${i + 1}`" @update:model-value="bpm => bpm && set(stage, { tempo: { ...plainTempo(stage.tempo), bpm } })" /> <NoteGlyph :counts="stage.tempo.counts" /><span v-if="stage.tempo.assumed">, as assumed of an older plan</span></label>
              <label class="flex items-center gap-2 text-sm text-muted"><UInputNumber :model-value="stage.length.seconds / 60" :min="0.1" :max="60" :step="0.5" :step-snapping="false" size="sm" class="w-28" :aria-label="`Minutes of stage ${i + 1}`" @update:model-value="minutes => minutes && set(stage, { length: { seconds: Math.round(minutes * 60) } })" /> minutes</label>
            </div>
          </div>
        </li>
      </VueDraggable>
      <CareNote class="mt-8 max-w-3xl" />
    </div>
  </template>
</template>
