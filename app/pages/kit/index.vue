<script setup lang="ts">
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** The Kit station opens with the kit last looked at, or the first there is. */
definePageMeta({
  middleware: async () => {
    const kits = useKits()
    await kits.load()
    return navigateTo(`/kit/${kits.of(useSettings().lastKit).id}`, { replace: true })
  },
})
</script>

<template>
  <p class="m-auto">Opening your kit …</p>
</template>
