<script setup lang="ts">
import { computed, ref } from 'vue'
import { sayPlace } from '#core/groove'
import {
  type Chain,
  type Letter,
  type NoteGroup,
  type Question,
  type Wish,
  NOTE_GROUPS,
  chainSticking,
  groundBars,
  ownGroup,
  writeSticking,
} from '#core/sticking'
import { slotsOf, tickSeconds } from '#core/time'
import { useChains } from '~/composables/useChains'
import { toneOfLetter } from '~/lanes/tone'
import { useDrummer } from '~/stores/drummer'
import { useSettings } from '~/stores/settings'
import { useSticking } from '~/stores/sticking'

/** Note groups chained to fill the bars exactly, under wishes; every way counted, the best hundred listed. */
const store = useSticking()
const settings = useSettings()
const drummer = useDrummer()
const emit = defineEmits<{ use: [text: string] }>()

const own = ref('')
const wrong = ref('')
function addOwn() {
  const read = ownGroup(own.value)
  wrong.value = read.ok ? '' : read.reason
  if (!read.ok) return
  if (!store.draft.own.includes(read.value.id)) store.draft.own = [...store.draft.own, read.value.id]
  if (!store.draft.groups.includes(read.value.id)) store.draft.groups = [...store.draft.groups, read.value.id]
  own.value = ''
}
const all = computed<NoteGroup[]>(() => [
  ...NOTE_GROUPS,
  ...store.draft.own.flatMap(text => {
    const read = ownGroup(text)
    return read.ok && !NOTE_GROUPS.some(one => one.id === read.value.id) ? [read.value] : []
  }),
])
const sizes = computed(() =>
  [...new Set(all.value.map(group => group.sticking.length))]
    .sort((a, b) => a - b)
    .map(size => ({ size, groups: all.value.filter(group => group.sticking.length === size) })),
)
const toggle = (id: string) =>
  (store.draft.groups = store.draft.groups.includes(id)
    ? store.draft.groups.filter(one => one !== id)
    : [...store.draft.groups, id])

const bars = computed(() => groundBars(store.ground, store.draft.bars))
const slots = computed(() => slotsOf(bars.value))
const limb = ref<Letter>('L')
const wished = computed(() => store.draft.limbs.filter(wish => wish.slot < slots.value.length))
const letters = computed(
  () => new Map(wished.value.map(({ slot, who }) => [slot, { text: who, tone: toneOfLetter(who) }])),
)
function wish(slot: number) {
  const there = wished.value.find(one => one.slot === slot)
  const others = wished.value.filter(one => one.slot !== slot)
  store.draft.limbs = there?.who === limb.value ? others : [...others, { who: limb.value, slot }]
}
/** The limb on the second and fourth beat of every bar, or off them again. */
function backbeats() {
  const on = slots.value.filter(slot => slot.slot === 0 && slot.beat % 2 === 1).map(slot => slot.index)
  const there = on.every(slot => wished.value.some(one => one.slot === slot && one.who === limb.value))
  store.draft.limbs = [
    ...wished.value.filter(one => !on.includes(one.slot)),
    ...(there ? [] : on.map(slot => ({ who: limb.value, slot }))),
  ]
}

const question = computed<Question>(() => {
  const { wishes, bpm, lead } = store.draft
  const { limits } = drummer
  const list: Wish[] = wished.value.map(({ who, slot }) => ({
    kind: 'limb',
    who,
    slot,
    says: sayPlace({ bars: bars.value }, slots.value[slot]!.at, settings.counting),
  }))
  if (wishes.noRepeats) list.push({ kind: 'no repeats' })
  if (wishes.home) list.push({ kind: 'comes home', lead })
  if (wishes.twoFeet) list.push({ kind: 'two feet' })
  if (wishes.speed)
    list.push({
      kind: 'not too fast',
      slotSeconds: slots.value[0]!.length * tickSeconds({ bpm, counts: '1/4' }),
      speeds: {
        hand: limits.run.hand.hard,
        foot: limits.run.foot.hard,
        double: limits.double.hard,
        footPair: limits.pair.foot.hard,
      },
    })
  return {
    slots: slots.value.length,
    groups: all.value.filter(group => store.draft.groups.includes(group.id)),
    changing: wishes.changing,
    wishes: list,
  }
})
const { answer, working, milliseconds } = useChains(question)
const sums = (chain: Chain) => chain.shapes.map(shape => shape.sticking.length).join('+')
const NAMES = [
  { value: 'R', label: 'right hand' },
  { value: 'L', label: 'left hand' },
  { value: 'F', label: 'foot' },
]
</script>

