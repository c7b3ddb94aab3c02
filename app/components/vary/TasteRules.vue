<script setup lang="ts">
import { TASTE } from '#core/vary'
import { useVary } from '~/stores/vary'

/** The rules by which ideas are ranked, each with its reason; the player may turn any of them off. The order in which moves are tried is behind more. */
const vary = useVary()
const KINDS = [
  ['veto', 'Never offered'],
  ['for', 'Preferred'],
  ['against', 'Put behind'],
] as const
const held = (id: string) => !vary.tasteOff.includes(id)
const turn = (id: string, on: boolean) =>
  (vary.tasteOff = on ? vary.tasteOff.filter(one => one !== id) : [...vary.tasteOff, id])
</script>

<template>
  <UPopover :content="{ align: 'start' }" :ui="{ content: 'max-h-[70vh] w-96 overflow-y-auto bg-default p-4' }">
    <UButton color="neutral" variant="ghost"
      >Taste{{ vary.tasteOff.length ? `, ${vary.tasteOff.length} off` : '' }}</UButton
    >
    <template #content>
      <p class="mb-2 text-sm text-muted">The next search uses these. Some rules do not apply in some styles.</p>
      <section v-for="[kind, title] in KINDS" :key="kind" class="mb-3" :aria-label="title">
        <h3 class="mb-1 font-semibold">{{ title }}</h3>
        <ul class="space-y-1.5">
          <li v-for="rule in TASTE.filter(one => one.kind === kind)" :key="rule.id">
            <USwitch
              :model-value="held(rule.id)"
              :label="rule.name"
              :description="rule.reason"
              @update:model-value="on => turn(rule.id, on)" />
          </li>
        </ul>
      </section>
      <details class="mb-3 text-sm">
        <summary class="cursor-pointer text-muted hover:text-highlighted">more</summary>
        <UFormField label="Seed" description="Another number tries moves in another order." class="mt-2"
          ><UInputNumber v-model="vary.seed" :min="1" :max="9999" class="w-28"
        /></UFormField>
      </details>
      <UButton v-if="vary.tasteOff.length" color="neutral" variant="outline" @click="vary.tasteOff = []"
        >Turn all on</UButton
      >
    </template>
  </UPopover>
</template>
