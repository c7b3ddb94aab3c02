<script setup lang="ts">
import { computed } from 'vue'
import { GESTURES, KEYS, type KeyGroup, sheetRows } from '~/keys'

/** Every key on one sheet, those of the station that is open first. */
const open = defineModel<boolean>('open', { required: true })
const route = useRoute()
const here = (at: string | readonly string[]) => [at].flat().some(path => path !== '' && route.path.startsWith(path))
const sections = computed(() =>
  [
    ...(Object.keys(KEYS) as KeyGroup[]).map(group => ({
      at: KEYS[group].at,
      title: KEYS[group].title,
      rows: sheetRows(group),
    })),
    { at: '/bench', title: 'In the lanes, by mouse or finger', rows: GESTURES.map(([keys, does]) => ({ keys, does })) },
  ].sort((a, b) => Number(here(b.at)) - Number(here(a.at))),
)
</script>

<template>
  <UModal
    v-model:open="open"
    title="Keys"
    description="Every station works without a mouse."
    :ui="{ content: 'max-w-3xl bg-default' }">
    <template #body>
      <div class="gap-x-8 sm:columns-2">
        <section v-for="{ title, rows } in sections" :key="title" class="mb-5 break-inside-avoid">
          <h3 class="mb-1 text-base">{{ title }}</h3>
          <dl class="grid grid-cols-[8.5rem_1fr] gap-y-1 text-sm">
            <template v-for="{ keys, does } in rows" :key="keys"
              ><dt class="font-semibold">{{ keys }}</dt>
              <dd>{{ does }}</dd></template
            >
          </dl>
        </section>
      </div>
    </template>
  </UModal>
</template>
