<script setup lang="ts">
/** The top of every station: its name over the name of what is open, what of that can be changed, and what is done with it. */
const props = defineProps<{
  name: string
  /** The station, where the name is a document’s. */ station?: string
  /** What the name is, said to a screen reader; with it the name can be changed. */ label?: string
  most?: number
}>()
const emit = defineEmits<{ rename: [name: string] }>()

/** An empty name is none: the one there was comes back. */
function rename(event: Event) {
  const field = event.target as HTMLInputElement
  const wanted = field.value.trim()
  if (wanted && wanted !== props.name) emit('rename', wanted)
  else field.value = props.name
}
</script>

<template>
  <header
    class="no-print isolate flex min-h-16 shrink-0 flex-wrap items-center gap-x-5 gap-y-1 border-b border-default px-4 py-2 sm:px-6 xl:flex-nowrap"
    data-header>
    <div class="max-w-full min-w-0 shrink-[20]">
      <p v-if="station" class="text-tag text-muted" aria-hidden="true">{{ station }}</p>
      <template v-if="label">
        <h1 class="sr-only">{{ station }}: {{ name }}</h1>
        <input
          :value="name"
          :aria-label="label"
          :maxlength="most ?? 120"
          class="display field-sizing-content block max-w-full min-w-24 text-ellipsis border-b border-transparent bg-transparent text-2xl leading-7 text-highlighted hover:border-accented focus:border-inverted xl:max-w-[min(20rem,100%)]"
          @blur="rename"
          @keydown.enter="($event.target as HTMLInputElement).blur()" />
      </template>
      <h1 v-else class="truncate text-2xl text-highlighted">
        <span v-if="station" class="sr-only">{{ station }} </span>{{ name }}
      </h1>
    </div>
    <slot />
    <div class="ml-auto flex max-w-full min-w-0 flex-wrap items-center justify-end gap-2 xl:shrink-0 xl:flex-nowrap">
      <slot name="actions" />
    </div>
  </header>
</template>
