<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { type Bar, COMMON_TIME, type Groove, barsOfChoice, makeGroove } from '#core/groove'
import { looped } from '#core/perform'
import { present } from '#core/present'
import { STYLE_CARDS, type StyleCard, beginStyle, countedIn, figureBars, stylesFound } from '#core/style'
import { isCompound, writeMeter } from '#core/time'
import { useNewGroove } from '~/composables/useNewGroove'
import { usePlayback } from '~/composables/usePlayback'
import { useStationKeys } from '~/composables/useStationKeys'
import { newId } from '~/documents/ids'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'
import { usePlayer } from '~/stores/player'
import { useSettings } from '~/stores/settings'

/** Begin a groove: a wall of styles to see and hear, empty bars, or the way to a sticking or a file. */
const drummer = useDrummer()
const kits = useKits()
const player = usePlayer()
const settings = useSettings()
const { keep } = useNewGroove()
await Promise.all([kits.load(), drummer.load()])

const search = useTemplateRef('search')
const title = ref('')
const from = ref<'style' | 'empty'>('style')
const sought = ref('')
const chosen = ref(settings.stylesUsed[0] ?? STYLE_CARDS[0]!.id)
const many = ref(2)
const layered = ref<'first' | 'bare'>('first')
const time = ref({ ...COMMON_TIME })

const styles = computed(() => stylesFound(sought.value))
watch(styles, now => now.length && !now.some(one => one.id === chosen.value) && (chosen.value = now[0]!.id))
const card = computed(() =>
  present(
    STYLE_CARDS.find(one => one.id === chosen.value),
    'style card',
  ),
)
/** A figure of two bars is begun in pairs of bars. */
const figure = computed(() => figureBars(card.value))
watch(figure, now => (many.value = Math.max(now, Math.ceil(many.value / now) * now)))

/** What the player begins with, unless they say otherwise. */
const usual = computed(() => {
  const kit = kits.of(drummer.defaults.kitId)
  return { lead: drummer.defaults.lead, kitId: kit.id, hands: kit.hands }
})
const begun = (style: StyleCard, more: { id: string; title: string; bars: number; bare: boolean }) =>
  beginStyle(style, { ...usual.value, ...more, newId: () => newId(), called: drummer.named })
const bars = computed(() => barsOfChoice(time.value))
function emptyOf(bars: Bar[]) {
  const { lead, kitId } = usual.value
  const meter = bars[0]!.meter
  return makeGroove({
    id: 'empty',
    title: title.value.trim() || 'New groove',
    lead,
    kitId,
    bars,
    tempo: countedIn(isCompound(meter) ? 108 : 100, meter),
  })
}
/** How the first of the empty bars are counted. */
const counted = computed(() => (bars.value.ok ? emptyOf(bars.value.value.slice(0, 2)) : undefined))
const previews = computed(
  () =>
    new Map<string, Groove>(
      STYLE_CARDS.map(style => [
        style.id,
        begun(style, { id: style.id, title: style.name, bars: figureBars(style), bare: false }),
      ]),
    ),
)

// ---- heard as it is pointed at; a browser gives no sound before a first press ----

const hearing = ref(true)
const allowed = ref(navigator.userActivation?.hasBeenActive ?? true)
useEventListener(window, ['pointerup', 'keyup'], () => (allowed.value = true), { once: true })
const pointed = ref('')
const heard = computed(() => previews.value.get(pointed.value || chosen.value))
const performance = computed(() => heard.value && looped({ groove: heard.value, kit: kits.of(heard.value.kitId) }))
const { play, toggle, hearInPlace } = usePlayback(performance)
function point(id: string | undefined) {
  pointed.value = id ?? ''
  if (!allowed.value || !hearing.value) return
  hearInPlace(!!id)
}
/** A press chooses a style, and it goes on sounding. */
watch(chosen, () => allowed.value && hearing.value && play())

// ---- begun --------------------------------------------------------------------

async function begin() {
  if (from.value === 'style') {
    settings.stylesUsed = [card.value.id, ...settings.stylesUsed.filter(id => id !== card.value.id)].slice(0, 6)
    return keep(
      begun(card.value, { id: newId(), title: title.value.trim(), bars: many.value, bare: layered.value === 'bare' }),
    )
  }
  if (bars.value.ok) await keep({ ...emptyOf(bars.value.value), id: newId() })
}

