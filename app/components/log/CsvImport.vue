<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { sayCount } from '#core/groove'
import type { LogRead } from '#core/formats'
import { present } from '#core/present'
import { api } from '~/documents/api'
import { newId } from '~/documents/ids'

/** A log read from a CSV file: what was found is shown first, bad rows by their number; then the rest is kept, known rows skipped. */
const emit = defineEmits<{ kept: []; close: [] }>()
const MANY = 1000
const read = shallowRef<LogRead>()
const says = ref('')
const busy = ref(false)
async function open(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  says.value = ''
  const { readLogCsv } = await import('#core/formats')
  read.value = readLogCsv(await file.text(), newId)
}
async function keep() {
  busy.value = true
  try {
    let [kept, known] = [0, 0]
    const { entries } = present(read.value, 'read')
    for (let i = 0; i < entries.length; i += MANY) {
      const done = await api.log.putMany(entries.slice(i, i + MANY))
      kept += done.kept
      known += done.known
    }
    says.value = `${sayCount(kept, 'entry').replace('entrys', 'entries')} kept, ${known} known already.`
    read.value = undefined
    emit('kept')
  } catch (error) {
    says.value = (error as Error).message
  }
  busy.value = false
}
const rows = (n: number) => (n === 1 ? 'One row' : `${n} rows`)
const found = computed(
  () =>
    `${rows(present(read.value, 'read').entries.length)} can be kept.${present(read.value, 'read').bad.length ? ` ${rows(present(read.value, 'read').bad.length)} cannot:` : ''}`,
)
const MOST_SHOWN = 20
</script>

<template>
  <div class="space-y-3" data-csv>
    <p class="text-sm text-muted">
      A CSV file as “CSV” above writes it, or any with columns named day, title and seconds.
    </p>
    <input type="file" accept=".csv,text/csv" aria-label="CSV file" @change="open" />
    <template v-if="read">
      <p>{{ found }}</p>
      <ul v-if="read.bad.length" class="max-h-48 overflow-y-auto text-sm text-error">
        <li v-for="one in read.bad.slice(0, MOST_SHOWN)" :key="one.row">Row {{ one.row }}: {{ one.reason }}</li>
        <li v-if="read.bad.length > MOST_SHOWN">and {{ read.bad.length - MOST_SHOWN }} more</li>
      </ul>
      <UButton color="neutral" :disabled="!read.entries.length" :loading="busy" @click="keep"
        >Keep {{ read.entries.length }} rows</UButton
      >
    </template>
    <p v-if="says" role="status">{{ says }}</p>
  </div>
</template>
