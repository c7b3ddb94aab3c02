<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { sayCount, sayList } from '#core/groove'
import { planFor } from '#core/practise'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'

/** Plans there are, and a plan made from any groove. */
const route = useRoute()
const toast = useToast()
const plans = shallowRef<Summaries['plan'][]>([])
const titles = shallowRef(new Map<string, string>())
const loaded = ref(false)
const failed = ref('')
const grooveId = ref('')
const chosen = shallowRef<{ id: string, title: string }>()

onMounted(async () => {
  try {
    plans.value = (await api.plans.list()).map(one => one.summary)
    const wanted = String(route.query.groove ?? '')
    const ids = [...new Set([...plans.value.flatMap(plan => plan.subjects.map(subject => subject.id)), wanted].filter(Boolean))]
    const grooves = ids.length ? await api.grooves.list({ only: ids }) : []
    titles.value = new Map(grooves.map(({ summary }) => [summary.id, summary.title]))
    const title = titles.value.get(wanted)
    if (title) {
      chosen.value = { id: wanted, title }
      grooveId.value = wanted
    }
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
})

const titlesOf = (plan: Summaries['plan']) => plan.subjects.map(({ id }) => titles.value.get(id) ?? 'its groove is in the bin').join(', ')

async function makePlan() {
  try {
    const groove = (await api.grooves.get(grooveId.value)).document
    const plan = planFor(groove, newId)
    if (!plan.ok) return void toast.add({ title: plan.reason, color: 'error' })
    await api.plans.create(plan.value)
    const leftOut = groove.parts.filter(part => part.muted && part.strokes.length)
    if (leftOut.length) toast.add({ title: `Left out, being muted: ${sayList(leftOut.map(part => part.name))}.` })
    await navigateTo(`/practise/${plan.value.id}`)
  } catch (error) {
    toast.add({ title: 'No plan was made', description: (error as Error).message, color: 'error' })
  }
}
useHead({ title: 'Practise · Bazzet' })
</script>

<template>
  <header class="flex min-h-16 shrink-0 flex-wrap items-center gap-x-4 gap-y-2 border-b border-default px-4 py-2 sm:px-6">
    <h1 class="text-2xl text-highlighted">Practise</h1>
    <form class="ml-auto flex flex-wrap items-center gap-2" @submit.prevent="makePlan">
      <GroovePicker v-model="grooveId" :chosen="chosen" label="Groove to practise" />
      <UButton type="submit" color="neutral" :disabled="!grooveId">Make a plan</UButton>
    </form>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <p v-else-if="loaded && !plans.length" class="mx-auto mt-20 max-w-md text-center">No plans yet. Choose a groove above: its plan takes it apart, feet first, and puts it together again stage by stage.</p>
    <ul class="max-w-4xl">
      <li v-for="plan in plans" :key="plan.id" class="border-b border-muted">
        <NuxtLink :to="`/practise/${plan.id}`" class="flex flex-wrap items-baseline gap-x-4 py-3 hover:bg-muted">
          <h2 class="w-72 text-lg text-highlighted">{{ plan.title }}</h2>
          <span class="text-toned">{{ titlesOf(plan) }}</span>
          <span class="ml-auto text-sm text-muted">{{ sayCount(plan.stages, 'stage') }}, {{ sayCount(Math.round(plan.seconds / 60), 'minute') }}, <TempoMark :tempo="plan.from" /> to <TempoMark v-if="plan.to.counts !== plan.from.counts" :tempo="plan.to" /><template v-else>{{ Math.round(plan.to.bpm) }}</template></span>
        </NuxtLink>
      </li>
    </ul>
    <CareNote class="mt-8 max-w-3xl" />
  </div>
</template>
