<script setup lang="ts">
import { computed } from 'vue'
import { type Finding, type Readout, type Remedy, remediesFor, ruleOf, sayFinding } from '#core/analyse'
import { type Edit, type Groove, sayList } from '#core/groove'
import type { Kit } from '#core/kit'
import { newId } from '~/documents/ids'
import { useAfterPaint } from '~/composables/useAfterPaint'
import { useMarks } from '~/composables/useMarks'
import { useSettings } from '~/stores/settings'

/** What a body cannot do, or finds hard at this tempo; each points at its strokes and offers its way out. */
const props = defineProps<{ groove: Groove; kit: Kit; read: Readout }>()
const emit = defineEmits<{ edit: [edit: Edit]; try: [edit: Edit | undefined] }>()
const settings = useSettings()
const marks = useMarks()

const SHOWN = 8
const EDGE = {
  impossible: 'border-error',
  hard: 'border-error',
  demanding: 'border-accented',
  told: 'border-muted',
} as const
/** Whether only remarks are there: nothing that is hard. */
const easy = computed(() => props.read.findings.every(finding => finding.weight === 'told'))
/** Each way out is tried before it is offered, which takes longer than reading: it follows once what was read has been painted. */
const asked = useAfterPaint(() => props.read, 2)
const remedies = computed(
  () =>
    new Map(
      asked.value.findings
        .slice(0, SHOWN)
        .map(finding => [
          finding.id,
          remediesFor(props.groove, props.kit, asked.value, finding, newId(), settings.counting),
        ]),
    ),
)
const list = computed(() =>
  props.read.findings
    .slice(0, SHOWN)
    .map(finding => ({
      finding,
      says: sayFinding(props.groove, finding, settings.counting),
      rule: ruleOf(finding),
      remedies: remedies.value.get(finding.id) ?? [],
    })),
)
const kindOf = ({ about }: Finding) => (about.kind === 'trouble' ? about.trouble.kind : about.kind)
function take({ edit }: Remedy) {
  // Of a groove that has just changed nothing is taken that was worked out for the one before.
  if (asked.value !== props.read) return
  emit('try', undefined)
  marks.clear()
  emit('edit', edit)
}
</script>

<template>
  <section v-if="read.events.length" aria-labelledby="hard-title" class="text-base">
    <h2 id="hard-title" class="mb-1 text-lg">What is hard, at <TempoMark :tempo="groove.tempo" /></h2>
    <p v-if="easy">Nothing here is hard, by the usual rules of thumb.</p>
    <ul v-if="list.length" class="space-y-2">
      <li
        v-for="one in list"
        :key="one.finding.id"
        :data-finding="kindOf(one.finding)"
        :data-weight="one.finding.weight"
        class="border-l-3 pl-2"
        :class="EDGE[one.finding.weight]">
        <p tabindex="0" v-on="marks.on(() => one.finding.strokes)">{{ one.says }}</p>
        <details v-if="one.rule" class="text-sm text-muted">
          <summary class="w-fit cursor-pointer">Why?</summary>
          {{ one.rule }} <NuxtLink to="/player" class="underline">Change it</NuxtLink>
        </details>
        <div v-if="one.remedies.length" class="mt-1 flex flex-wrap gap-1">
          <button
            v-for="remedy in one.remedies"
            :key="remedy.label"
            type="button"
            class="quiet-button"
            @click="take(remedy)"
            @mouseenter="emit('try', remedy.edit)"
            @mouseleave="emit('try', undefined)">
            {{ remedy.label }}
          </button>
        </div>
      </li>
    </ul>
    <p v-if="read.findings.length > SHOWN" class="mt-1 text-sm text-muted">
      And {{ read.findings.length - SHOWN }} more.
    </p>
    <p v-if="read.leftOut.length" class="mt-1 text-sm text-muted">
      Left out, being muted: {{ sayList(read.leftOut) }}.
    </p>
    <p v-if="read.rounds > 1" class="mt-1 text-sm text-muted">
      Read over {{ read.rounds }} rounds{{
        read.whole ? ', until all parts come round.' : '; what comes after them is not read.'
      }}
    </p>
    <p class="mt-1 text-sm text-muted">The limits are rules of thumb, not measurements of you.</p>
  </section>
</template>
