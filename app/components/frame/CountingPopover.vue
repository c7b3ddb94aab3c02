<script setup lang="ts">
/** How the player counts, beside the rail; it is fetched, and is open, once it has been asked for. */
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <UPopover
    v-model:open="open"
    :content="{ side: 'right', align: 'end' }"
    :ui="{ content: 'w-72 space-y-3 bg-default p-4' }">
    <slot />
    <template #content>
      <CountingForm />
    </template>
  </UPopover>
</template>
