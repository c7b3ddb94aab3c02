<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { sayCount } from '#core/groove'
import { type By, KITS, type Kit, PIECE_KINDS, type PieceKind, canBe, kitById, mirrorKit, withPiece } from '#core/kit'
import { present } from '#core/present'
import type { Result } from '#core/result'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { newId } from '~/documents/ids'
import { downloadJson } from '~/download'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'
import { useSettings } from '~/stores/settings'

/** The Kit station: what you own, where it is, and how you sit at it. */
const route = useRoute()
const kits = useKits()
const drummer = useDrummer()
const settings = useSettings()
const toast = useToast()
await kits.load()

const id = String(route.params.id)
const failed = ref('')
try {
  await kits.open(id)
  settings.lastKit = id
} catch (error) {
  failed.value = (error as Error).message
}
const kit = computed<Kit | undefined>(() => (failed.value ? undefined : kits.document))
/** The kit, for what is reached only while there is one. */
const here = computed(() => present(kit.value, 'kit'))
const chosen = ref(kit.value?.pieces[0]?.id ?? '')
watch(kit, now => {
  if (now && !now.pieces.some(piece => piece.id === chosen.value)) chosen.value = now.pieces[0]!.id
})

const say = (title: string, color: 'error' | 'neutral' = 'neutral') => toast.add({ title, color })
function save(now: Kit) {
  const done = kits.edit(now)
  if (!done.ok) say(done.reason, 'error')
}
function take(result: Result<Kit>) {
  if (result.ok) save(result.value)
  else say(result.reason, 'error')
}
const pieceThere = computed(() => kit.value?.pieces.some(piece => piece.id === chosen.value))
const rename = (name: string) => save({ ...here.value, name })
function add(kind: PieceKind, by: By) {
  const added = withPiece(here.value, kind, by)
  if (!added.ok) return say(added.reason, 'error')
  chosen.value = added.value.id
  save(added.value.kit)
}
function removed(now: Kit) {
  const before = here.value
  const gone = before.pieces.find(piece => !now.pieces.includes(piece))
  save(now)
  toast.add({
    title: `${gone?.name ?? 'The piece'} is out of the kit.`,
    actions: [{ label: 'Undo', onClick: () => save(before) }],
  })
}
async function begin(from: Kit) {
  const { limits: _, ...document } = from
  const pieces = document.pieces.map(piece => ({ ...piece, name: drummer.named(piece.name) }))
  const made = {
    ...document,
    pieces,
    hands: drummer.defaults.hands,
    id: newId(),
    name: `${from.name}, mine`.slice(0, 60),
  }
  try {
    await kits.create(made)
    await navigateTo(`/kit/${made.id}`)
  } catch (error) {
    say((error as Error).message, 'error')
  }
}
async function bin(): Promise<void> {
  const { id: gone, name } = here.value
  const back = await kits.bin()
  toast.add({
    title: `“${name}” is in the bin. Grooves that use it sound on the five-piece meanwhile.`,
    actions: [
      {
        label: 'Undo',
        onClick: async () => {
          await back()
          await navigateTo(`/kit/${gone}`)
        },
      },
    ],
  })
  await navigateTo('/kit')
}
const mirror = (): void => save(mirrorKit(here.value))
/** Each kind by hand, and by foot: a row of pedals can be built on any kit. */
const addItems = (['hand', 'foot'] as const).map(by => [
  { type: 'label' as const, label: `Played by ${by}` },
  ...PIECE_KINDS.filter(kind => canBe(kind, by)).map(kind => ({ label: kind, onSelect: () => add(kind, by) })),
])
const HANDS: { label: string; value: Kit['hands'] }[] = [
  { label: 'crossed', value: 'crossed' },
  { label: 'open-handed', value: 'open' },
]
const menu = computed(() => [
  [
    { label: 'Duplicate', icon: 'i-lucide-copy', onSelect: () => begin(here.value) },
    { label: 'Mirror the plan', icon: 'i-lucide-flip-horizontal-2', onSelect: mirror },
    { label: 'Save as a file', icon: 'i-lucide-download', onSelect: () => downloadJson(here.value.name, here.value) },
  ],
  [
    { type: 'label' as const, label: 'New kit' },
    ...KITS.map(one => ({ label: `${one.name}, as it ships`, onSelect: () => begin(kitById(one.id)) })),
  ],
  [
    {
      label: 'Put in the bin',
      icon: 'i-lucide-trash-2',
      color: 'error' as const,
      disabled: kits.all.length < 2,
      onSelect: bin,
    },
  ],
])
useKeptOpen(kits)
useHead({ title: () => `${kit.value?.name ?? 'Kit'} · Bazzet` })
</script>

