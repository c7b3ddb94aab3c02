<script setup lang="ts">
import { computed } from 'vue'
import { KEY_SHEET } from '~/keys'

/** Every key on one sheet, those of the station that is open first. */
const open = defineModel<boolean>('open', { required: true })
const route = useRoute()
const sections = computed(() => [...KEY_SHEET].sort((a, b) => Number(here(b.at)) - Number(here(a.at))))
const here = (at: string) => at !== '' && route.path.startsWith(at)
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="Every station works without a mouse." :ui="{ content: 'max-w-3xl bg-default' }">
    <template #body>
      <div class="grid grid-cols-2 gap-x-8 gap-y-5">
        <section v-for="{ title, keys } in sections" :key="title">
          <h3 class="mb-1 text-base">{{ title }}</h3>
          <dl class="grid grid-cols-[8.5rem_1fr] gap-y-1 text-sm">
            <template v-for="[key, does] in keys" :key="key"><dt class="font-semibold">{{ key }}</dt><dd>{{ does }}</dd></template>
          </dl>
        </section>
      </div>
    </template>
  </UModal>
</template>