<template>
  <div class="space-y-3">
    <section aria-labelledby="groups-title">
      <h2 id="groups-title" class="text-lg">Groups</h2>
      <div class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
        <template v-for="{ size, groups } in sizes" :key="size">
          <span class="display pt-0.5 text-right">{{ size }}</span>
          <div class="flex flex-wrap gap-1" role="group" :aria-label="`Groups of ${size}`">
            <UButton
              v-for="group in groups"
              :key="group.id"
              size="xs"
              color="neutral"
              class="tracking-wider"
              :variant="store.draft.groups.includes(group.id) ? 'solid' : 'outline'"
              :aria-pressed="store.draft.groups.includes(group.id)"
              @click="toggle(group.id)"
              >{{ group.id.toUpperCase() }}</UButton
            >
          </div>
        </template>
      </div>
      <form class="mt-2 flex items-center gap-2" @submit.prevent="addOwn">
        <UInput v-model="own" placeholder="your own, as rrllf" class="w-48" aria-label="A group of your own" />
        <UButton type="submit" color="neutral" variant="outline">Add it</UButton>
        <USwitch v-model="store.draft.wishes.changing" label="also with the hands changed over" />
      </form>
      <p v-if="wrong" role="alert" class="text-sm text-error">{{ wrong }}</p>
    </section>
    <section aria-labelledby="wishes-title">
      <h2 id="wishes-title" class="text-lg">Wishes</h2>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
        <UFormField label="Bars"
          ><UInputNumber v-model="store.draft.bars" :min="1" :max="4" class="w-22" aria-label="Bars to fill"
        /></UFormField>
        <UCheckbox v-model="store.draft.wishes.noRepeats" color="neutral" label="no two alike in a row" />
        <UCheckbox v-model="store.draft.wishes.home" color="neutral" label="comes home to the lead hand" />
        <UCheckbox v-model="store.draft.wishes.twoFeet" color="neutral" label="ends with two feet" />
        <UCheckbox
          v-model="store.draft.wishes.speed"
          color="neutral"
          :label="`no limb too fast at ${store.draft.bpm}`" />
      </div>
      <div class="mt-2 flex flex-wrap items-center gap-2">
        <USelect v-model="limb" :items="NAMES" class="w-32" aria-label="Limb wished for" />
        <span class="text-sm text-muted">on the slots you press, or</span>
        <UButton size="xs" color="neutral" variant="outline" @click="backbeats">on 2 and 4</UButton>
        <UButton v-if="wished.length" size="xs" color="neutral" variant="ghost" @click="store.draft.limbs = []"
          >Clear</UButton
        >
      </div>
      <SlotRow
        class="mt-1"
        label="Slots to wish a limb on"
        :prefix="`${NAMES.find(one => one.value === limb)!.label} on `"
        :bars="bars"
        :pressed="wished.map(one => one.slot)"
        :letters="letters"
        @press="wish" />
    </section>
    <section aria-labelledby="chains-title">
      <h2 id="chains-title" class="text-lg">Chains</h2>
      <p role="status" data-chains :data-working="working" :class="answer && !answer.count ? 'text-error' : ''">
        {{ answer?.says ?? 'Counting …' }}
        <span class="text-sm text-muted">{{ working ? 'Counting …' : `${milliseconds} ms` }}</span>
      </p>
      <ol class="mt-1">
        <li
          v-for="(chain, i) in answer?.chains ?? []"
          :key="i"
          data-chain
          class="flex items-baseline gap-3 border-t border-muted py-1">
          <span class="w-32 shrink-0 text-sm text-muted">{{ sums(chain) }}</span>
          <span class="min-w-0 flex-1 break-words"
            ><span v-for="(shape, s) in chain.shapes" :key="s" class="display mr-2 inline-block tracking-wide"
              ><span
                v-for="(place, p) in shape.sticking"
                :key="p"
                :style="place ? { color: toneOfLetter(place.who) } : {}"
                >{{ place ? (place.foot ? `(${place.who}F)` : place.who) : '-' }}</span
              ></span
            ></span
          >
          <UButton
            size="xs"
            color="neutral"
            variant="outline"
            :aria-label="`Use chain ${i + 1}`"
            @click="emit('use', writeSticking(chainSticking(chain)))"
            >Use</UButton
          >
        </li>
      </ol>
    </section>
  </div>
</template>