useStationKeys('begin', { hear: toggle })
onMounted(() => search.value?.inputRef?.focus())
useHead({ title: 'Begin a groove · Bazzet' })
</script>

<template>
  <form class="flex min-h-0 flex-1 flex-col" @submit.prevent="begin" @keydown.escape="navigateTo('/shelf')">
    <StationHeader name="Begin a groove">
      <UTabs
        v-model="from"
        :items="[
          { label: 'From a style', value: 'style' },
          { label: 'Empty bars', value: 'empty' },
        ]"
        color="neutral"
        variant="link"
        :content="false" />
      <UInput
        v-show="from === 'style'"
        ref="search"
        v-model="sought"
        icon="i-lucide-search"
        placeholder="shuffle, jazz, Brazil …"
        class="w-56"
        aria-label="Find a style" />
      <template #actions>
        <UButton color="neutral" variant="outline" to="/sticking">From a sticking</UButton>
        <UButton color="neutral" variant="outline" icon="i-lucide-folder-open" to="/open">From a file</UButton>
      </template>
    </StationHeader>
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_18.5rem]">
      <div class="min-h-0 overflow-y-auto px-4 py-4 max-xl:pr-11 sm:pl-6">
        <template v-if="from === 'style'">
          <p v-if="!styles.length">
            No style is called that.
            <UButton color="neutral" variant="outline" @click="sought = ''">Show all</UButton>
          </p>
          <StyleWall
            v-model="chosen"
            :styles="styles"
            :previews="previews"
            :lately="settings.stylesUsed"
            @point="point"
            @hear="toggle"
            @take="begin" />
        </template>
        <div v-else class="max-w-xl">
          <TimeForm v-model="time" />
          <LanesStill v-if="counted" :groove="counted" large class="mt-6" />
        </div>
      </div>
      <SidePanel label="How it begins" class="space-y-4">
        <div v-if="from === 'style'">
          <h2 class="text-lg">{{ card.name }}</h2>
          <p>{{ card.about }}</p>
          <p class="text-sm text-muted">
            {{ writeMeter(card.meter) }} at <TempoMark :tempo="countedIn(card.tempo.usual, card.meter)" />, usually
            {{ Math.round(countedIn(card.tempo.from, card.meter).bpm) }} to
            {{ Math.round(countedIn(card.tempo.to, card.meter).bpm) }}
          </p>
          <div class="mt-2 flex items-center gap-3">
            <UButton
              color="neutral"
              variant="outline"
              :icon="player.playing ? 'i-lucide-square' : 'i-lucide-play'"
              @click="toggle"
              >{{ player.playing ? 'Stop' : 'Hear' }}</UButton
            >
            <USwitch v-model="hearing" label="Hear what I point at" class="pointer-coarse:hidden" />
          </div>
          <p v-if="!allowed && hearing" class="mt-1 text-sm text-muted">
            Press anything once: a browser gives no sound before that.
          </p>
        </div>
        <UFormField label="Title"
          ><UInput
            v-model="title"
            :placeholder="from === 'style' ? card.name : 'New groove'"
            maxlength="120"
            class="w-full"
        /></UFormField>
        <template v-if="from === 'style'">
          <UFormField label="Bars"
            ><UInputNumber v-model="many" :min="figure" :max="8" :step="figure" class="w-24"
          /></UFormField>
          <URadioGroup
            v-model="layered"
            legend="Start with"
            color="neutral"
            :items="[
              { value: 'first', label: 'a first part for each limb' },
              { value: 'bare', label: 'nothing: I layer it myself' },
            ]" />
        </template>
        <UButton type="submit" color="neutral">Begin</UButton>
      </SidePanel>
    </div>
    <footer class="flex shrink-0 items-center gap-3 border-t border-default bg-muted px-4 py-2 xl:hidden">
      <b class="min-w-0 flex-1 truncate">{{ from === 'style' ? card.name : 'Empty bars' }}</b>
      <UButton
        v-if="from === 'style'"
        color="neutral"
        variant="outline"
        :icon="player.playing ? 'i-lucide-square' : 'i-lucide-play'"
        @click="toggle"
        >{{ player.playing ? 'Stop' : 'Hear' }}</UButton
      >
      <UButton type="submit" color="neutral">Begin</UButton>
    </footer>
  </form>
</template>
