<script setup lang="ts">
import { LANES_SHAPE } from '#core/notation'

/** A card: a picture, a headline, one grey line, and what can be done with it at its foot; the rest is folded. Cards of a row are of one height. */
defineProps<{ headline: string; line?: string; /** The whole line has to be read. */ whole?: boolean }>()
defineOptions({ inheritAttrs: false })
defineSlots<{ picture(): unknown; more?(): unknown; foot(): unknown }>()
</script>

<template>
  <li class="flex h-full flex-col">
    <div v-bind="$attrs" class="flex-1 cursor-default p-1 hover:bg-elevated focus:bg-elevated">
      <div class="overflow-hidden" :style="{ aspectRatio: `1 / ${LANES_SHAPE}` }"><slot name="picture" /></div>
      <h3 class="mt-2 truncate text-lg text-highlighted" :title="headline">{{ headline }}</h3>
      <p v-if="line" class="text-sm text-muted" :class="whole ? '' : 'truncate'" :title="whole ? undefined : line">
        {{ line }}
      </p>
    </div>
    <div class="mt-1 flex flex-wrap items-center gap-1 px-1">
      <slot name="foot" />
      <details v-if="$slots.more" class="group ml-auto text-sm open:order-first open:ml-0 open:w-full">
        <summary class="cursor-pointer px-1 text-muted hover:text-highlighted">
          <span class="group-open:hidden">more</span><span class="hidden group-open:inline">less</span>
        </summary>
        <div class="px-1 pb-1"><slot name="more" /></div>
      </details>
    </div>
  </li>
</template>
