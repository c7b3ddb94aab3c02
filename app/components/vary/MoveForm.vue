<script setup lang="ts">
import { computed } from 'vue'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import { type Move, type ParamSpec, type ParamValue, type Params, choicesOf, pointedAt } from '#core/vary'

/** The parameters of a move, a field for each, made from their description. */
const props = defineProps<{ move: Move; params: Params; groove: Groove; kit: Kit }>()
const emit = defineEmits<{ params: [params: Params] }>()

const fields = computed(() =>
  props.move.params.map(spec => ({ spec, choices: choicesOf(spec, props.groove, props.kit) ?? [] })),
)
const set = (spec: ParamSpec, value: ParamValue) => emit('params', { ...props.params, [spec.id]: value })
const setNumber = (spec: ParamSpec, value: number | null | undefined) =>
  Number.isFinite(value) && set(spec, value as number)
const chosen = (spec: ParamSpec): string[] => (props.params[spec.id] as string[] | undefined) ?? []
/** One listener for all of a list’s buttons, the same at every drawing, so that those that stay as they are are not drawn again. */
function toggle(event: MouseEvent) {
  const { spec: specId, value } = (event.currentTarget as HTMLElement).dataset
  const spec = props.move.params.find(one => one.id === specId)
  if (!spec || !value) return
  set(spec, chosen(spec).includes(value) ? chosen(spec).filter(one => one !== value) : [...chosen(spec), value])
}
/** Lists hold texts and figures alike; what is in them goes out as it is. */
const pick = (spec: ParamSpec, label: unknown) => {
  const found = present(
    fields.value.find(field => field.spec === spec),
    'field',
  ).choices.find(choice => String(choice.value) === String(label))
  if (found) set(spec, found.value)
}
const items = (choices: { value: ParamValue; label: string }[], current: ParamValue | undefined) => {
  const listed = choices.map(choice => ({ value: String(choice.value), label: choice.label }))
  // A part a recipe names by its role is shown by that name where this groove has none.
  return current === undefined || listed.some(one => one.value === String(current))
    ? listed
    : [{ value: String(current), label: String(current) }, ...listed]
}
</script>

<template>
  <div v-if="fields.length" class="flex flex-wrap items-end gap-x-4 gap-y-2">
    <template v-for="{ spec, choices } in fields" :key="spec.id">
      <fieldset v-if="spec.kind === 'parts'">
        <legend class="mb-1 text-sm text-muted">{{ spec.name }}</legend>
        <div class="flex flex-wrap gap-1">
          <UButton
            v-for="choice in choices"
            :key="String(choice.value)"
            size="xs"
            color="neutral"
            :variant="chosen(spec).includes(String(choice.value)) ? 'solid' : 'outline'"
            :aria-pressed="chosen(spec).includes(String(choice.value))"
            :data-spec="spec.id"
            :data-value="choice.value"
            :label="choice.label"
            @click="toggle" />
        </div>
      </fieldset>
      <div v-else-if="spec.kind === 'slots'" class="w-full">
        <p class="mb-1 text-sm text-muted">{{ spec.name }}</p>
        <SlotRow
          :bars="groove.bars"
          :label="spec.name"
          :pressed="params[spec.id] as number[]"
          @press="slot => emit('params', pointedAt(move, groove, params, slot))" />
      </div>
      <UFormField v-else :label="spec.name"
        ><UInputNumber
          v-if="spec.kind === 'number'"
          :model-value="params[spec.id] as number"
          :min="spec.from"
          :max="spec.to"
          class="w-26"
          :aria-label="spec.name"
          @update:model-value="value => setNumber(spec, value)" />
        <USelect
          v-else
          :model-value="String(params[spec.id])"
          :items="items(choices, params[spec.id])"
          class="min-w-32"
          :aria-label="spec.name"
          @update:model-value="value => pick(spec, value)"
      /></UFormField>
    </template>
  </div>
</template>
