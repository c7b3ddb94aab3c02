<script setup lang="ts">
import { usePreferredReducedMotion, useRafFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { mayFlash } from '#core/kit'
import { useDrummer } from '~/stores/drummer'
import { usePlayer } from '~/stores/player'

defineOptions({ inheritAttrs: false })

/** A lamp that lights on each felt beat, brighter on the first of a bar; and, where the player wants it, the edge of the screen with it. */
const player = usePlayer()
const drummer = useDrummer()
const motion = usePreferredReducedMotion()

/** Seconds that it is lit. */
const LIT = 0.1
/** Half a frame: what is drawn now is seen at the next one, so that it is as often early as late. */
const HALF_FRAME = 0.008
const lit = ref<'first' | 'beat'>()
const flashes = ref(false)
let flashed = -Infinity
const { pause, resume } = useRafFn(
  () => {
    const { light, flash } = drummer.player.lamp
    const beat = light || flash ? player.beat(HALF_FRAME) : undefined
    const now = beat && beat.since < LIT ? (beat.first ? 'first' : 'beat') : undefined
    if (now === lit.value) return
    lit.value = now
    const may = now !== undefined && flash && motion.value !== 'reduce' && mayFlash(performance.now() / 1000 - flashed)
    if (may) flashed = performance.now() / 1000
    flashes.value = may
  },
  { immediate: false },
)
watch(
  () => player.playing,
  playing => {
    if (playing) return resume()
    pause()
    lit.value = undefined
    flashes.value = false
  },
  { immediate: true },
)
</script>

<template>
  <span
    v-if="drummer.player.lamp.light"
    v-bind="$attrs"
    class="size-4 shrink-0 rounded-full border border-accented"
    :class="lit === 'first' ? 'bg-inverted' : lit ? 'bg-(--ui-text-muted)' : ''"
    data-lamp
    :data-beat="lit ?? ''"
    aria-hidden="true" />
  <span
    v-if="flashes"
    class="pointer-events-none fixed inset-0 z-50 border-16 border-inverted"
    data-flash
    aria-hidden="true" />
</template>
