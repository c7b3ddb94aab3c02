<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import type { Copy } from '#core/documents/wire'
import { api } from '~/documents/api'
import { sayBytes } from '~/documents/bytes'
import { sayMoment } from '~/practise/day'

/** Copies of the whole database: one a day by itself, more by hand; any of them, or one from a file, can be brought back. */
const toast = useToast()
const copies = shallowRef<Copy[]>([])
const folder = ref('')
const busy = ref(false)
const says = ref('')

async function look() {
  const found = await api.copies.list()
  copies.value = found.copies
  folder.value = found.folder
}
/** Does something that takes a while, and says what went wrong. */
async function doing(does: () => Promise<void>) {
  busy.value = true
  says.value = ''
  try {
    await does()
  } catch (error) {
    says.value = (error as Error).message
  }
  busy.value = false
}
const make = () =>
  doing(async () => {
    await api.copies.make()
    await look()
  })
/** Every page here held what was there before: they begin again. */
const back = (name: string, bring: () => Promise<{ lacks: number }>) =>
  doing(async () => {
    const { lacks } = await bring()
    await look()
    const [before] = copies.value.filter(copy => copy.name.startsWith('before-restore-'))
    toast.add({
      title: `“${name}” is in place of what was here.`,
      ...(lacks ? { description: `${sayLacks(lacks)} Open an archive that has them to bring them back.` } : {}),
      duration: 30_000,
      actions: [
        ...(before
          ? [
              {
                label: 'Put back what was here',
                onClick: () => void back(before.name, () => api.copies.restore(before.name)),
              },
            ]
          : []),
        { label: 'Load it', onClick: () => location.assign('/') },
      ],
    })
  })
function open(event: Event) {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  input.value = ''
  if (file) void back(file.name, () => api.copies.replace(file))
}

const WHYS: [start: string, why: string][] = [
  ['day-', 'of the day'],
  ['by-hand-', 'made by hand'],
  ['before-restore-', 'before a copy was brought back'],
  ['before-', 'before an update'],
]
const whyOf = (name: string) => WHYS.find(([start]) => name.startsWith(start))?.[1] ?? name
const sayLacks = (lacks: number) =>
  lacks === 1 ? 'A sound that it names is not here.' : `${lacks} sounds that it names are not here.`
onMounted(() => void look().catch(error => (says.value = (error as Error).message)))
</script>

<template>
  <div class="space-y-3" data-copies>
    <div class="flex flex-wrap items-center gap-2">
      <UButton color="neutral" variant="outline" :loading="busy" @click="make">Make a copy now</UButton>
      <UButton color="neutral" variant="outline" to="/api/copies/now" external download>Save a copy as a file</UButton>
      <label
        class="relative inline-flex min-h-8 cursor-pointer items-center rounded border border-accented px-2.5 text-sm font-medium hover:bg-elevated focus-within:outline-2 focus-within:outline-inverted"
        >Bring a copy back from a file<input
          type="file"
          accept=".db"
          class="absolute inset-0 cursor-pointer opacity-0"
          aria-label="A copy to bring back"
          :disabled="busy"
          @change="open"
      /></label>
    </div>
    <p v-if="says" role="alert" class="text-error">{{ says }}</p>
    <table v-if="copies.length" class="w-full max-w-3xl text-sm">
      <thead class="text-left text-muted">
        <tr>
          <th class="font-normal">Made</th>
          <th class="font-normal">Why</th>
          <th class="text-right font-normal">Size</th>
          <th class="sr-only">What to do</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="copy in copies" :key="copy.name" class="border-t border-muted" :data-copy="copy.name">
          <td class="py-1 pr-3">{{ sayMoment(copy.madeAt) }}</td>
          <td>
            {{ whyOf(copy.name) }}
            <span v-if="copy.lacks" class="text-warning">{{ sayLacks(copy.lacks) }}</span>
          </td>
          <td class="text-right tabular-nums">{{ sayBytes(copy.bytes) }}</td>
          <td class="pl-3 text-right">
            <UButton
              size="xs"
              color="neutral"
              variant="outline"
              :disabled="busy"
              :aria-label="`Bring back the copy of ${sayMoment(copy.madeAt)}`"
              @click="back(`The copy of ${sayMoment(copy.madeAt)}`, () => api.copies.restore(copy.name))"
              >Bring it back</UButton
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-sm text-muted">
      One a day is made by itself, and seven are kept{{ folder ? `, in ${folder}` : '' }}. What is here is copied before
      a copy takes its place. Copies hold no sounds; those that a copy names stay here as long as it does. A copy with
      its sounds is the archive above.
    </p>
  </div>
</template>
