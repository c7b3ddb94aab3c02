<script setup lang="ts">
import { computed } from 'vue'
import { type Part, ROLES, type Role, sayCount, sentence } from '#core/groove'
import { LIMB_NAMES, LIMBS, type Limb } from '#core/kit'

/** One part: choose, rename, solo, mute; in its menu another limb, another place, lock, out. */
const props = defineProps<{
  part: Part
  index: number
  last: boolean
  /** More than one bar: a part may be said once and repeated. */ bars: number
  chosen: boolean
  soloed: boolean
  tone: string
}>()
const emit = defineEmits<{
  choose: []
  solo: []
  set: [facts: Partial<Part>]
  rename: [name: string]
  role: [role: Role | undefined]
  move: [index: number]
  time: []
  repeat: []
  remove: []
}>()

const menu = computed(() => [
  LIMBS.map((limb: Limb) => ({
    label: `Give it to the ${LIMB_NAMES[limb]}`,
    disabled: props.part.limb === limb,
    onSelect: () => emit('set', { limb }),
  })),
  [
    {
      label: `Its role: ${props.part.role}`,
      children: [
        [
          {
            label: 'As what is in it',
            type: 'checkbox' as const,
            checked: !props.part.given.includes('role'),
            onSelect: () => emit('role', undefined),
          },
        ],
        ROLES.map(role => ({
          label: sentence(role),
          type: 'checkbox' as const,
          checked: props.part.given.includes('role') && props.part.role === role,
          onSelect: () => emit('role', role),
        })),
      ],
    },
    { label: 'Its own time …', onSelect: () => emit('time') },
    ...(props.bars > 1 || props.part.every
      ? [
          {
            label: props.part.every ? 'Write it out for all bars' : 'Say the first bar once, and repeat it',
            onSelect: () => emit('repeat'),
          },
        ]
      : []),
    { label: 'Earlier in the order', disabled: props.index === 0, onSelect: () => emit('move', props.index - 1) },
    { label: 'Later in the order', disabled: props.last, onSelect: () => emit('move', props.index + 1) },
    { label: props.part.locked ? 'Unlock' : 'Lock', onSelect: () => emit('set', { locked: !props.part.locked }) },
  ],
  [{ label: 'Remove the part', color: 'error' as const, onSelect: () => emit('remove') }],
])

function rename(event: Event) {
  const input = event.target as HTMLInputElement
  const name = input.value.trim()
  if (name && name !== props.part.name) emit('rename', name)
  else input.value = props.part.name
}
</script>

<template>
  <li
    :data-part="part.name"
    :aria-current="chosen || undefined"
    class="flex shrink-0 items-center gap-0.5 border px-1"
    :class="chosen ? 'border-inverted bg-elevated' : 'border-muted'">
    <button
      type="button"
      class="flex size-6 shrink-0 cursor-pointer items-center justify-center"
      :aria-pressed="chosen"
      :aria-label="`Choose ${part.name}, ${LIMB_NAMES[part.limb]}`"
      :title="`${sentence(LIMB_NAMES[part.limb])}, ${sayCount(part.strokes.length, 'stroke')}`"
      @click="emit('choose')">
      <span class="size-2.5" :style="{ background: tone }" />
    </button>
    <input
      :value="part.name"
      :aria-label="`Name of part ${index + 1}`"
      class="field-sizing-content min-w-12 max-w-52 text-ellipsis bg-transparent"
      :class="chosen ? 'font-semibold' : ''"
      maxlength="60"
      @focus="emit('choose')"
      @change="rename" />
    <span v-if="part.every || part.locked" class="ml-1 whitespace-nowrap text-xs text-muted">{{
      [part.every ? 'own cycle' : '', part.locked ? 'locked' : ''].filter(Boolean).join(', ')
    }}</span>
    <button
      type="button"
      class="quiet-button border-transparent"
      :aria-pressed="soloed"
      :aria-label="`Solo ${part.name}`"
      @click="emit('solo')">
      Solo
    </button>
    <button
      type="button"
      class="quiet-button border-transparent"
      :aria-pressed="part.muted"
      :aria-label="`Mute ${part.name}`"
      @click="emit('set', { muted: !part.muted })">
      Mute
    </button>
    <UDropdownMenu :items="menu">
      <UButton
        size="xs"
        color="neutral"
        variant="ghost"
        icon="i-lucide-ellipsis"
        :aria-label="`More for ${part.name}`" />
    </UDropdownMenu>
  </li>
</template>
