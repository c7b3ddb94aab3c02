<script setup lang="ts">
import { ref, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { sayCount } from '#core/groove'
import { phraseFrom } from '#core/phrase'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'
import { createUntaken } from '~/documents/untaken'
import { useSettings } from '~/stores/settings'

/** Phrases there are, and one begun from any groove. */
const settings = useSettings()
const toast = useToast()
const phrases = shallowRef<Summaries['phrase'][]>([])
const loaded = ref(false)
const failed = ref('')
const grooveId = ref(settings.lastGroove)
const chosen = shallowRef<{ id: string; title: string }>()

async function load() {
  try {
    phrases.value = (await api.phrases.list()).map(one => one.summary)
    const [last] = settings.lastGroove ? await api.grooves.list({ only: [settings.lastGroove] }) : []
    if (last) chosen.value = { id: last.summary.id, title: last.summary.title }
    else grooveId.value = ''
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
}
onMounted(load)

async function begin() {
  try {
    const { document, revision } = await api.grooves.get(grooveId.value)
    const phrase = phraseFrom(document, revision, newId)
    await createUntaken('phrase', phrase)
    await navigateTo(`/phrase/${phrase.id}?templates=1`)
  } catch (error) {
    toast.add({ title: 'No phrase was begun', description: (error as Error).message, color: 'error' })
  }
}
async function bin({ id, title }: Summaries['phrase']) {
  await api.phrases.bin(id)
  await load()
  toast.add({
    title: `“${title}” is in the bin.`,
    actions: [
      {
        label: 'Undo',
        onClick: async () => {
          await api.phrases.restore(id)
          await load()
        },
      },
    ],
  })
}
useHead({ title: 'Phrase · Bazzet' })
</script>

<template>
  <StationHeader name="Phrase"
    ><template #actions>
      <form class="flex flex-wrap items-center gap-2" @submit.prevent="begin">
        <GroovePicker v-model="grooveId" :chosen="chosen" label="Groove to begin with" inside="Begin with" />
        <UButton type="submit" color="neutral" :disabled="!grooveId">Begin a phrase</UButton>
      </form>
    </template></StationHeader
  >
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
    <p v-else-if="loaded && !phrases.length" class="mx-auto mt-20 max-w-md text-center">
      No phrases yet. Choose a groove above: it is played four times, and templates make a form of it: three bars and a
      fill, fours traded, a B section.
    </p>
    <ul class="max-w-4xl">
      <li v-for="phrase in phrases" :key="phrase.id" class="flex items-center border-b border-muted" data-phrase>
        <NuxtLink
          :to="`/phrase/${phrase.id}`"
          class="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 py-3 hover:bg-muted">
          <h2 class="w-72 text-lg text-highlighted">{{ phrase.title }}</h2>
          <span class="min-w-0 truncate text-toned">{{ phrase.sections.join(', ') }}</span>
          <span class="ml-auto text-sm text-muted"
            >{{ sayCount(phrase.bars, 'bar') }}, <TempoMark :tempo="phrase.tempo"
          /></span>
        </NuxtLink>
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-trash-2"
          :aria-label="`Put ${phrase.title} in the bin`"
          @click="bin(phrase)" />
      </li>
    </ul>
  </div>
</template>
