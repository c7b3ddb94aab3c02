<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is in the frame where a page went wrong. */
defineProps<{ error: NuxtError }>()
const back = () => clearError({ redirect: '/shelf' })
const again = () => reloadNuxtApp({ force: true })
useHead({ title: 'Something went wrong · Bazzet' })
</script>

<template>
  <UApp>
    <NuxtLayout name="default">
      <WentWrong
        title="Something went wrong on this page"
        happened="It is a fault of Bazzet’s, and not yours."
        :said="error.message"
        @back="back">
        <UButton color="neutral" variant="outline" @click="again">Try this page again</UButton>
      </WentWrong>
    </NuxtLayout>
  </UApp>
</template>
