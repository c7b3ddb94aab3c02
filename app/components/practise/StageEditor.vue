<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, sayPlace } from '#core/groove'
import { LIMB_NAMES, limbsInOrder, type Kit } from '#core/kit'
import type { PlayedBy } from '#core/perform'
import {
  HELPERS,
  type Stage,
  type StageRowName,
  castPart,
  castsLimbs,
  partsPlayed,
  plainTempo,
  stageNamed,
  withHelper,
  withoutHelper,
} from '#core/practise'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { barStarts, beatsOf } from '#core/time'
import { useSettings } from '~/stores/settings'

/** One stage of a plan, everything in it to be changed. */
const props = defineProps<{
  stage: Stage
  groove: Groove | undefined
  kit: Kit
  /** There are other stages. */ shared?: boolean
}>()
const emit = defineEmits<{ set: [facts: Partial<Stage>]; refused: [reason: string]; all: [row: StageRowName] }>()
const settings = useSettings()
const rests = computed(() => props.stage.subject.kind === 'break')
const set = (facts: Partial<Stage>) => emit('set', facts)
const take = (result: Result<Partial<Stage>>) => (result.ok ? set(result.value) : emit('refused', result.reason))

const cast = computed(() => {
  const { groove, stage } = props
  if (!groove || rests.value) return []
  if (castsLimbs(stage))
    return limbsInOrder(groove.lead).map(limb => ({ id: limb as string, name: LIMB_NAMES[limb], own: false }))
  return partsPlayed(groove, stage)
    .filter(part => stage.subject.kind !== 'figures' || part.limb !== stage.subject.limb)
    .map(part => ({ id: part.id, name: part.name, own: part.id.startsWith('helper-') }))
})
const BY = [
  { label: 'you', value: 'player' },
  { label: 'machine', value: 'machine' },
  { label: 'sung', value: 'sung' },
  { label: 'silent', value: 'silent' },
]
const helpers = computed(() =>
  HELPERS.map(({ id, name }) => ({
    label: name,
    onSelect: () => take(withHelper(props.stage, present(props.groove, 'groove'), props.kit, id)),
  })),
)

const fades = computed(() => props.stage.fades ?? { sound: 1, silent: 0 })
const setFades = (facts: Partial<{ sound: number; silent: number }>) => {
  const now = { ...fades.value, ...facts }
  set({ fades: now.silent ? now : null })
}
const machine = computed(() => Object.values(props.stage.parts).includes('machine'))

/** From which beat to the end of which: the span of a stage. */
const beats = computed(() => beatsOf(props.groove?.bars ?? []))
const from = computed(() => beats.value.findLastIndex(beat => beat.at <= (props.stage.span?.from ?? 0)))
const to = computed(() =>
  beats.value.findLastIndex(beat => beat.at < (props.stage.span?.to ?? barStarts(props.groove?.bars ?? []).at(-1)!)),
)
const beatItems = computed(() =>
  beats.value.map((beat, value) => ({
    label: sayPlace({ bars: present(props.groove, 'groove').bars }, beat.at, settings.counting),
    value,
  })),
)
function setSpan(a: number, b: number) {
  const [first, last] = [beats.value[Math.min(a, b)]!, beats.value[Math.max(a, b)]!]
  const span = { from: first.at, to: last.at + last.length }
  set({ span: span.from === 0 && span.to === barStarts(present(props.groove, 'groove').bars).at(-1) ? null : span })
}
/** Lines above the limbs that can be heard along with it. */
const lines = computed(() =>
  castsLimbs(props.stage) ? [] : (props.groove?.guides.filter(guide => guide.notes.length) ?? []),
)
const spanned = computed(() => props.groove && ['groove', 'sticking'].includes(props.stage.subject.kind))
</script>

