<script setup lang="ts">
import { ref, watch } from 'vue'

/** What is beside the work: a column where there is room, and on smaller screens a drawer over its edge that a tab opens. */
const props = defineProps<{
  label: string
  /** Something was asked for that shows here: the drawer opens, and closes when it is done. */ wanted?: boolean
}>()
defineOptions({ inheritAttrs: false })
const open = ref(false)
watch(
  () => props.wanted,
  now => (open.value = !!now),
)
</script>

<template>
  <button
    type="button"
    class="no-print fixed right-0 top-1/2 z-20 -translate-y-1/2 cursor-pointer border border-r-0 border-accented bg-elevated px-2 py-4 font-semibold [writing-mode:vertical-rl] xl:hidden"
    :class="open ? 'max-xl:right-[min(20rem,85vw)]' : ''"
    :aria-expanded="open"
    @click="open = !open">
    {{ label }}
  </button>
  <aside
    class="isolate min-h-0 overflow-y-auto border-l border-default bg-default px-5 py-4 max-xl:fixed max-xl:inset-y-0 max-xl:right-0 max-xl:z-20 max-xl:w-[min(20rem,85vw)] max-xl:shadow-xl"
    :class="open ? '' : 'max-xl:hidden'"
    :aria-label="label"
    v-bind="$attrs"
    @keydown.escape="open = false">
    <slot />
  </aside>
</template>
