<script setup lang="ts">
import { onMounted, onUnmounted, ref, shallowRef } from 'vue'
import type { Summaries } from '#core/documents'
import { SOUND_FORMATS } from '#core/formats'
import { sayCount } from '#core/groove'
import { api } from '~/documents/api'
import { sayClock } from '~/listen/say'

/** Recordings of the player’s own, and another one opened. */
const toast = useToast()
const recordings = shallowRef<Summaries['recording'][]>([])
const loaded = ref(false)
const failed = ref('')
/** How much of a sound is on the server, from 0 to 1; none while none is sent. */
const sent = ref<number>()
let off = new AbortController()
onUnmounted(() => off.abort())

async function load() {
  try {
    recordings.value = (await api.recordings.list()).map(one => one.summary)
  } catch (error) {
    failed.value = (error as Error).message
  }
  loaded.value = true
}
onMounted(load)

async function chosen(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file || sent.value !== undefined) return
  off = new AbortController()
  sent.value = 0
  failed.value = ''
  try {
    const { recordingOf } = await import('~/listen/open')
    const made = await recordingOf(file, { progress: share => (sent.value = share), signal: off.signal })
    if (!made.ok) failed.value = `${made.reason} Nothing was kept.`
    else {
      await api.recordings.create(made.value)
      await navigateTo(`/listen/${made.value.id}`)
    }
  } catch (error) {
    failed.value = off.signal.aborted ? 'Called off. Nothing was kept.' : (error as Error).message
  } finally {
    sent.value = undefined
  }
}
async function bin({ id, title }: Summaries['recording']) {
  await api.recordings.bin(id)
  await load()
  toast.add({
    title: `“${title}” is in the bin.`,
    actions: [
      {
        label: 'Undo',
        onClick: async () => {
          await api.recordings.restore(id)
          await load()
        },
      },
    ],
  })
}
useHead({ title: 'Listen · Bazzet' })
</script>

<template>
  <StationHeader name="Listen"
    ><template #actions>
      <label
        class="relative inline-flex min-h-8 cursor-pointer items-center rounded bg-inverted px-2.5 text-sm font-medium text-inverted focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-inverted"
        >Open a recording<input
          type="file"
          accept="audio/*,.wav,.flac,.mp3,.ogg,.m4a"
          class="absolute inset-0 cursor-pointer opacity-0"
          aria-label="Recording to open"
          :disabled="sent !== undefined"
          @change="chosen"
      /></label> </template
  ></StationHeader>
  <div class="min-h-0 flex-1 overflow-y-auto px-4 py-5 sm:px-6">
    <p v-if="failed" role="alert" class="mb-5 max-w-3xl border-l-3 border-error pl-4">{{ failed }}</p>
    <div v-if="sent !== undefined" role="status" class="mb-5 max-w-md" data-sent>
      <p class="mb-1 text-sm">Bringing it in, {{ Math.round(sent * 100) }} %</p>
      <UProgress :model-value="Math.round(sent * 100)" color="neutral" />
      <UButton class="mt-3" color="neutral" variant="outline" @click="off.abort()">Call it off</UButton>
    </div>
    <p v-if="loaded && !recordings.length && sent === undefined" class="mx-auto mt-20 max-w-md text-center">
      No recordings yet. Open one of your own above: a song to learn, a practice loop, a rehearsal. It is counted, and
      can be slowed and looped at its pitch.
    </p>
    <ul class="max-w-4xl">
      <li v-for="one in recordings" :key="one.id" class="flex items-center border-b border-muted" data-recording>
        <NuxtLink
          :to="`/listen/${one.id}`"
          class="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 py-3 hover:bg-muted">
          <h2 class="w-72 truncate text-lg text-highlighted">{{ one.title }}</h2>
          <span class="min-w-0 truncate text-toned">{{ one.sections.join(', ') }}</span>
          <span class="ml-auto text-sm text-muted"
            >{{ one.bars ? `${sayCount(one.bars, 'bar')}, ` : '' }}{{ sayClock(one.seconds) }}</span
          >
        </NuxtLink>
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-trash-2"
          :aria-label="`Put ${one.title} in the bin`"
          @click="bin(one)" />
      </li>
    </ul>
    <p class="mt-6 max-w-3xl text-sm text-muted">
      {{ SOUND_FORMATS }}, up to 200 MB and 15 minutes. Bazzet opens files that you have and fetches none; they stay on
      your machine. Whether you may keep a copy for your own study is for you to know.
    </p>
  </div>
</template>
