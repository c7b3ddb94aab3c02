<script setup lang="ts">
import { computed } from 'vue'
import type { Facts, Groove } from '#core/groove'
import { useKits } from '~/stores/kits'

/** The kit a groove is played on, the lead, and the groove turned over for the other one. */
defineProps<{ groove: Omit<Groove, 'parts'> }>()
const emit = defineEmits<{ set: [facts: Partial<Facts>]; mirror: [feet: boolean] }>()
const kits = useKits()
const items = computed(() => kits.all.map(kit => ({ label: kit.name, value: kit.id })))
function mirror(feet: boolean, close: () => void) {
  emit('mirror', feet)
  close()
}
</script>

<template>
  <FactButton
    v-slot="{ close }"
    over
    name="kit"
    :value="kits.of(groove.kitId).name + (groove.lead === 'left' ? ', left lead' : '')">
    <div class="space-y-4">
      <UFormField label="Kit">
        <USelect
          :model-value="kits.of(groove.kitId).id"
          :items="items"
          class="w-full"
          aria-label="Kit"
          @update:model-value="kitId => emit('set', { kitId: String(kitId) })" />
      </UFormField>
      <NuxtLink :to="`/kit/${kits.of(groove.kitId).id}`" class="text-sm underline"
        >Its pieces and where they stand</NuxtLink
      >
      <UFormField
        label="Lead"
        help="Which side leads: its lanes stand first, and style cards are laid out for it. The parts stay with their limbs.">
        <USelect
          :model-value="groove.lead"
          :items="['right', 'left']"
          class="w-full"
          aria-label="Lead"
          @update:model-value="lead => emit('set', { lead: lead as 'right' | 'left' })" />
      </UFormField>
      <fieldset class="space-y-2 border-t border-default pt-3">
        <legend class="sr-only">Turn the groove over</legend>
        <UButton color="neutral" variant="outline" block @click="mirror(true, close)"
          >Mirror for the other lead</UButton
        >
        <p class="text-sm text-muted">Every part goes to the other side, hands and feet.</p>
        <UButton color="neutral" variant="outline" block @click="mirror(false, close)">Change the hands over</UButton>
        <p class="text-sm text-muted">The feet stay: crossed hands become open, and the other way round.</p>
      </fieldset>
    </div>
  </FactButton>
</template>
