<script setup lang="ts">
import { computed, ref } from 'vue'
import { LIMITS, sayCount } from '#core/groove'
import { api } from '~/documents/api'

/** What is done to many grooves at once: a tag for all, or the bin for all, and back. */
const props = defineProps<{ ids: string[]; /** All that the Shelf shows now. */ found: string[] }>()
const emit = defineEmits<{ all: [ids: string[]]; changed: []; done: [] }>()
const toast = useToast()
const tag = ref('')
const working = ref(false)
/** A request holds that many ids. */
const AT_ONCE = 50
const says = computed(() => sayCount(props.ids.length, 'groove'))

/** Does it to one after another; one that cannot be is named, and the others are done. */
async function each(ids: readonly string[], does: (id: string) => Promise<unknown>): Promise<string[]> {
  const done: string[] = []
  working.value = true
  for (const id of ids) {
    try {
      await does(id)
      done.push(id)
    } catch (error) {
      toast.add({ title: (error as Error).message, color: 'error' })
    }
  }
  working.value = false
  emit('changed')
  return done
}
async function addTag() {
  const wanted = tag.value.trim()
  if (!wanted) return
  const stored = []
  for (let i = 0; i < props.ids.length; i += AT_ONCE)
    stored.push(...(await api.grooves.some(props.ids.slice(i, i + AT_ONCE))))
  const byId = new Map(
    stored.filter(({ document }) => !document.tags.includes(wanted)).map(one => [one.document.id, one]),
  )
  const done = await each([...byId.keys()], async id => {
    const { document, revision, store } = byId.get(id)!
    if (document.tags.length >= LIMITS.tags)
      throw new Error(`“${document.title}” has ${LIMITS.tags} tags, as many as a groove can have.`)
    await api.grooves.save({ ...document, tags: [...document.tags, wanted] }, { revision, store })
  })
  toast.add({ title: `${sayCount(done.length, 'groove')} tagged “${wanted}”.` })
  tag.value = ''
}
async function bin() {
  const done = await each(props.ids, id => api.grooves.bin(id))
  emit('all', [])
  toast.add({
    title: `${sayCount(done.length, 'groove')} put in the bin.`,
    actions: [{ label: 'Undo', onClick: () => void each(done, id => api.grooves.restore(id)) }],
  })
}
</script>

<template>
  <section
    class="flex shrink-0 flex-wrap items-center gap-2 border-b border-default bg-elevated px-4 py-2 sm:px-6"
    aria-label="The chosen grooves"
    data-picked>
    <b role="status">{{ says }} chosen</b>
    <UButton color="neutral" variant="ghost" @click="emit('all', ids.length === found.length ? [] : found)">{{
      ids.length === found.length ? 'None' : `All ${found.length}`
    }}</UButton>
    <form class="flex items-center gap-1" @submit.prevent="addTag">
      <UInput v-model="tag" maxlength="40" placeholder="a tag" class="w-32" aria-label="Tag for the chosen grooves" />
      <UButton type="submit" color="neutral" variant="outline" :disabled="!ids.length || !tag.trim() || working"
        >Add the tag</UButton
      >
    </form>
    <UButton color="neutral" variant="outline" icon="i-lucide-trash-2" :disabled="!ids.length || working" @click="bin"
      >Put in the bin</UButton
    >
    <UButton color="neutral" class="ml-auto" @click="emit('done')">Done</UButton>
  </section>
</template>
