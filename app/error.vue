<script setup lang="ts">
import type { NuxtError } from '#app'
import { computed } from 'vue'

/** What stands in the frame where a page went wrong: what happened, that the work is safe, and the way back. */
const props = defineProps<{ error: NuxtError }>()
const lost = computed(() => props.error.statusCode === 404)
const back = () => clearError({ redirect: '/shelf' })
const again = () => reloadNuxtApp({ force: true })
useHead({ title: () => `${lost.value ? 'No such page' : 'Something went wrong'} · Bazzet` })
</script>

<template>
  <UApp>
    <NuxtLayout name="default">
      <div class="m-auto max-w-lg px-5" data-went-wrong>
        <h1 class="text-2xl text-highlighted">{{ lost ? 'There is no page here' : 'Something went wrong on this page' }}</h1>
        <p class="my-3">{{ lost ? 'The address may be of something that is in the bin, or it was typed wrongly.' : 'It is a fault of Bazzet’s, and not yours.' }} Your work is safe: what you changed is kept, by the server or, until it has it, in this browser.</p>
        <div class="flex gap-3">
          <UButton color="neutral" @click="back">To the Shelf</UButton>
          <UButton v-if="!lost" color="neutral" variant="outline" @click="again">Try this page again</UButton>
        </div>
        <details v-if="!lost" class="mt-6 text-sm text-muted"><summary class="cursor-pointer">What was said</summary><p class="mt-1 break-words">{{ error.message }}</p></details>
      </div>
    </NuxtLayout>
  </UApp>
</template>
