<script setup lang="ts">
import { computed } from 'vue'
import { type Readout, sayLimbs, sayOnClave, saySyncopation } from '#core/analyse'
import { together } from '#core/edit'
import {
  type Edit,
  type Groove,
  type Part,
  onSnare,
  partOf,
  refOf,
  sayBackbeat,
  sayPlaces,
  sentence,
  turnOnClave,
} from '#core/groove'
import { LIMB_NAMES, type Limb } from '#core/kit'
import { present } from '#core/present'
import { useMarks } from '~/composables/useMarks'
import { useSettings } from '~/stores/settings'

/** What the lanes come to, in words: what lands together, where the backbeat is, how busy and how far off the beat. */
const props = defineProps<{ groove: Groove; read: Readout }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const settings = useSettings()
/** The only limb that plays: it lands with nothing, and that makes no groove linear. */
const alone = computed(() => {
  const limbs = new Set(props.read.events.map(event => event.limb))
  return limbs.size === 1 ? [...limbs][0] : undefined
})
const unmute = () =>
  emit(
    'edit',
    together(
      'Unmute all',
      props.groove.parts.map((part): Edit => ({ type: 'part', partId: part.id, set: { muted: false } })),
    ),
  )
const marks = useMarks()
const against = computed(() =>
  props.read.clave
    .filter(one => one.goes === 'against')
    .map(one => present(partOf(props.groove, one.partId), 'part'))
    .filter(part => !part.locked),
)
/** The side of the clave that a part was on is the other. */
const turn = (part: Part) => emit('edit', together(`Turn “${part.name}” by half`, [turnOnClave(props.groove, part)]))

const syncopation = computed(() => saySyncopation(props.groove, props.read.syncopation))
const rhythms = computed(() =>
  props.read.rhythms.map(one => `${present(partOf(props.groove, one.partId), 'part').name}: ${one.name}`),
)
const backbeat = computed(() => sayBackbeat(props.groove, settings.counting))
/** The snare strokes of the hands at some ticks: those that make the backbeat, or are strong without making one. */
const snareRefs = (ats: readonly number[]) =>
  props.read.events
    .filter(
      event =>
        ats.includes(event.at) &&
        event.level >= 3 &&
        onSnare(present(partOf(props.groove, event.partId), 'part'), { piece: event.pieceId, stroke: event.stroke }),
    )
    .map(event => refOf(props.groove, event))
const refs = (ats: readonly number[], limbs: readonly Limb[]) =>
  props.read.events
    .filter(event => ats.includes(event.at) && limbs.includes(event.limb))
    .map(event => refOf(props.groove, event))
</script>

<template>
  <div class="space-y-3 text-base" data-readout>
    <section aria-labelledby="together-title">
      <h2 id="together-title" class="mb-1 text-lg">Lands together</h2>
      <p v-if="!read.events.length && read.leftOut.length">
        Every part is muted. <UButton size="xs" color="neutral" variant="outline" @click="unmute">Unmute all</UButton>
      </p>
      <p v-else-if="!read.events.length" class="text-muted">
        Nothing to read yet. Put a stroke in a lane, or add a part.
      </p>
      <p v-else-if="alone">The {{ LIMB_NAMES[alone] }} plays alone.</p>
      <p v-else-if="!read.groups.length">Nowhere: the groove is linear.</p>
      <ul v-else class="space-y-1">
        <li
          v-for="group in read.groups"
          :key="group.limbs.join()"
          class="flex items-start gap-3"
          data-unison
          tabindex="0"
          v-on="marks.on(() => refs(group.ats, group.limbs))">
          <LimbSquares
            class="mt-0.5"
            aria-hidden="true"
            :lead="groove.lead"
            :by="limb => (group.limbs.includes(limb) ? 'you' : 'silent')"
            :label="sayLimbs(group.limbs)" /><span class="sr-only">{{ sayLimbs(group.limbs) }}: </span>
          <b>{{ sayPlaces(groove, group.ats, settings.counting) }}</b>
        </li>
      </ul>
      <p v-if="read.groups.length" class="mt-1 text-sm text-muted">
        Not linear: {{ read.unisons.length }} of its instants {{ read.unisons.length === 1 ? 'is' : 'are' }} shared.
      </p>
    </section>
    <FoldLine v-if="read.events.length" id="backbeat" title="Backbeat" :says="backbeat ? `on ${backbeat}` : 'none'">
      <p data-backbeat tabindex="0" v-on="marks.on(() => snareRefs(read.backbeat))">
        {{ backbeat ? `On ${backbeat}.` : 'No backbeat.' }}
      </p>
      <p v-if="read.strong.length" data-strong tabindex="0" v-on="marks.on(() => snareRefs(read.strong))">
        {{ backbeat ? 'Further strong' : 'Strong' }} snare strokes:
        {{ sayPlaces(groove, read.strong, settings.counting) }}.
      </p>
    </FoldLine>
    <FoldLine v-if="read.rhythms.length" id="rhythm" title="Rhythm" :says="rhythms.join('; ')">
      <p v-for="says in rhythms" :key="says" data-rhythm>{{ says }}</p>
    </FoldLine>
    <FoldLine
      v-if="groove.clave"
      id="clave"
      title="Clave"
      :says="sayOnClave(groove.clave, read.clave)"
      :wrong="against.length > 0">
      <p data-clave>{{ sayOnClave(groove.clave, read.clave) }}.</p>
      <UButton
        v-for="one in against"
        :key="one.id"
        :label="`Turn “${one.name}” by half`"
        size="xs"
        color="neutral"
        variant="outline"
        class="mt-1 mr-1"
        @click="turn(one)" />
      <p class="mt-1 text-sm text-muted">
        A part goes with the clave where more of its strokes fall on it as it is than with its two halves changed round.
      </p>
    </FoldLine>
    <FoldLine v-if="read.events.length" id="syncopation" title="Syncopation" :says="syncopation">
      <p data-syncopation>{{ sentence(syncopation) }}.</p>
      <details class="mt-1 text-sm text-muted">
        <summary class="w-fit cursor-pointer">More</summary>
        <p>
          Syncopation is Longuet-Higgins and Lee’s measure (1984), of each limb without its ghosts: a note before a rest
          of greater weight scores the difference. Limbs that go evenly on the beats are the pulse, and so are an even
          lead and hat foot.
        </p>
        <p data-off-beat>{{ Math.round(100 * read.offBeat) }} in 100 strokes fall off the beat.</p>
        <p data-busy>
          Strokes a second, on the whole and at most:
          {{ read.busy.map(one => `${LIMB_NAMES[one.limb]} ${one.mean.toFixed(1)} and ${one.most}`).join(', ') }}.
        </p>
      </details>
    </FoldLine>
  </div>
</template>
