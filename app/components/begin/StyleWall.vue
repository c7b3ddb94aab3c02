<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, sentence } from '#core/groove'
import { STYLE_FAMILIES, type StyleCard } from '#core/style'
import { writeMeter } from '#core/time'

/** Styles as small lanes, family by family, those used last first; pointing at one, or walking to it with the arrows, lets it be heard. */
const props = defineProps<{
  styles: readonly StyleCard[]
  previews: ReadonlyMap<string, Groove>
  lately: readonly string[]
}>()
const chosen = defineModel<string>({ required: true })
const emit = defineEmits<{ point: [id: string | undefined]; take: []; hear: [] }>()

const groups = computed(() => {
  const known = props.lately.flatMap(id => props.styles.filter(one => one.id === id))
  const rest = props.styles.filter(one => !known.includes(one))
  return [
    { name: 'used last', styles: known },
    ...STYLE_FAMILIES.map(family => ({ name: family as string, styles: rest.filter(one => one.family === family) })),
  ].filter(group => group.styles.length)
})
</script>

<template>
  <div role="radiogroup" aria-label="Style" @mouseleave="emit('point', undefined)">
    <section v-for="group in groups" :key="group.name" class="mb-4">
      <h2 class="mb-1.5 text-base">{{ sentence(group.name) }}</h2>
      <div class="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-3">
        <label
          v-for="card in group.styles"
          :key="card.id"
          :data-style="card.id"
          class="relative block cursor-pointer p-1.5 outline-offset-1 hover:bg-elevated has-focus-visible:outline-2"
          :class="chosen === card.id ? 'bg-elevated ring-2 ring-inverted' : ''"
          @mouseenter="emit('point', card.id)"
          @dblclick="emit('take')">
          <input
            v-model="chosen"
            type="radio"
            name="style"
            :value="card.id"
            class="absolute inset-0 z-10 cursor-pointer opacity-0"
            :aria-label="card.name"
            :aria-describedby="`about-${card.id}`"
            @focus="emit('point', card.id)"
            @keydown.space.prevent="emit('hear')" />
          <LanesStill :groove="previews.get(card.id)!" aria-hidden="true" />
          <span class="mt-1 block font-semibold leading-tight">{{ card.name }}</span>
          <span :id="`about-${card.id}`" class="flex items-baseline gap-2 text-sm text-muted"
            >{{ writeMeter(card.meter) }} <TempoMark :tempo="previews.get(card.id)!.tempo"
          /></span>
        </label>
      </div>
    </section>
  </div>
</template>
