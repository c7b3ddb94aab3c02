<script setup lang="ts">
import { computed } from 'vue'
import { type Edit, type Groove, sayCount } from '#core/groove'
import type { Kit } from '#core/kit'
import { balanceOf, fitsStyle, leveled, sayInversion, sayRoleBalance, styleOf } from '#core/style'

/** The groove held against the style it claims: constraint by constraint with its reason, and its loudness role by role. */
const props = defineProps<{ groove: Groove; kit: Kit }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const card = computed(() => styleOf(props.groove.style))
const fits = computed(() => (card.value ? fitsStyle(props.groove, card.value, props.kit.hands) : []))
const balance = computed(() => (card.value ? balanceOf(props.groove, card.value) : undefined))
/** How many of the style’s constraints and loudnesses do not hold. */
const wrong = computed(
  () =>
    fits.value.filter(fit => !fit.holds).length +
    (balance.value
      ? balance.value.roles.filter(one => one.verdict !== 'right').length + balance.value.inversions.length
      : 0),
)
const partsOf = (role: string) => props.groove.parts.filter(part => part.role === role).map(part => part.id)
</script>

<template>
  <FoldLine
    v-if="card && balance"
    id="fit"
    :title="`As ${card.name.toLowerCase()}`"
    :says="wrong ? `${sayCount(wrong, 'thing')} to look at` : 'as the style has it'"
    :wrong="wrong > 0">
    <ul class="space-y-1">
      <li
        v-for="fit in fits"
        :key="fit.reason"
        data-fit
        :data-holds="fit.holds"
        :class="fit.holds ? '' : 'border-l-3 border-error pl-2'">
        {{ fit.says }}
        <UButton
          v-if="fit.offer"
          size="xs"
          color="neutral"
          variant="outline"
          class="ml-1"
          @click="emit('edit', fit.offer.edit)"
          >{{ fit.offer.says }}</UButton><span class="block text-sm text-muted">{{ fit.reason }}</span>
      </li>
    </ul>
    <h3 v-if="balance.roles.length" class="mb-1 mt-3 text-base">Loudness by role, stick height 1 to 5</h3>
    <ul class="space-y-1">
      <li
        v-for="one in balance.roles"
        :key="one.role"
        data-balance
        :data-verdict="one.verdict"
        :class="one.verdict === 'right' ? 'text-sm text-muted' : 'border-l-3 border-error pl-2'">
        {{ sayRoleBalance(one) }}
        <UButton
          v-if="one.verdict !== 'right'"
          size="xs"
          color="neutral"
          variant="outline"
          class="ml-1"
          @click="emit('edit', leveled(groove, one.partIds, one.verdict === 'too soft' ? 1 : -1))"
          >{{ one.verdict === 'too soft' ? 'A level louder' : 'A level softer' }}</UButton
        >
      </li>
      <li
        v-for="one in balance.inversions"
        :key="one.quieter + one.louder"
        data-inversion
        class="border-l-3 border-error pl-2">
        {{ sayInversion(one) }}.
        <UButton
          size="xs"
          color="neutral"
          variant="outline"
          class="ml-1"
          @click="emit('edit', leveled(groove, partsOf(one.quieter), -1))"
          >A level softer</UButton
        >
      </li>
    </ul>
  </FoldLine>
</template>
