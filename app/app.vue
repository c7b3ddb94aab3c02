<script setup lang="ts">
import { forgetEarly } from '~/documents/first'
import { passwordAsked } from '~/documents/ask'
import { useKits } from '~/stores/kits'

// The player and their kits are wanted on every station; a station that cannot do without asks for them itself. Until they
// have come, what ships stands in.
// Where the password is asked for there is nothing to fetch yet.
const route = useRoute()
onNuxtReady(() => void (route.path !== '/enter' && useKits().load()))
// Pages that the browser makes answer from their first moment on; those of the server have pressed again what came too early.
onNuxtReady(forgetEarly)
</script>

<template>
  <UApp :toaster="{ position: 'top-right', duration: 6000 }">
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
    <LazySessionNotice v-if="passwordAsked && route.path !== '/enter'" />
  </UApp>
</template>
