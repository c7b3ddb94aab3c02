<script setup lang="ts">
import { computed } from 'vue'
import { type Readout, sayBackbeat, sayLimbs } from '#core/analyse'
import { type Groove, ownTick, sayPlaces } from '#core/groove'
import { LIMB_NAMES, type Limb } from '#core/kit'
import { useMarks } from '~/composables/useMarks'
import { useSettings } from '~/stores/settings'

/** What the lanes come to, in words: what lands together, where the backbeat is, how busy and how far off the beat. */
const props = defineProps<{ groove: Groove, read: Readout }>()
const settings = useSettings()
const marks = useMarks()

const backbeat = computed(() => sayBackbeat(props.groove, settings.counting))
const beatParts = computed(() => props.groove.parts.filter(part => part.role === 'backbeat').map(part => part.id))
/** The strokes that make the backbeat: those of the parts that have the role, else strong snares. */
const backbeatRefs = () => props.read.events
  .filter(event => props.read.backbeat.includes(event.at) && (beatParts.value.length ? beatParts.value.includes(event.partId) : event.pieceId === 'snare' && event.level >= 4))
  .map(event => ({ partId: event.partId, at: event.at }))
const refs = (ats: readonly number[], limbs: readonly Limb[]) => props.read.events
  .filter(event => ats.includes(event.at) && limbs.includes(event.limb))
  .map(event => ({ partId: event.partId, at: ownTick(props.groove.parts.find(part => part.id === event.partId)!, event.at) }))
const round = (score: number) => Number(score.toFixed(1))
</script>

<template>
  <div class="space-y-5 text-[0.94rem]" data-readout>
    <section aria-labelledby="together-title">
      <h2 id="together-title" class="mb-1 text-lg">Lands together</h2>
      <p v-if="!read.events.length" class="text-muted">Nothing to read yet. Put a stroke in a lane, or add a part.</p>
      <p v-else-if="!read.groups.length">Nowhere: the groove is linear.</p>
      <ul v-else class="space-y-1">
        <li v-for="group in read.groups" :key="group.limbs.join()" data-unison tabindex="0" v-on="marks.on(() => refs(group.ats, group.limbs))">{{ sayLimbs(group.limbs) }}: <b>{{ sayPlaces(groove, group.ats, settings.counting) }}</b></li>
      </ul>
      <p v-if="read.groups.length" class="mt-1 text-sm text-muted">Not linear: {{ read.unisons.length }} of its instants are shared.</p>
    </section>
    <section v-if="read.events.length" aria-labelledby="backbeat-title">
      <h2 id="backbeat-title" class="mb-1 text-lg">Backbeat and off-beats</h2>
      <p data-backbeat tabindex="0" v-on="marks.on(backbeatRefs)">{{ backbeat ? `On ${backbeat}.` : 'None: no part has that role, and no strong snare stands out.' }}</p>
      <p class="mt-1" data-off-beat>{{ Math.round(100 * read.offBeat) }} in 100 strokes fall off the beat.</p>
      <p class="mt-1 text-sm text-muted" data-syncopation>Syncopation: {{ read.syncopation.map(one => `${LIMB_NAMES[one.limb]} ${round(one.score)}`).join(', ') }}. Longuet-Higgins and Lee’s measure (1984), ghosts left out: a note before a rest of greater weight scores the difference.</p>
      <p class="mt-1 text-sm text-muted" data-busy>Strokes a second, on the whole and at most: {{ read.busy.map(one => `${LIMB_NAMES[one.limb]} ${one.mean.toFixed(1)} and ${one.most}`).join(', ') }}.</p>
    </section>
  </div>
</template>
