<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Summaries } from '#core/documents'
import { type Groove, sayCount, sayList } from '#core/groove'
import { TEMPO_WAYS, WAYS, planFor, planSeconds, usualWay } from '#core/practise'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { useKits } from '~/stores/kits'

/** Plans there are, and a plan made from any groove. */
const route = useRoute()
const toast = useToast()
const kits = useKits()
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

// ---- a new plan: the groove, the way to learn it, how the tempo goes, the goal and the minutes ----

const groove = shallowRef<Groove>()
const way = ref('feet-first')
const tempo = ref('rising')
const goal = ref(100)
const minutes = ref<number>()
watch(grooveId, async (id) => {
  groove.value = undefined
  if (!id) return
  try {
    await kits.load()
    const { document } = await api.grooves.get(id)
    if (grooveId.value !== id) return
    groove.value = document
    way.value = usualWay(document)
    goal.value = document.tempo.bpm
    minutes.value = undefined
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error' })
  }
})
const wish = computed(() => groove.value && { way: way.value, tempo: tempo.value, goal: { ...groove.value.tempo, bpm: goal.value }, kit: kits.of(groove.value.kitId), ...(minutes.value ? { minutes: minutes.value } : {}) })
/** What the plan would be, seen before it is made. */
const offered = computed(() => groove.value && planFor(groove.value, newId, wish.value))
const ways = computed(() => WAYS.map(({ id, name }) => ({ label: groove.value && id === usualWay(groove.value) ? `${name} (usual here)` : name, value: id })))
const about = computed(() => WAYS.find(one => one.id === way.value)!.about)
const tempoAbout = computed(() => TEMPO_WAYS.find(one => one.id === tempo.value)!.about)

async function makePlan() {
  const plan = offered.value
  if (!groove.value || !plan?.ok) return
  try {
    await api.plans.create(plan.value)
    const leftOut = groove.value.parts.filter(part => part.muted && part.strokes.length)
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
    <GroovePicker v-model="grooveId" :chosen="chosen" label="Groove to practise" class="ml-auto" placeholder="Make a plan for a groove" />
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <form v-if="groove" class="mb-6 max-w-4xl border-b border-default pb-5" aria-label="A new plan" data-new-plan @submit.prevent="makePlan">
      <h2 class="mb-2 text-lg text-highlighted">A plan for “{{ groove.title }}”</h2>
      <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
        <label class="text-sm text-muted">Way to learn it<br /><USelect v-model="way" :items="ways" class="w-56" aria-label="Way to learn it" /></label>
        <label class="text-sm text-muted">Tempo<br /><USelect v-model="tempo" :items="TEMPO_WAYS.map(one => ({ label: one.name, value: one.id }))" class="w-60" aria-label="How the tempo goes" /></label>
        <label class="text-sm text-muted">Goal, <NoteGlyph :counts="groove.tempo.counts" /><br /><UInputNumber v-model="goal" :min="20" :max="400" class="w-26" aria-label="Goal tempo" /></label>
        <label class="text-sm text-muted">Minutes in all<br /><UInputNumber v-model="minutes" :min="1" :max="240" :placeholder="offered?.ok ? String(Math.round(planSeconds(offered.value) / 60)) : ''" class="w-26" aria-label="Minutes in all" /></label>
        <UButton type="submit" color="neutral" :disabled="!offered?.ok">Make a plan</UButton>
      </div>
      <p class="mt-2 text-[0.94rem]">{{ about }} {{ tempoAbout }}</p>
      <p v-if="offered && !offered.ok" role="alert" class="mt-2 text-error">{{ offered.reason }}</p>
      <ol v-else-if="offered?.ok" class="mt-2 flex flex-wrap gap-x-4 gap-y-0.5 text-sm text-muted" data-offered><li v-for="(stage, i) in offered.value.stages" :key="i"><b>{{ i + 1 }}</b> {{ stage.name }}, {{ Math.round(stage.tempo.bpm) }}</li></ol>
    </form>
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <p v-else-if="loaded && !plans.length" class="mx-auto mt-20 max-w-md text-center">No plans yet. Choose a groove above: its plan takes it apart by the way you choose, and puts it together again stage by stage.</p>
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