<template>
  <div class="space-y-3" data-editor>
    <input
      :value="stage.name"
      aria-label="Name of the stage"
      maxlength="160"
      class="display w-full border-b border-transparent bg-transparent text-xl text-highlighted hover:border-accented focus:border-inverted"
      @change="event => groove && set(stageNamed(stage, groove, (event.target as HTMLInputElement).value.trim()))" />
    <StageRow
      v-if="cast.length"
      title="Who plays"
      :shared="shared"
      role="group"
      aria-label="Who plays"
      @all="emit('all', 'who plays')">
      <label
        v-for="part in cast"
        :key="part.id"
        class="flex items-center gap-1.5 text-sm"
        :class="(stage.parts[part.id] ?? 'silent') === 'silent' ? 'text-muted' : ''"
        >{{ part.name }}
        <USelect
          :model-value="stage.parts[part.id] ?? 'silent'"
          :items="BY"
          class="w-26"
          :aria-label="`Who plays ${part.name}`"
          @update:model-value="by => take(castPart(stage, groove!, part.id, by as PlayedBy))" /><UButton
          v-if="part.own"
          size="xs"
          color="neutral"
          variant="ghost"
          icon="i-lucide-x"
          :aria-label="`Remove ${part.name} from this stage`"
          @click="take(withoutHelper(stage, part.id))"
      /></label>
      <UCheckbox
        v-for="line in lines"
        :key="line.id"
        :model-value="stage.lines.includes(line.id)"
        color="neutral"
        :label="`hear “${line.name}”`"
        @update:model-value="
          on => set({ lines: on ? [...stage.lines, line.id] : stage.lines.filter(id => id !== line.id) })
        " />
      <UDropdownMenu v-if="!castsLimbs(stage)" :items="helpers"
        ><UButton color="neutral" variant="outline">Add a helper</UButton></UDropdownMenu
      >
      <UFormField v-if="!rests" label="On"
        ><USelect
          :model-value="stage.on"
          :items="['kit', 'pad']"
          class="w-20"
          aria-label="On pad or kit"
          @update:model-value="on => set({ on: on as Stage['on'] })"
      /></UFormField>
      <span v-if="machine || fades.silent" class="flex items-center gap-2 text-sm text-muted"
        ><UInputNumber
          :model-value="fades.sound"
          :min="1"
          :max="64"
          class="w-22"
          aria-label="Bars with the machine"
          @update:model-value="sound => sound && setFades({ sound })" />
        bars with the machine,
        <UInputNumber
          :model-value="fades.silent"
          :min="0"
          :max="64"
          class="w-22"
          aria-label="Bars without the machine"
          @update:model-value="silent => setFades({ silent: silent ?? 0 })" />
        without</span
      >
    </StageRow>
    <StageRow v-if="groove && cast.length && !castsLimbs(stage)" title="Strokes">
      <StageStrokes :stage="stage" :groove="groove" @take="take" />
    </StageRow>
    <StageRow title="How long" :shared="shared && !rests" @all="emit('all', 'how long')">
      <UFormField :label="stage.climb ? 'Each step' : 'Lasts'"><LengthForm :stage="stage" @set="set" /></UFormField>
      <span v-if="spanned && !rests" class="flex items-center gap-2 text-sm text-muted"
        >from
        <USelect
          :model-value="from"
          :items="beatItems"
          class="w-36"
          aria-label="From which beat"
          @update:model-value="a => setSpan(Number(a), to)" />
        to the end of
        <USelect
          :model-value="to"
          :items="beatItems"
          class="w-36"
          aria-label="To which beat"
          @update:model-value="b => setSpan(from, Number(b))"
      /></span>
    </StageRow>
    <template v-if="!rests">
      <StageRow title="Tempo" :shared="shared" @all="emit('all', 'tempo')">
        <UFormField
          ><template #label
            >Tempo, <NoteGlyph :counts="stage.tempo.counts" /><span v-if="stage.tempo.assumed"
              >, as assumed of an older plan</span
            ></template
          ><UInputNumber
            :model-value="stage.tempo.bpm"
            :min="20"
            :max="400"
            class="w-28"
            aria-label="Tempo of the stage"
            @update:model-value="bpm => bpm && set({ tempo: { ...plainTempo(stage.tempo), bpm } })"
        /></UFormField>
        <UFormField label="Pulse"
          ><USelect
            :model-value="stage.pulse"
            :items="[
              { label: 'with a pulse', value: 'steady' },
              { label: 'step by step', value: 'step' },
            ]"
            class="w-34"
            aria-label="Pulse of the stage"
            @update:model-value="pulse => set({ pulse: pulse as Stage['pulse'] })"
        /></UFormField>
        <ClimbForm v-if="stage.pulse === 'steady'" :stage="stage" :goal="groove?.tempo" @set="set" />
      </StageRow>
      <StageRow title="Click" :shared="shared" @all="emit('all', 'click')">
        <StageClick :stage="stage" :bars="groove?.bars ?? []" @set="set" />
      </StageRow>
    </template>
    <UFormField label="Attend to"
      ><UInput
        :model-value="stage.attend"
        maxlength="200"
        class="w-full max-w-2xl"
        aria-label="What to attend to"
        placeholder="left empty, the runner says where limbs land together"
        @change="set({ attend: ($event.target as HTMLInputElement).value.trim() })"
    /></UFormField>
  </div>
</template>
