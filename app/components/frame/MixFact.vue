<script setup lang="ts">
import { useDebounceFn, useRafFn } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import {
  type Mix,
  type MixChannel,
  type RoomChoice,
  GAIN_RANGE,
  HEARINGS,
  LIMB_NAMES,
  MIX_CHANNELS,
  ROOM_RANGE,
  USUAL_HEARING,
  USUAL_MIX,
  USUAL_ROOM,
  isUsualMix,
} from '#core/kit'
import { sentence } from '#core/groove'
import { ROOM_SIZES } from '#core/signal'
import { useStationKeys } from '~/composables/useStationKeys'
import { useDrummer } from '~/stores/drummer'
import { usePlayer } from '~/stores/player'

/** The mix: a fader for each thing that sounds, how high it comes, and the way back to how it ships. Kept with the player. */
const drummer = useDrummer()
const player = usePlayer()
const open = ref(false)
useStationKeys('mix', { mix: () => (open.value = !open.value) })

const NAMES: Record<MixChannel, string> = {
  ...LIMB_NAMES,
  all: 'all',
  click: 'click',
  voice: 'all that is spoken',
  line: 'line above',
  machine: 'the machine’s parts',
  mine: 'my own parts, as a guide',
}
const mix = computed(() => drummer.player.mix)
const usual = computed(() => {
  const { hearing, room } = drummer.player
  return isUsualMix(mix.value) && hearing === USUAL_HEARING && room.size === USUAL_ROOM.size
})
const back = () => drummer.set({ mix: USUAL_MIX, hearing: USUAL_HEARING, room: USUAL_ROOM })
const says = computed(() =>
  usual.value
    ? 'as it ships'
    : MIX_CHANNELS.some(one => mix.value[one].muted && !USUAL_MIX[one].muted)
      ? 'some muted'
      : 'changed',
)

/** Faders on their way, which are kept a moment after they come to rest, or as the page is left. */
const moving = ref<Partial<Record<MixChannel, number>>>({})
const gain = (channel: MixChannel) => moving.value[channel] ?? mix.value[channel].gain
function move(channel: MixChannel, to: number | undefined) {
  if (to === undefined) return
  moving.value = { ...moving.value, [channel]: to }
  const faders = MIX_CHANNELS.map(one => [one, { ...mix.value[one], gain: gain(one) }] as const)
  void player.engine?.listen({ ...drummer.player, mix: Object.fromEntries(faders) as Mix })
  void keepSoon()
}
async function keep() {
  const kept = { ...moving.value }
  const channels = MIX_CHANNELS.filter(one => kept[one] !== undefined)
  if (!channels.length) return
  await drummer.setMix(Object.fromEntries(channels.map(one => [one, { ...mix.value[one], gain: kept[one] }])))
  moving.value = Object.fromEntries(Object.entries(moving.value).filter(([one, to]) => kept[one as MixChannel] !== to))
}
const keepSoon = useDebounceFn(keep, 200)
onBeforeUnmount(keep)
const mute = (channel: MixChannel) =>
  drummer.setMix({ [channel]: { gain: gain(channel), muted: !mix.value[channel].muted } })

const setRoom = (facts: Partial<RoomChoice>) => drummer.set({ room: { ...drummer.player.room, ...facts } })

/** How high each channel comes, from 0 to 1 over 48 dB: it rises at once and falls slowly, so that a stroke is seen. */
const heights = ref<Partial<Record<MixChannel, number>>>({})
const FALLS = 0.012
const { pause, resume } = useRafFn(
  () => {
    const peaks = player.engine?.peaks()
    if (!peaks) return
    heights.value = Object.fromEntries(
      MIX_CHANNELS.map(one => {
        const height = Math.min(1, Math.max(0, 1 + (20 * Math.log10(peaks[one] || 1e-6)) / 48))
        return [one, Math.max(height, (heights.value[one] ?? 0) - FALLS)]
      }),
    )
  },
  { immediate: false, fpsLimit: 30 },
)
watch(open, now => (now ? resume() : pause()))
</script>

<template>
  <FactButton v-model:open="open" name="mix" :value="says">
    <div class="max-h-[calc(100dvh-9rem)] space-y-2 overflow-y-auto px-1" role="group" aria-label="Mix">
      <div
        v-for="channel in MIX_CHANNELS"
        :key="channel"
        class="grid grid-cols-[1fr_auto] gap-x-2"
        :data-fader="channel">
        <span class="text-sm" :class="mix[channel].muted ? 'text-muted' : ''">{{ sentence(NAMES[channel]) }}</span>
        <span class="flex items-center gap-2 text-sm text-muted">
          {{ mix[channel].muted ? 'muted' : `${gain(channel) > 0 ? '+' : ''}${gain(channel)} dB` }}
          <UButton
            size="xs"
            color="neutral"
            :variant="mix[channel].muted ? 'solid' : 'outline'"
            :icon="mix[channel].muted ? 'i-lucide-volume-x' : 'i-lucide-volume-2'"
            :aria-pressed="mix[channel].muted"
            :aria-label="`Mute ${NAMES[channel]}`"
            @click="mute(channel)" />
        </span>
        <USlider
          class="col-span-2"
          size="xs"
          :model-value="gain(channel)"
          :min="GAIN_RANGE.least"
          :max="GAIN_RANGE.most"
          :disabled="mix[channel].muted"
          :aria-label="`${sentence(NAMES[channel])}, in dB`"
          @update:model-value="to => move(channel, to)" />
        <span class="col-span-2 mt-1.5 h-1" aria-hidden="true"
          ><span
            class="block h-full origin-left bg-(--ui-text-dimmed)"
            :style="{ transform: `scaleX(${heights[channel] ?? 0})` }"
            :data-height="(heights[channel] ?? 0).toFixed(2)"
        /></span>
      </div>
      <BarSelect
        class="w-full"
        label="Heard"
        means="From where the kit is heard"
        :model-value="drummer.player.hearing"
        :items="HEARINGS"
        @update:model-value="hearing => drummer.set({ hearing })" />
      <BarSelect
        class="w-full"
        label="Room"
        :model-value="drummer.player.room.size"
        :items="ROOM_SIZES"
        @update:model-value="size => setRoom({ size })" />
      <label v-if="drummer.player.room.size !== 'dry'" class="block text-sm text-muted" data-room>
        {{ drummer.player.room.amount }} dB of the room
        <USlider
          size="xs"
          :model-value="drummer.player.room.amount"
          :min="ROOM_RANGE.least"
          :max="ROOM_RANGE.most"
          aria-label="How much of the room, in dB"
          @update:model-value="amount => amount !== undefined && setRoom({ amount })" />
      </label>
      <LazyOutputChoice />
      <UButton color="neutral" variant="outline" :disabled="usual" @click="back">Back to how it ships</UButton>
    </div>
  </FactButton>
</template>
