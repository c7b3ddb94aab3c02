<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import type { Groove } from '#core/groove'
import { styleOf } from '#core/style'
import { ApiProblem, newId, type Stored, useApi } from '~/composables/useApi'

/** The Shelf: every groove there is; find one, begin one, open one from a file. */
const api = useApi()
const toast = useToast()
const grooves = shallowRef<Stored<Groove>[]>([])
const binned = shallowRef<Stored<Groove>[]>([])
const failed = ref('')
const loaded = ref(false)
const wanted = ref('')
const beginning = ref(false)
const inBin = ref(false)
const file = ref<HTMLInputElement>()

async function load() {
  try {
    [grooves.value, binned.value] = await Promise.all([api.grooves.list(), api.grooves.binned()])
    failed.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
}
onMounted(load)

const titles = computed(() => new Map(grooves.value.map(one => [one.document.id, one.document.title])))
const found = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return grooves.value.filter(({ document: one }) => {
    const text = [one.title, styleOf(one.style)?.name, ...one.tags, one.notes].join(' ').toLowerCase()
    return words.every(word => text.includes(word))
  })
})

async function keep(groove: Groove) {
  try {
    await api.grooves.create(groove)
  } catch (error) {
    // A groove opened twice stands beside the first, under an id of its own.
    if (!(error instanceof ApiProblem) || error.status !== 409) throw error
    groove = { ...groove, id: newId() }
    await api.grooves.create(groove)
    toast.add({ title: `“${groove.title}” was here already; this is a second one.` })
  }
  await navigateTo(`/bench/${groove.id}`)
}

async function openFile(event: Event) {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  const { readGrooveJson } = await import('#core/formats')
  const read = readGrooveJson(await chosen.text())
  if (!read.ok) {
    toast.add({ title: `“${chosen.name}” was not opened`, description: read.reason, color: 'error', duration: 20000 })
    return
  }
  await keep(read.value)
}

async function bin({ document: groove }: Stored<Groove>) {
  await api.grooves.bin(groove.id)
  await load()
  toast.add({ title: `“${groove.title}” is in the bin.`, actions: [{ label: 'Take it out again', onClick: () => restore(groove.id) }] })
}
async function restore(id: string) {
  await api.grooves.restore(id)
  await load()
}
useHead({ title: 'Shelf · Bazzet' })
</script>

<template>
  <header class="flex h-16 shrink-0 items-center gap-4 border-b border-default px-6">
    <h1 class="text-2xl text-highlighted">Shelf</h1>
    <UInput v-model="wanted" icon="i-lucide-search" placeholder="Title, style or tag" class="w-64" aria-label="Find a groove" />
    <p class="text-sm text-muted" role="status">{{ loaded ? `${found.length} of ${grooves.length}` : 'Looking …' }}</p>
    <div class="ml-auto flex gap-2">
      <UButton v-if="binned.length" color="neutral" variant="ghost" @click="inBin = !inBin">Bin ({{ binned.length }})</UButton>
      <UButton color="neutral" variant="outline" icon="i-lucide-folder-open" @click="file?.click()">Open a file</UButton>
      <UButton color="neutral" icon="i-lucide-plus" @click="beginning = true">Begin a groove</UButton>
      <input ref="file" type="file" accept=".json,application/json" class="hidden" aria-label="Groove file" @change="openFile" />
    </div>
  </header>
  <div class="min-h-0 flex-1 overflow-y-auto px-6 pb-8 pt-5">
    <section v-if="inBin && binned.length" class="mb-6 border-l-3 border-accented pl-4" aria-labelledby="bin-title">
      <h2 id="bin-title" class="text-lg">In the bin</h2>
      <ul>
        <li v-for="one in binned" :key="one.document.id" class="flex items-center gap-3">{{ one.document.title }} <UButton size="xs" color="neutral" variant="outline" @click="restore(one.document.id)">Take it out</UButton></li>
      </ul>
    </section>
    <p v-if="failed" role="alert" class="text-error">{{ failed }} <UButton size="sm" color="neutral" variant="outline" @click="load">Try again</UButton></p>
    <div v-else-if="loaded && !grooves.length" class="mx-auto mt-20 max-w-md text-center">
      <h2 class="text-xl">Nothing on the Shelf yet</h2>
      <p class="my-3">Begin a groove from a style, with a first part for each limb, and change it until it is yours.</p>
      <UButton color="neutral" size="lg" @click="beginning = true">Begin a groove</UButton>
    </div>
    <p v-else-if="loaded && !found.length">Nothing here is called “{{ wanted }}”. <UButton size="sm" color="neutral" variant="outline" @click="wanted = ''">Show all</UButton></p>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(17rem,1fr))] gap-x-8 gap-y-7">
      <ShelfCard v-for="stored in found" :key="stored.document.id" :stored="stored" :parent="stored.document.parent ? titles.get(stored.document.parent.id) ?? 'a groove no longer here' : undefined" @bin="bin(stored)" />
    </div>
  </div>
  <LazyBeginDialog v-if="beginning" v-model:open="beginning" @begin="keep" />
</template>