<template>
  <div v-if="!kit" class="m-auto max-w-md text-center">
    <h1 class="text-2xl">This kit is not here</h1>
    <p class="my-3">{{ failed }}</p>
    <UButton to="/kit" color="neutral">To your kits</UButton>
  </div>
  <template v-else>
    <StationHeader station="Kit" :name="kit.name" label="Name of the kit" :most="60" @rename="rename">
      <span class="whitespace-nowrap text-sm text-muted">{{ sayCount(kit.pieces.length, 'piece') }}</span>
      <BarSelect
        :model-value="kit.hands"
        label="Hands"
        :items="HANDS"
        @update:model-value="hands => save({ ...kit!, hands })" />
      <KitSounds :kit="kit" @changed="save" @told="says => say(says)" @refused="reason => say(reason, 'error')" />
      <template #actions>
        <SaveNote :state="kits.saveState" />
        <UDropdownMenu :items="addItems"
          ><UButton color="neutral" icon="i-lucide-plus">Add a piece</UButton></UDropdownMenu
        >
        <MoreMenu :items="menu" />
      </template>
    </StationHeader>
    <StaleNotice v-if="kits.theirs" what="kit" :mine="kit" :theirs="kits.theirs" @choose="kits.resolveStale" />
    <div
      class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] xl:grid-cols-[8.5rem_minmax(0,1fr)_20rem] xl:grid-rows-1">
      <nav
        aria-label="Kits"
        class="border-default max-xl:flex max-xl:overflow-x-auto max-xl:border-b xl:overflow-y-auto xl:border-r xl:py-3">
        <NuxtLink
          v-for="one in kits.all"
          :key="one.id"
          :to="`/kit/${one.id}`"
          class="block shrink-0 px-3 py-1.5 max-xl:border-b-3 xl:border-l-3"
          :class="
            one.id === id
              ? 'border-inverted font-semibold text-highlighted'
              : 'border-transparent text-toned hover:text-highlighted'
          "
          :aria-current="one.id === id ? 'page' : undefined"
          >{{ one.name }}</NuxtLink
        >
      </nav>
      <div class="flex min-h-0 flex-col px-3 py-3 max-sm:overflow-y-auto">
        <KitPlan
          v-model:chosen="chosen"
          :kit="kit"
          lead="right"
          @moved="save"
          @refused="reason => say(reason, 'error')" />
        <p class="mt-1 text-center text-sm text-muted">
          From above, in metres from the stool. Drag a piece, or choose it and press the arrows.
        </p>
        <div class="mt-2 h-68 shrink-0 overflow-auto max-sm:h-auto border-t border-default pt-2">
          <StrokeTable v-if="pieceThere" :key="kit.id + chosen" :kit="kit" :piece-id="chosen" @done="take" />
        </div>
      </div>
      <SidePanel label="The chosen piece">
        <PieceForm
          v-if="pieceThere"
          :key="kit.id + chosen"
          :kit="kit"
          :piece-id="chosen"
          @changed="save"
          @removed="removed"
          @refused="reason => say(reason, 'error')" />
      </SidePanel>
    </div>
  </template>
</template>
