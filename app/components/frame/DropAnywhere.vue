<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { shallowRef } from 'vue'
import { useOpening } from '~/composables/useOpening'
import { TEXT_FIELDS, isWithin } from '~/typing'

/** Files dropped anywhere, and text that looks like a tablature or a document pasted outside any field. */
const { look, lookAtText } = useOpening()
const over = shallowRef(false)
const holdsFiles = (event: DragEvent) => [...(event.dataTransfer?.types ?? [])].includes('Files')
useEventListener(window, 'dragover', (event: DragEvent) => {
  if (!holdsFiles(event)) return
  event.preventDefault()
  over.value = true
})
useEventListener(window, 'dragleave', (event: DragEvent) => {
  if (!event.relatedTarget) over.value = false
})
useEventListener(window, 'drop', (event: DragEvent) => {
  over.value = false
  const file = event.dataTransfer?.files[0]
  if (!file) return
  event.preventDefault()
  void look(file)
})
useEventListener(window, 'paste', (event: ClipboardEvent) => {
  if (isWithin(event.target, `${TEXT_FIELDS}, [role=application]`)) return
  const file = event.clipboardData?.files[0]
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (file) void look(file)
  else if (/^\s*[{<]/.test(text) || /\|.*[-xo].*\|/i.test(text)) void lookAtText(text)
})
</script>

<template>
  <p
    v-if="over"
    class="pointer-events-none fixed inset-6 z-50 grid place-content-center border-3 border-dashed border-inverted bg-default/90 text-2xl font-semibold"
    data-dropping>
    Drop it: you will see what is in it first
  </p>
</template>
