<script setup lang="ts">
import { together } from '#core/edit'
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import { groupUnisons, sayLimbs, unisons } from '#core/analyse'
import {
  type Edit,
  type Groove,
  apply,
  cutToShow,
  makePart,
  sayCut,
  sayPlaces,
  sentence,
  timeline,
  usualPart,
} from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { present } from '#core/present'
import { type Candidate, breaksAtTurn, candidatesFor, footHolds, orient, partFrom, rowBars, styleOf } from '#core/style'
import { newId } from '~/documents/ids'
import { useDrummer } from '~/stores/drummer'
import { useSettings } from '~/stores/settings'

/**
 * The walk through a style limb by limb: each traditional part is heard and seen in place as it is pointed at, with what
 * it lands on; taking one leads on to the next limb. Without a style it adds empty parts.
 */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{
  edit: [edit: Edit]
  try: [edit: Edit | undefined]
  hear: [on: boolean]
  refused: [reason: string]
  close: []
}>()
const settings = useSettings()
const drummer = useDrummer()

const card = computed(() => styleOf(props.groove.style))
const order = computed<Limb[]>(
  () => card.value?.order.map(limb => orient(seat.value, limb)) ?? limbsInOrder(props.groove.lead),
)
const seat = computed(() => ({ lead: props.groove.lead, hands: props.kit.hands }))
/** Feet that hold the hats closed and do no more: they have no part, and are settled. */
const holding = ref<Limb[]>([])
const played = (limb: Limb) => holding.value.includes(limb) || props.groove.parts.some(part => part.limb === limb)
/** The first limb, in the order the style is layered, that has nothing yet. */
const nextLimb = computed(() => order.value.find(limb => !played(limb)) ?? order.value[0]!)
const wanted = ref<Limb>()
const limb = computed(() => wanted.value ?? nextLimb.value)
const done = computed(() => order.value.every(played))
const offered = computed(() => (card.value ? candidatesFor(card.value, limb.value, seat.value) : []))
const holds = computed(() => !!card.value && footHolds(card.value, limb.value, seat.value, props.groove.parts))
const role = computed(() => offered.value[0]?.role)
const hearing = ref(true)

const adding = (part: ReturnType<typeof makePart>): Edit => ({
  type: 'add part',
  part,
  index: props.groove.parts.length,
})
/** A candidate as it is laid over these bars, with the beats cut finer where it needs them: a style is a rhythm in time. */
function laid(candidate: Candidate) {
  const part = partFrom(present(card.value, 'card'), candidate, props.groove.bars, newId())
  const cut = cutToShow(
    props.groove.bars,
    part.strokes.map(stroke => stroke.at),
    props.groove.parts.flatMap(one => one.strokes.map(stroke => stroke.at)),
  )
  const add = adding({ ...part, name: drummer.named(part.name) })
  return {
    edit: cut.beats.length ? together<Edit>(`Add “${part.name}”`, [{ type: 'bars', bars: cut.bars }, add]) : add,
    cut,
  }
}
/** What comes of a figure of two bars over bars that are not in pairs. */
function turnOf({ rows }: Candidate): string {
  const bars = Math.max(...rows.map(({ row }) => rowBars(present(card.value, 'card'), row)))
  return breaksAtTurn(present(card.value, 'card'), props.groove.bars, bars)
    ? `A figure of ${bars} bars: it breaks at the turn.`
    : ''
}
const take = (candidate: Candidate) => laid(candidate).edit
const empty = () => {
  const { name: usual, role } = usualPart(limb.value, props.groove.lead)
  const name = drummer.named(usual)
  const taken = props.groove.parts.filter(part => part.name.startsWith(name)).length
  return adding(makePart({ id: newId(), name: taken ? `${name} ${taken + 1}` : name, role, limb: limb.value }))
}

const stripOf = (candidate: Candidate) =>
  partFrom(present(card.value, 'card'), candidate, props.groove.bars, candidate.id)

