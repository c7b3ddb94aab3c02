<script setup lang="ts">
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** The Kit station opens with the kit last looked at, or the first there is. */
const kits = useKits()
const settings = useSettings()
await kits.load()
await navigateTo(`/kit/${kits.of(settings.lastKit).id}`, { replace: true })
</script>

<template>
  <p class="m-auto">Opening your kit …</p>
</template>
