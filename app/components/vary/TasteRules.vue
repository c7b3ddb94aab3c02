<script setup lang="ts">
import { TASTE, sayLiking } from '#core/vary'
import { useDrummer } from '~/stores/drummer'
import { useVary } from '~/stores/vary'

/** What the player said of ideas, and the rules by which they are ranked, each with its reason: all of it can be taken back or turned off. The order in which moves are tried is behind more. */
const vary = useVary()
const drummer = useDrummer()
const KINDS = [
  ['veto', 'Never offered'],
  ['for', 'Preferred'],
  ['against', 'Put behind'],
] as const
const SAID = [
  ['likes', 'More like this'],
  ['never', 'Never again'],
] as const
const takeBack = (what: 'likes' | 'never', at: number) =>
  void drummer.setTaste({ [what]: drummer.player.taste[what].toSpliced(at, 1) })
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
      <section v-for="[what, title] in SAID" :key="what" class="mb-3" :aria-label="title">
        <template v-if="drummer.player.taste[what].length">
          <h3 class="mb-1 font-semibold">{{ title }}</h3>
          <ul class="space-y-1 text-sm">
            <li v-for="(liking, i) in drummer.player.taste[what]" :key="liking.join()" class="flex items-center gap-2">
              <span class="flex-1">{{ drummer.named(sayLiking(liking)) }}</span>
              <UButton
                size="xs"
                color="neutral"
                variant="ghost"
                icon="i-lucide-x"
                :aria-label="`Take back: ${sayLiking(liking)}`"
                @click="takeBack(what, i)" />
            </li>
          </ul>
        </template>
      </section>
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
