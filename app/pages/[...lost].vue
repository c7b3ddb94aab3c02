<script setup lang="ts">
/** Any address that no station has. */
useHead({ title: 'No such page · Bazzet' })
</script>

<template>
  <WentWrong
    title="There is no page here"
    happened="The address may be of something that is in the bin, or it was typed wrongly."
    @back="navigateTo('/shelf')" />
</template>
