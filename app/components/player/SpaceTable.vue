<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import type { Space } from '#core/documents/wire'
import { api } from '~/documents/api'
import { sayBytes } from '~/documents/bytes'

/** What takes up how much room on this machine, the largest first. */
const rows = shallowRef<Space['rows']>([])
const all = computed(() => rows.value.reduce((sum, row) => sum + row.bytes, 0))
onMounted(async () => (rows.value = await api.space().catch(() => [])))
</script>

<template>
  <table v-if="rows.length" class="text-sm" data-space>
    <thead class="text-left text-muted">
      <tr>
        <th class="font-normal">What</th>
        <th class="pl-6 text-right font-normal">How many</th>
        <th class="pl-6 text-right font-normal">Size</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.what" class="border-t border-muted">
        <td class="py-1">{{ row.what }}</td>
        <td class="pl-6 text-right tabular-nums">{{ row.many }}</td>
        <td class="pl-6 text-right tabular-nums">{{ sayBytes(row.bytes) }}</td>
      </tr>
    </tbody>
    <tfoot>
      <tr class="border-t border-accented">
        <td class="py-1" colspan="2">all of it</td>
        <td class="pl-6 text-right tabular-nums">{{ sayBytes(all) }}</td>
      </tr>
    </tfoot>
  </table>
</template>
