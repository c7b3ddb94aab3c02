<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { type Groove, sayCount } from '#core/groove'
import { type Plan, planFor, sayClock } from '#core/practise'
import { newId, type Stored, useApi } from '~/composables/useApi'

/** Plans there are, and a plan made from any groove. */
const api = useApi()
const route = useRoute()
const toast = useToast()
const plans = shallowRef<Stored<Plan>[]>([])
const grooves = shallowRef<Stored<Groove>[]>([])
const loaded = ref(false)
const failed = ref('')
const grooveId = ref(String(route.query.groove ?? ''))

onMounted(async () => {
  try {
    [plans.value, grooves.value] = await Promise.all([api.plans.list(), api.grooves.list()])
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
})

const titles = computed(() => new Map(grooves.value.map(one => [one.document.id, one.document.title])))
const items = computed(() => grooves.value.map(({ document: one }) => ({ label: one.title, value: one.id })))
const length = (plan: Plan) => plan.stages.reduce((sum, stage) => sum + stage.seconds, 0)

async function makePlan() {
  const groove = grooves.value.find(one => one.document.id === grooveId.value)
  if (!groove) return
  const plan = planFor(groove.document, newId)
  if (!plan.ok) return void toast.add({ title: plan.reason, color: 'error' })
  await api.plans.create(plan.value)
  await navigateTo(`/practise/${plan.value.id}`)
}
useHead({ title: 'Practise · Bazzet' })
</script>

<template>
  <header class="flex h-16 shrink-0 items-center gap-4 border-b border-default px-6">
    <h1 class="text-2xl text-highlighted">Practise</h1>
    <form class="ml-auto flex items-center gap-2" @submit.prevent="makePlan">
      <USelect v-model="grooveId" :items="items" placeholder="Choose a groove" class="w-64" aria-label="Groove to practise" />
      <UButton type="submit" color="neutral" :disabled="!titles.has(grooveId)">Make a plan</UButton>
    </form>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 py-5">
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <p v-else-if="loaded && !plans.length" class="mx-auto mt-20 max-w-md text-center">No plans yet. Choose a groove above: its plan takes it apart, feet first, and puts it together again stage by stage.</p>
    <ul class="max-w-4xl">
      <li v-for="{ document: plan } in plans" :key="plan.id" class="border-b border-muted">
        <NuxtLink :to="`/practise/${plan.id}`" class="flex items-baseline gap-4 py-3 hover:bg-muted">
          <h2 class="w-72 text-lg text-highlighted">{{ plan.title }}</h2>
          <span class="text-toned">{{ titles.get(plan.grooveId) ?? 'its groove is in the bin' }}</span>
          <span class="ml-auto text-sm text-muted">{{ sayCount(plan.stages.length, 'stage') }}, {{ sayClock(length(plan)) }} min, {{ plan.stages[0]!.bpm }} to {{ plan.stages.at(-1)!.bpm }} a minute</span>
        </NuxtLink>
      </li>
    </ul>
    <CareNote class="mt-8 max-w-3xl" />
  </div>
</template>
