<script setup lang="ts">
import { ref, watch } from 'vue'
import { FILL_TASTE, type Fill, type FillGround, saySource } from '#core/phrase'
import { useFills } from '~/composables/useFills'
import { useSettings } from '~/stores/settings'

/** A dozen fills that differ, searched in their place: pointed at they are seen and heard, pressed they are taken. */
const props = defineProps<{ fill: Fill; ground: FillGround }>()
const emit = defineEmits<{ try: [fill: Fill | undefined]; take: [fill: Fill] }>()
const settings = useSettings()
const { running, found, search } = useFills()
const seed = ref(0)
const than = ref<'any' | 'busier' | 'simpler'>('any')
const look = () =>
  search(
    {
      from: props.fill.from,
      length: props.fill.length,
      seed: ++seed.value,
      ...(than.value === 'any' ? {} : { than: than.value }),
    },
    props.ground,
    settings.fillTasteOff,
  )
watch(than, () => seed.value && look())
const turn = (id: string, on: boolean) =>
  (settings.fillTasteOff = on ? settings.fillTasteOff.filter(one => one !== id) : [...settings.fillTasteOff, id])
const KINDS = { veto: 'never', for: 'for it', against: 'against it' } as const
const reasons = (ids: readonly string[]) =>
  FILL_TASTE.filter(rule => rule.kind === 'for' && ids.includes(rule.id))
    .map(rule => rule.name.toLowerCase())
    .slice(0, 3)
    .join(', ')
</script>

<template>
  <section aria-label="Fills to choose from" class="space-y-2" data-fill-ideas>
    <div class="flex flex-wrap items-center gap-2">
      <UButton color="neutral" variant="outline" :loading="running" @click="look">{{
        found.length ? 'A dozen others' : 'Find a dozen fills'
      }}</UButton>
      <BarSelect
        v-model="than"
        label="Than this"
        means="Busier or simpler than this fill"
        :items="[
          { label: 'any', value: 'any' },
          { label: 'busier', value: 'busier' },
          { label: 'simpler', value: 'simpler' },
        ]"
        class="w-36" />
      <UPopover :content="{ align: 'end' }" :ui="{ content: 'w-80 max-h-96 overflow-y-auto bg-default p-4' }">
        <UButton color="neutral" variant="ghost">Taste</UButton>
        <template #content>
          <p class="mb-2 text-sm text-muted">
            Rules by which fills are offered and ranked. Turn off what you would argue with.
          </p>
          <ul class="space-y-1.5">
            <li v-for="rule in FILL_TASTE" :key="rule.id">
              <UCheckbox
                :model-value="!settings.fillTasteOff.includes(rule.id)"
                color="neutral"
                :label="`${rule.name} (${KINDS[rule.kind]})`"
                :description="rule.reason"
                @update:model-value="on => turn(rule.id, on === true)" />
            </li>
          </ul>
        </template>
      </UPopover>
    </div>
    <p v-if="!running && seed && !found.length" class="text-sm text-muted">
      None fits here: try a longer one, or a slower tempo.
    </p>
    <ul
      v-if="found.length"
      class="max-h-64 overflow-y-auto divide-y divide-(--ui-border-muted)"
      @mouseleave="emit('try', undefined)">
      <li v-for="(idea, i) in found" :key="i">
        <button
          type="button"
          class="w-full cursor-pointer px-1 py-1.5 text-left hover:bg-elevated focus:bg-elevated"
          data-fill-idea
          @mouseenter="emit('try', idea.fill)"
          @focus="emit('try', idea.fill)"
          @blur="emit('try', undefined)"
          @click="emit('take', idea.fill)">
          <b class="text-base">{{ saySource(idea.fill.source) }}</b> <span class="text-sm">{{ idea.asks }}</span>
          <span class="block text-sm text-muted">{{ reasons(idea.speaks) }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>
