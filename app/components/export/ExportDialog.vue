<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { HEARINGS, isUsualMix } from '#core/kit'
import { present } from '#core/present'
import { type ExportWish, type Leaving, useExport } from '~/composables/useExport'
import { ROOM_SIZES } from '#core/signal'
import { FORMATS, type FormatId } from '~/formats'
import { useDrummer } from '~/stores/drummer'

/** Takes a groove or a phrase away as a file: the format, what it keeps and loses, and how it is written. */
const props = defineProps<{ leaving: Leaving }>()
const open = defineModel<boolean>('open', { required: true })
const toast = useToast()
const { save, stop, progress } = useExport()
const wish = reactive<ExportWish>({
  format: 'midi',
  midi: { swing: 'played', tracks: 'one' },
  tab: 'pieces',
  wav: { bits: 16, stems: false, times: 4, click: false, hearing: 'as I sit', room: 'dry', faders: false, human: 0 },
})
const failed = ref('')
const drummer = useDrummer()
/** As this player hears it, until something else is chosen. */
watch(
  open,
  now => {
    const { hearing, room, mix } = drummer.player
    if (now) Object.assign(wish.wav, { hearing, room: room.size, faders: !isUsualMix(mix) })
  },
  { immediate: true },
)
const HUMANS = [
  { label: 'exactly', value: 0 },
  ...[5, 10, 15].map(ms => ({ label: `as people do, spread by ${ms} ms`, value: ms })),
]

const offered = computed(() => FORMATS.filter(format => format.of.includes(props.leaving.kind)))
const format = computed(() =>
  present(
    FORMATS.find(one => one.id === wish.format),
    'format',
  ),
)
const title = computed(() =>
  props.leaving.kind === 'groove' ? props.leaving.groove.title : props.leaving.phrase.title,
)
const tracks = computed(() => [
  { label: 'all drums on one track', value: 'one' },
  { label: 'a track for each limb', value: 'limbs' },
  ...(props.leaving.kind === 'groove' ? [{ label: 'a track for each part', value: 'parts' }] : []),
])

async function take() {
  failed.value = ''
  try {
    if (!(await save(props.leaving, wish))) return
    open.value = false
    const spread = wish.format === 'wav' && wish.wav.human
    toast.add({ title: `“${title.value}” was saved as a file${spread ? `, its strokes spread by ${spread} ms` : ''}.` })
  } catch (error) {
    failed.value = `It could not be written: ${(error as Error).message}`
  }
}
</script>

<template>
  <UModal
    v-model:open="open"
    :title="`Export “${title}”`"
    description="Everything stays here as it is; a file is made of it."
    :ui="{ content: 'max-w-2xl bg-default' }"
    @update:open="now => now || stop()">
    <template #body>
      <form class="grid gap-x-8 gap-y-4 sm:grid-cols-[13.5rem_1fr]" data-export @submit.prevent="take">
        <URadioGroup
          v-model="wish.format"
          legend="Format"
          color="neutral"
          :items="offered.map(one => ({ label: one.name, value: one.id satisfies FormatId }))" />
        <div class="space-y-4">
          <p class="text-sm">
            <b>Keeps</b> <span data-keeps>{{ format.keeps }}</span>
          </p>
          <p class="text-sm">
            <b>Loses</b> <span data-loses>{{ format.loses }}</span>
          </p>
          <p v-if="format.again" class="text-sm">
            <b>Opened here again</b> <span data-again>{{ format.again[leaving.kind] }}</span>
          </p>
          <template v-if="wish.format === 'midi'">
            <UFormField v-if="leaving.kind === 'groove'" label="Swing and pushes"
              ><USelect
                v-model="wish.midi.swing"
                :items="[
                  { label: 'in the times, as it sounds', value: 'played' },
                  { label: 'straight notes, swing in words', value: 'words' },
                ]"
                class="w-72"
                aria-label="Swing and pushes"
            /></UFormField>
            <UFormField label="Tracks"
              ><USelect v-model="wish.midi.tracks" :items="tracks" class="w-72" aria-label="Tracks"
            /></UFormField>
          </template>
          <UFormField v-else-if="wish.format === 'tab'" label="Lines"
            ><USelect
              v-model="wish.tab"
              :items="[
                { label: 'a line for each piece', value: 'pieces' },
                { label: 'a line for each piece of each limb', value: 'limbs' },
              ]"
              class="w-72"
              aria-label="Lines"
          /></UFormField>
          <div v-else-if="wish.format === 'wav'" class="flex flex-wrap items-end gap-x-5 gap-y-3">
            <UFormField v-if="leaving.kind === 'groove'" label="Times through"
              ><UInputNumber v-model="wish.wav.times" :min="1" :max="64" class="w-28" aria-label="Times through"
            /></UFormField>
            <UFormField label="Bits"
              ><USelect
                v-model="wish.wav.bits"
                :items="[
                  { label: '16 bit', value: 16 },
                  { label: '24 bit', value: 24 },
                ]"
                class="w-28"
                aria-label="Bits"
            /></UFormField>
            <UFormField label="Heard"
              ><USelect
                v-model="wish.wav.hearing"
                :items="[...HEARINGS]"
                class="w-48"
                aria-label="From where it is heard"
            /></UFormField>
            <UFormField label="Room"
              ><USelect v-model="wish.wav.room" :items="[...ROOM_SIZES]" class="w-28" aria-label="Room"
            /></UFormField>
            <UFormField label="The machine plays"
              ><USelect v-model="wish.wav.human" :items="HUMANS" class="w-60" aria-label="The machine plays"
            /></UFormField>
            <USwitch v-model="wish.wav.click" color="neutral" label="with the click" />
            <USwitch
              v-if="!isUsualMix(drummer.player.mix)"
              v-model="wish.wav.faders"
              color="neutral"
              label="with my mix" />
            <USwitch v-model="wish.wav.stems" color="neutral" label="a file for each limb, packed" />
          </div>
          <div v-if="progress !== undefined" role="status">
            <p class="mb-1 text-sm">Rendering, {{ Math.round(progress * 100) }} %</p>
            <UProgress :model-value="Math.round(progress * 100)" color="neutral" />
          </div>
          <p v-if="failed" role="alert" class="text-error">{{ failed }}</p>
          <div class="flex gap-3 pt-2">
            <UButton v-if="progress === undefined" type="submit" color="neutral">Save the file</UButton>
            <UButton v-else color="neutral" variant="outline" @click="stop">Stop</UButton>
          </div>
        </div>
      </form>
    </template>
  </UModal>
</template>
