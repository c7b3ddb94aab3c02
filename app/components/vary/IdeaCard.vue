<script setup lang="ts">
import { computed } from 'vue'
import { type Groove, sayCount } from '#core/groove'
import type { Kit } from '#core/kit'
import { type Idea, changeTitle, sayDifficulty } from '#core/vary'

/** One idea: its lanes, what led there, what speaks for it, and how far it is from home. */
const props = defineProps<{ idea: Idea; number: number; home: Groove; kit: Kit; kept: boolean }>()
const emit = defineEmits<{ point: []; leave: []; hear: []; keep: []; choose: []; more: []; never: [] }>()

const facts = computed(() => {
  const { more, difficulty } = props.idea
  return `${more === 0 ? 'as many strokes' : `${sayCount(Math.abs(more), 'stroke')} ${more > 0 ? 'more' : 'fewer'}`} · ${sayDifficulty(difficulty)}`
})
</script>

<template>
  <PreviewCard
    data-idea
    :groove="idea.groove"
    :home="home"
    :kit="kit"
    :headline="changeTitle(home, idea.groove)"
    :line="idea.says.join(' ')"
    :label="`Idea ${number}: ${idea.says.join(' ')}`"
    :kept="kept"
    @point="emit('point')"
    @leave="emit('leave')"
    @hear="emit('hear')"
    @keep="emit('keep')"
    @choose="emit('choose')">
    <ol data-idea-says>
      <li v-for="(line, s) in idea.says" :key="s">{{ line }}</li>
    </ol>
    <p v-if="idea.speaks.length" class="text-toned" data-idea-speaks>{{ idea.speaks.join(' ') }}</p>
    <p class="flex flex-wrap gap-2">
      <UButton size="xs" color="neutral" variant="outline" @click.stop="emit('more')">More like this</UButton>
      <UButton size="xs" color="neutral" variant="outline" @click.stop="emit('never')">Never again</UButton>
    </p>
    <p
      class="text-muted"
      :title="`${Math.round(idea.distance * 100)} % of the strokes are others than home’s`"
      data-idea-facts>
      {{ facts }}
    </p>
  </PreviewCard>
</template>
