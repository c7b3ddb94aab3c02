<script setup lang="ts">
import { type Edit, type Groove, type Part, sayCount, sentence } from '#core/groove'
import { LIMB_NAMES, LIMBS, type Limb } from '#core/kit'
import { toneOf } from '~/lanes/tone'

/** The parts in the order they were layered: choose, solo, mute, lock, reorder, rename, give to another limb. */
const props = defineProps<{ groove: Groove, chosenPartId: string | undefined }>()
const solo = defineModel<string[]>('solo', { required: true })
const emit = defineEmits<{ edit: [edit: Edit], choose: [part: Part] }>()

const set = (part: Part, facts: Partial<Part>) => emit('edit', { type: 'part', partId: part.id, set: facts })
const toggleSolo = (part: Part) => (solo.value = solo.value.includes(part.id) ? solo.value.filter(id => id !== part.id) : [...solo.value, part.id])

const menu = (part: Part, index: number) => [
  LIMBS.map((limb: Limb) => ({ label: `Give it to the ${LIMB_NAMES[limb]}`, disabled: part.limb === limb, onSelect: () => set(part, { limb }) })),
  [
    { label: 'Earlier in the order', disabled: index === 0, onSelect: () => emit('edit', { type: 'order', partId: part.id, index: index - 1 }) },
    { label: 'Later in the order', disabled: index === props.groove.parts.length - 1, onSelect: () => emit('edit', { type: 'order', partId: part.id, index: index + 1 }) },
    { label: part.locked ? 'Unlock' : 'Lock', onSelect: () => set(part, { locked: !part.locked }) },
  ],
  [{ label: 'Take the part out', color: 'error' as const, onSelect: () => emit('edit', { type: 'remove part', partId: part.id }) }],
]

function rename(part: Part, event: Event) {
  const input = event.target as HTMLInputElement
  const name = input.value.trim()
  if (name && name !== part.name) set(part, { name })
  else input.value = part.name
}
</script>

<template>
  <section aria-labelledby="parts-title">
    <div class="mb-1 flex items-baseline gap-3">
      <h2 id="parts-title" class="text-base">Parts, in the order layered</h2>
      <slot name="add" />
    </div>
    <ol class="grid grid-cols-[repeat(auto-fill,minmax(21rem,1fr))] gap-x-6">
      <li v-for="(part, i) in groove.parts" :key="part.id" :data-part="part.name" class="flex items-center gap-2 border-b border-muted py-1" :class="part.id === chosenPartId ? 'bg-elevated' : ''">
        <button type="button" class="flex min-w-0 flex-1 cursor-pointer items-center gap-2 text-left" :aria-pressed="part.id === chosenPartId" :aria-label="`Choose ${part.name}, ${LIMB_NAMES[part.limb]}`" @click="emit('choose', part)">
          <span class="size-2.5 shrink-0" :style="{ background: toneOf(part.limb, groove.lead) }" />
        </button>
        <input :value="part.name" :aria-label="`Name of part ${i + 1}`" class="min-w-0 flex-[6] bg-transparent" :class="part.id === chosenPartId ? 'font-semibold' : ''" maxlength="60" @focus="emit('choose', part)" @change="rename(part, $event)" />
        <span class="whitespace-nowrap text-xs text-muted" :title="sentence(LIMB_NAMES[part.limb])">{{ sayCount(part.strokes.length, 'stroke') }}{{ part.locked ? ', locked' : '' }}</span>
        <UButton size="xs" color="neutral" :variant="solo.includes(part.id) ? 'solid' : 'ghost'" :aria-pressed="solo.includes(part.id)" :aria-label="`Solo ${part.name}`" @click="toggleSolo(part)">Solo</UButton>
        <UButton size="xs" color="neutral" :variant="part.muted ? 'solid' : 'ghost'" :aria-pressed="part.muted" :aria-label="`Mute ${part.name}`" @click="set(part, { muted: !part.muted })">Mute</UButton>
        <UDropdownMenu :items="menu(part, i)">
          <UButton size="xs" color="neutral" variant="ghost" icon="i-lucide-ellipsis" :aria-label="`More for ${part.name}`" />
        </UDropdownMenu>
      </li>
    </ol>
  </section>
</template>
