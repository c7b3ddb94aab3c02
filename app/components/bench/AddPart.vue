<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Edit, type Groove, makePart, sentence, usualPart } from '#core/groove'
import { LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { type Candidate, candidatesFor, partFrom, styleOf } from '#core/style'
import { newId } from '~/composables/useApi'

/** One more part: a limb, then a traditional part of the style to try in place, or an empty one. */
const props = defineProps<{ groove: Groove }>()
const emit = defineEmits<{ edit: [edit: Edit], try: [edit: Edit | undefined] }>()
const open = defineModel<boolean>('open', { default: false })

const card = computed(() => styleOf(props.groove.style))
const order = computed<Limb[]>(() => card.value?.order ?? limbsInOrder(props.groove.lead))
/** The first limb, in the order the style is layered, that has nothing yet. */
const nextLimb = computed(() => order.value.find(limb => !props.groove.parts.some(part => part.limb === limb)) ?? order.value[0]!)
const wanted = ref<Limb>()
const limb = computed(() => wanted.value ?? nextLimb.value)
const offered = computed(() => (card.value ? candidatesFor(card.value, limb.value) : []))

const adding = (part: ReturnType<typeof makePart>): Edit => ({ type: 'add part', part, index: props.groove.parts.length })
const take = (candidate: Candidate) => adding(partFrom(candidate, props.groove.bars, newId()))
const empty = () => {
  const { name, role } = usualPart(limb.value, props.groove.lead)
  const taken = props.groove.parts.filter(part => part.name.startsWith(name)).length
  return adding(makePart({ id: newId(), name: taken ? `${name} ${taken + 1}` : name, role, limb: limb.value }))
}

function add(edit: Edit) {
  emit('try', undefined)
  emit('edit', edit)
  wanted.value = undefined
  open.value = false
}
</script>

<template>
  <UPopover v-model:open="open" :content="{ align: 'start', side: 'top' }" :ui="{ content: 'p-4 w-96 bg-default' }" @update:open="value => value || emit('try', undefined)">
    <UButton size="sm" color="neutral" variant="outline" icon="i-lucide-plus">Add a part</UButton>
    <template #content>
      <fieldset class="mb-3">
        <legend class="mb-1 text-sm text-muted">For which limb</legend>
        <div class="flex flex-wrap gap-1">
          <UButton v-for="one in order" :key="one" size="sm" color="neutral" :variant="limb === one ? 'solid' : 'outline'" :aria-pressed="limb === one" @click="wanted = one">{{ sentence(LIMB_NAMES[one]) }}</UButton>
        </div>
      </fieldset>
      <template v-if="card">
        <p class="mb-1 text-sm text-muted">{{ card.name }} offers. Point to see it in place, and to hear it while it plays; press to take it.</p>
        <ul>
          <li v-for="candidate in offered" :key="candidate.id">
            <button type="button" class="w-full cursor-pointer px-2 py-1 text-left hover:bg-elevated focus:bg-elevated" @mouseenter="emit('try', take(candidate))" @focus="emit('try', take(candidate))" @mouseleave="emit('try', undefined)" @click="add(take(candidate))">{{ candidate.name }}</button>
          </li>
        </ul>
      </template>
      <p v-else class="mb-1 text-sm text-muted">Choose a style along the top to be offered its traditional parts.</p>
      <UButton class="mt-2" size="sm" color="neutral" variant="outline" @click="add(empty())">An empty part for the {{ LIMB_NAMES[limb] }}</UButton>
    </template>
  </UPopover>
</template>
