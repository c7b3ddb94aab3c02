<script setup lang="ts">
import { computed } from 'vue'
import { type Finding, type Readout, type Remedy, remediesFor, sayFinding } from '#core/analyse'
import type { Edit, Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { newId } from '~/composables/useApi'
import { useMarks } from '~/composables/useMarks'
import { useSettings } from '~/stores/settings'

/** What a body cannot do, or finds hard at this tempo; each points at its strokes and offers its way out. */
const props = defineProps<{ groove: Groove, kit: Kit, read: Readout }>()
const emit = defineEmits<{ edit: [edit: Edit], try: [edit: Edit | undefined] }>()
const settings = useSettings()
const marks = useMarks()

const SHOWN = 8
const list = computed(() => props.read.findings.slice(0, SHOWN).map(finding => ({
  finding,
  says: sayFinding(props.groove, finding, settings.counting),
  remedies: remediesFor(props.groove, props.kit, props.read.events, finding, newId()),
})))
const kindOf = ({ about }: Finding) => (about.kind === 'trouble' ? about.trouble.kind : about.kind)
function take({ edit }: Remedy) {
  emit('try', undefined)
  marks.clear()
  emit('edit', edit)
}
</script>

<template>
  <section v-if="read.events.length" aria-labelledby="hard-title" class="text-[0.94rem]">
    <h2 id="hard-title" class="mb-1 text-lg">For a body, at {{ Math.round(groove.tempo.bpm) }}</h2>
    <p v-if="!list.length">Nothing here is hard, by the usual rules of thumb.</p>
    <ul v-else class="space-y-2">
      <li v-for="one in list" :key="one.finding.id" :data-finding="kindOf(one.finding)" :data-weight="one.finding.weight" class="pl-2" :class="one.finding.weight === 'demanding' ? 'border-l-3 border-accented' : 'border-l-3 border-error'">
        <p tabindex="0" v-on="marks.on(() => one.finding.strokes)">{{ one.says }}</p>
        <div v-if="one.remedies.length" class="mt-1 flex flex-wrap gap-1">
          <button v-for="remedy in one.remedies" :key="remedy.label" type="button" class="quiet-button" @click="take(remedy)" @mouseenter="emit('try', remedy.edit)" @mouseleave="emit('try', undefined)">{{ remedy.label }}</button>
        </div>
      </li>
    </ul>
    <p v-if="read.findings.length > SHOWN" class="mt-1 text-sm text-muted">And {{ read.findings.length - SHOWN }} more.</p>
    <p class="mt-1 text-sm text-muted">The limits are rules of thumb, not measurements of you.</p>
  </section>
</template>
