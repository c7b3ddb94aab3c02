<script setup lang="ts">
import { ref, watch } from 'vue'
import { LIMITS } from '#core/groove'
import { api } from '~/documents/api'

/** Another title for what was just kept. */
const groove = defineModel<{ id: string; title: string }>('groove')
const emit = defineEmits<{ titled: [title: string] }>()
const toast = useToast()
const title = ref('')
watch(groove, now => (title.value = now?.title ?? ''))

async function save() {
  const wanted = title.value.trim()
  if (!wanted || !groove.value) return
  try {
    const { document, revision } = await api.grooves.get(groove.value.id)
    await api.grooves.save({ ...document, title: wanted }, { revision })
    groove.value = undefined
    emit('titled', wanted)
  } catch (error) {
    toast.add({ title: 'Its title stays as it was', description: (error as Error).message, color: 'error' })
  }
}
</script>

<template>
  <UModal :open="!!groove" title="Another title" @update:open="open => open || (groove = undefined)">
    <template #body>
      <form class="flex items-end gap-2" @submit.prevent="save">
        <UFormField label="Title" class="flex-1"
          ><UInput v-model="title" class="w-full" autofocus :maxlength="LIMITS.title"
        /></UFormField>
        <UButton type="submit" color="neutral" :disabled="!title.trim()">Save</UButton>
      </form>
    </template>
  </UModal>
</template>
