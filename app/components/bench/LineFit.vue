<script setup lang="ts">
import { computed } from 'vue'
import { type Readout, againstLine, sayOnLine } from '#core/analyse'
import type { Groove } from '#core/groove'
import { useSettings } from '~/stores/settings'

/** How each limb agrees with the lines above. */
const props = defineProps<{ groove: Groove; read: Readout }>()
const settings = useSettings()
const lines = computed(() =>
  props.groove.guides
    .filter(guide => guide.notes.length)
    .map(guide => ({
      id: guide.id,
      name: guide.name,
      says: againstLine(props.groove, guide, props.read.events, props.read.rounds).map(one => ({
        limb: one.limb,
        text: sayOnLine(props.groove, one, settings.counting),
      })),
    })),
)
const gist = computed(() => {
  const foot = props.groove.lead === 'right' ? 'RF' : 'LF'
  return lines.value[0]?.says.find(one => one.limb === foot)?.text ?? ''
})
</script>

<template>
  <FoldLine v-if="lines.length" id="line" title="Against the line" :says="gist">
    <template v-for="line in lines" :key="line.id">
      <p v-if="lines.length > 1" class="text-sm text-muted">{{ line.name }}</p>
      <p v-for="one in line.says" :key="one.limb" data-on-line>{{ one.text }}</p>
      <p v-if="!line.says.length" class="text-muted">No limb plays yet.</p>
    </template>
  </FoldLine>
</template>
