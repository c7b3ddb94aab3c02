<script setup lang="ts">
import { computed } from 'vue'
import { type Edit, type Groove, lacking, repieced, sayList } from '#core/groove'
import { type Kit, knownPiece, pieceOf } from '#core/kit'

/** What the groove asks for and this kit lacks, each with the nearest piece it has. */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const missing = computed(() => lacking(props.groove, props.kit))
</script>

<template>
  <ul v-if="missing.length" class="space-y-1 border-l-3 border-error pl-3" aria-label="Missing on this kit">
    <li v-for="one in missing" :key="one.piece" data-lacking class="flex flex-wrap items-center gap-2">
      {{ kit.name }} has no {{ (knownPiece(one.piece)?.name ?? one.piece).toLowerCase() }}, which
      {{ sayList(one.parts.map(part => part.name)) }} {{ one.parts.length === 1 ? 'asks' : 'ask' }} for; it stays
      silent.
      <UButton
        v-if="one.nearest"
        size="xs"
        color="neutral"
        variant="outline"
        @click="emit('edit', repieced(groove, kit, one.piece, one.nearest))"
        >Play it on the {{ pieceOf(kit, one.nearest)!.name.toLowerCase() }}</UButton
      >
      <span v-else class="text-sm text-muted">Nothing on this kit can replace it.</span>
    </li>
  </ul>
</template>