/** The candidate pointed at, and what it lands on. */
const pointed = ref('')
const meets = ref('')
const cuts = ref('')
function point(candidate: Candidate) {
  const { edit, cut } = laid(candidate)
  cuts.value = [
    cut.beats.length ? `${sentence(sayCut(props.groove, cut))}.` : '',
    cut.lost.length ? `No cut of these beats shows ${sayPlaces(props.groove, cut.lost, settings.counting)}.` : '',
    turnOf(candidate),
  ]
    .filter(Boolean)
    .join(' ')
  pointed.value = candidate.id
  emit('try', edit)
  if (hearing.value) emit('hear', true)
  const tried = apply(props.groove, edit)
  if (!tried.ok) return
  const groups = groupUnisons(unisons(timeline(tried.value.document, props.kit))).filter(group =>
    group.limbs.includes(limb.value),
  )
  meets.value = groups.length
    ? groups
        .map(group => `${sayLimbs(group.limbs)}: ${sayPlaces(props.groove, group.ats, settings.counting)}`)
        .join('. ')
    : 'It lands with no other limb'
}
function leave() {
  pointed.value = ''
  emit('try', undefined)
}

function hold() {
  holding.value = [...holding.value, limb.value]
  wanted.value = undefined
}
function add(edit: Edit) {
  emit('try', undefined)
  emit('edit', edit)
  wanted.value = undefined
  pointed.value = ''
  if (!card.value) emit('close')
}

const root = useTemplateRef('root')
onMounted(() => root.value?.querySelector('button')?.focus())
onBeforeUnmount(() => {
  leave()
  emit('hear', false)
})
</script>

<template>
  <section ref="root" aria-labelledby="add-title" class="text-base" @keydown.escape="emit('close')">
    <div class="mb-1 flex items-baseline justify-between gap-2">
      <h2 id="add-title" class="text-lg">{{ card ? card.name : 'A part' }}</h2>
      <UButton color="neutral" :variant="done && card ? 'solid' : 'outline'" @click="emit('close')">Done</UButton>
    </div>
    <fieldset class="mb-3">
      <legend class="mb-1 text-sm text-muted">
        {{ card ? 'In the order this style is layered' : 'For which limb' }}
      </legend>
      <div class="grid grid-cols-2 gap-1">
        <UButton
          v-for="(one, i) in order"
          :key="one"
          color="neutral"
          :variant="limb === one ? 'solid' : 'outline'"
          :aria-pressed="limb === one"
          :trailing-icon="played(one) ? 'i-lucide-check' : undefined"
          @click="wanted = one"
          >{{ card ? `${i + 1} ` : '' }}{{ sentence(LIMB_NAMES[one]) }}</UButton
        >
      </div>
    </fieldset>
    <template v-if="card">
      <div class="mb-1 flex items-start justify-between gap-2 text-sm text-muted">
        <span v-if="done && !wanted">Every limb is set; add more, or close.</span>
        <span v-else
          >The {{ role }}: <span class="pointer-coarse:hidden">point to hear it in place, press to take it.</span
          ><span class="pointer-fine:hidden">tap one to take it.</span></span
        >
        <USwitch v-model="hearing" label="Hear" />
      </div>
      <ul>
        <li v-if="holds">
          <button
            type="button"
            class="w-full cursor-pointer px-2 py-1 text-left hover:bg-elevated focus:bg-elevated"
            @click="hold">
            The foot holds the hats closed <span class="text-sm text-muted">(no separate part)</span>
          </button>
        </li>
        <li v-for="candidate in offered" :key="candidate.id">
          <button
            type="button"
            class="w-full cursor-pointer px-2 py-1 text-left hover:bg-elevated focus:bg-elevated"
            @mouseenter="point(candidate)"
            @focus="point(candidate)"
            @mouseleave="leave"
            @blur="leave"
            @click="add(take(candidate))">
            {{ drummer.named(candidate.name) }}<PartStrip :bars="groove.bars" :part="stripOf(candidate)" />
          </button>
        </li>
      </ul>
      <p class="mt-1 h-24 overflow-y-auto text-sm" role="status" data-meets>{{ pointed ? `${meets}. ${cuts}` : '' }}</p>
      <CompingCells
        v-if="role === 'comping' && card.swing"
        :groove="groove"
        :limb="limb"
        @edit="edit => emit('edit', edit)"
        @try="edit => emit('try', edit)"
        @refused="reason => emit('refused', reason)" />
    </template>
    <p v-else class="mb-1 text-sm text-muted">Choose a style along the top to be offered its traditional parts.</p>
    <UButton class="mt-2" color="neutral" variant="outline" @click="add(empty())"
      >An empty part for the {{ LIMB_NAMES[limb] }}</UButton
    >
  </section>
</template>
