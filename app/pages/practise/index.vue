<script setup lang="ts">
import { ref, shallowRef, watch } from 'vue'
import type { Summaries } from '#core/documents'
import { type Groove, type Span, grooveTicks, sayCount, sayList } from '#core/groove'
import { type Plan, phrasePlan, sayDuration } from '#core/practise'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { createUntaken } from '~/documents/untaken'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** Plans there are, and a plan made from a groove, a span of it, or a phrase. */
const route = useRoute()
const toast = useToast()
const kits = useKits()
const plans = shallowRef<Summaries['plan'][]>([])
const titles = shallowRef(new Map<string, string>())
const loaded = ref(false)
const failed = ref('')
const grooveId = ref('')
const chosen = shallowRef<{ id: string; title: string }>()
const groove = shallowRef<Groove>()
const span = shallowRef<Span>()
const settings = useSettings()
/** A plan is being made, of the groove that was last on the Bench until another is chosen. */
const making = ref(false)
function begin() {
  making.value = true
  grooveId.value ||= settings.lastGroove
}

onMounted(async () => {
  try {
    plans.value = (await api.plans.list()).map(one => one.summary)
    const wanted = String(route.query.groove ?? '')
    const named = plans.value.flatMap(plan => plan.subjects)
    const ids = (kind: string, more = '') =>
      [...new Set([...named.filter(one => one.kind === kind).map(one => one.id), more].filter(Boolean))].slice(0, 200)
    const [grooves, phrases] = await Promise.all([
      ids('groove', wanted).length ? api.grooves.list({ only: ids('groove', wanted) }) : [],
      ids('phrase').length ? api.phrases.list({ only: ids('phrase') }) : [],
    ])
    titles.value = new Map([...grooves, ...phrases].map(({ summary }) => [summary.id, summary.title]))
    const title = titles.value.get(wanted)
    if (title) {
      chosen.value = { id: wanted, title }
      grooveId.value = wanted
      making.value = true
    }
    if (route.query.phrase) await planPhrase(String(route.query.phrase))
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
})
/** What is practised, and once: plans of a sticking carry it with them. */
const titlesOf = (plan: Summaries['plan']) =>
  plan.subjects.map(({ id, kind }) => titles.value.get(id) ?? `its ${kind} is in the bin`).join(', ') || 'a sticking'

watch(grooveId, async id => {
  groove.value = undefined
  if (!id) return
  try {
    await kits.load()
    const { document } = await api.grooves.get(id)
    if (grooveId.value !== id) return
    const [from, to] = [Number(route.query.from), Number(route.query.to)]
    span.value =
      id === route.query.groove && from >= 0 && to > from && to <= grooveTicks(document) ? { from, to } : undefined
    chosen.value = { id, title: document.title }
    groove.value = document
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error' })
  }
})

async function make(plan: Plan, replace = false) {
  try {
    await createUntaken('plan', plan)
    const leftOut = groove.value?.parts.filter(part => part.muted && part.strokes.length) ?? []
    if (leftOut.length) toast.add({ title: `Left out, being muted: ${sayList(leftOut.map(part => part.name))}.` })
    await navigateTo(`/practise/${plan.id}`, { replace })
  } catch (error) {
    toast.add({ title: 'No plan was made', description: (error as Error).message, color: 'error' })
  }
}
async function planPhrase(id: string) {
  const [from, to] = [Number(route.query.from), Number(route.query.to)]
  const plan = phrasePlan((await api.phrases.get(id)).document, newId, to > from ? { bars: { from, to } } : {})
  // Going back does not make another.
  if (plan.ok) await make(plan.value, true)
  else toast.add({ title: plan.reason, color: 'error' })
}
const kind = ref('plan')
const KINDS = [
  { label: 'A plan', value: 'plan' },
  { label: 'Figures', value: 'figures' },
  { label: 'In and out', value: 'turns' },
]
useHead({ title: 'Practise · Bazzet' })
</script>

<template>
  <StationHeader name="Practise">
    <template #actions
      ><UButton v-if="!making" size="xl" color="neutral" icon="i-lucide-plus" @click="begin"
        >A new plan</UButton
      ></template
    >
  </StationHeader>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <div v-if="making" class="mb-6 max-w-5xl border-b border-default pb-5">
      <UFormField label="For the groove" class="mb-3"
        ><GroovePicker v-model="grooveId" v-bind="chosen ? { chosen } : {}" label="Groove to practise"
      /></UFormField>
      <template v-if="groove">
        <UTabs v-model="kind" :items="KINDS" color="neutral" variant="link" :content="false" class="mb-3" />
        <NewPlan
          v-if="kind === 'plan'"
          :groove="groove"
          :span="span"
          :from-bench="route.query.as === 'bench'"
          @make="plan => make(plan)" />
        <FiguresForm v-else-if="kind === 'figures'" :groove="groove" @make="plan => make(plan)" />
        <TurnsForm v-else :groove="groove" @make="plan => make(plan)" />
      </template>
    </div>
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <p v-else-if="loaded && !plans.length" class="mx-auto mt-20 max-w-md text-center">
      No plans yet. A plan takes a groove apart by the way you choose, and puts it together again stage by stage.
    </p>
    <ul class="max-w-5xl">
      <li v-for="plan in plans" :key="plan.id" class="border-b border-muted">
        <NuxtLink :to="`/practise/${plan.id}`" class="flex flex-wrap items-baseline gap-x-4 py-3 hover:bg-muted">
          <h2 class="w-80 text-lg text-highlighted">{{ plan.title }}</h2>
          <span class="text-toned">{{ titlesOf(plan) }}</span>
          <span class="ml-auto text-sm text-muted"
            >{{ sayCount(plan.stages, 'stage') }}, {{ sayDuration(plan.seconds) }}, <TempoMark :tempo="plan.from" /> to
            <TempoMark v-if="plan.to.counts !== plan.from.counts" :tempo="plan.to" /><template v-else>{{
              Math.round(plan.to.bpm)
            }}</template></span
          >
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>
