<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayCount } from '#core/groove'
import { api } from '~/documents/api'

/** What was thrown away, of every kind: taken out again, or removed for good, which asks once since it can’t be undone. */
type Binned = Awaited<ReturnType<typeof api.binned>>
const props = defineProps<{ binned: Binned }>()
const emit = defineEmits<{ changed: [] }>()
const toast = useToast()
/** What is asked about: the id of one thing, or all. */
const asking = ref('')
const ALL = '*'

const lines = computed(() =>
  (Object.keys(props.binned) as (keyof Binned)[]).flatMap(folder =>
    props.binned[folder].map(({ summary }) => ({
      folder,
      id: summary.id,
      what: folder.replace(/s$/, ''),
      title: 'title' in summary ? summary.title : summary.name,
    })),
  ),
)

async function restore(folder: keyof Binned, id: string) {
  await api[folder].restore(id)
  emit('changed')
}
async function empty(only?: { kind: string; id: string }) {
  asking.value = ''
  try {
    const { gone, kept } = await api.emptyBin(only)
    toast.add({
      title: `${sayCount(gone, 'thing')} gone for good.${kept.length ? ` ${kept.map(one => `“${one.title}” stays: ${one.neededBy.join(', ')} needs it.`).join(' ')}` : ''}`,
      duration: kept.length ? 20_000 : 5000,
    })
  } catch (error) {
    toast.add({ title: (error as Error).message, color: 'error', duration: 20_000 })
  }
  emit('changed')
}
</script>

<template>
  <section class="mb-6 border-l-3 border-accented pl-4" aria-labelledby="bin-title" data-bin>
    <div class="flex flex-wrap items-center gap-3">
      <h2 id="bin-title" class="text-lg">In the bin</h2>
      <UButton v-if="asking !== ALL" size="xs" color="neutral" variant="outline" @click="asking = ALL"
        >Empty the bin</UButton
      >
      <template v-else
        ><span class="text-sm">This can’t be undone.</span
        ><UButton size="xs" color="error" @click="empty()">Delete all {{ lines.length }} for good</UButton
        ><UButton size="xs" color="neutral" variant="ghost" @click="asking = ''">Leave it</UButton></template
      >
    </div>
    <ul class="max-h-60 overflow-y-auto">
      <li
        v-for="{ folder, id, what, title } in lines"
        :key="`${folder} ${id}`"
        class="flex flex-wrap items-center gap-2 py-0.5">
        <span
          >{{ title }}<span v-if="what !== 'groove'" class="text-muted">, {{ what }}</span></span
        >
        <UButton size="xs" color="neutral" variant="outline" @click="restore(folder, id)">Restore</UButton>
        <UButton
          v-if="asking !== id"
          size="xs"
          color="neutral"
          variant="ghost"
          :aria-label="`Delete ${title} for good`"
          @click="asking = id"
          >Delete</UButton
        >
        <UButton v-else size="xs" color="error" @click="empty({ kind: folder, id })">Delete it for good</UButton>
      </li>
    </ul>
  </section>
</template>
