<script setup lang="ts">
import { computed } from 'vue'
import type { Defaults, Player } from '#core/kit'
import { useKeptOpen } from '~/composables/useKeptOpen'
import { useDrummer } from '~/stores/drummer'
import { useKits } from '~/stores/kits'

/** Player: what new documents begin with, how you count, and what is easy and hard for you. */
const drummer = useDrummer()
const kits = useKits()
const toast = useToast()
// Forms hand on what they show as a whole: what a change needs is here before the first.
await Promise.all([kits.load(), drummer.ready().catch(() => undefined)])

async function told(setting: ReturnType<typeof drummer.set>) {
  const done = await setting
  if (!done.ok) toast.add({ title: done.reason, color: 'error' })
}
const setDefaults = (facts: Partial<Defaults>) => told(drummer.setDefaults(facts))
const set = (facts: Partial<Player>) => told(drummer.set(facts))
const kitItems = computed(() => kits.all.map(kit => ({ label: kit.name, value: kit.id })))
useKeptOpen(drummer)
useHead({ title: 'Player · Bazzet' })
/** The headings of the page, by their ids. */
const INDEX = [
  ['new-title', 'New grooves and kits'],
  ['count-title', 'Counting'],
  ['practice-title', 'Practice'],
  ['input-title', 'What measures you'],
  ['limits-title', 'Easy and hard'],
  ['all-title', 'Everything as a file'],
  ['copies-title', 'Copies'],
  ['space-title', 'Room it takes'],
  ['machines-title', 'Other machines'],
] as const
</script>

<template>
  <StationHeader station="Settings" name="Player">
    <p v-if="!drummer.loaded" role="alert" class="text-error">
      Your settings could not be fetched. These are Bazzet’s own; load the page again to try once more.
    </p>
    <template #actions><SaveNote v-if="drummer.loaded" :state="drummer.saveState" /></template
  ></StationHeader>
  <StaleNotice
    v-if="drummer.theirs"
    what="player"
    :mine="{ title: 'these settings' }"
    :theirs="{ title: 'other settings' }"
    @choose="drummer.resolveStale" />
  <div v-if="drummer.loaded" class="flex min-h-0 flex-1">
    <nav
      aria-label="On this page"
      class="w-52 shrink-0 overflow-y-auto border-r border-default px-6 py-5 max-lg:hidden">
      <ul class="space-y-1">
        <li v-for="[id, name] in INDEX" :key="id">
          <a :href="`#${id}`" class="block min-h-6 text-toned hover:text-highlighted hover:underline">{{ name }}</a>
        </li>
      </ul>
    </nav>
    <div class="min-h-0 flex-1 space-y-8 overflow-y-auto px-6 py-5">
      <section aria-labelledby="new-title" class="max-w-5xl">
        <h2 id="new-title" class="text-lg">New grooves and kits</h2>
        <p class="mb-3 text-sm text-muted">
          New grooves and kits begin like this. Those you already have do not change.
        </p>
        <div class="grid gap-x-8 gap-y-4 sm:grid-cols-2 lg:grid-cols-4">
          <URadioGroup
            :model-value="drummer.defaults.lead"
            legend="Lead hand"
            color="neutral"
            :items="[
              { value: 'right', label: 'right' },
              { value: 'left', label: 'left' },
            ]"
            @update:model-value="lead => setDefaults({ lead: lead as Defaults['lead'] })" />
          <URadioGroup
            :model-value="drummer.defaults.hands"
            legend="Hands on a new kit"
            color="neutral"
            :items="[
              { value: 'crossed', label: 'crossed over the hats' },
              { value: 'open', label: 'open-handed' },
            ]"
            @update:model-value="hands => setDefaults({ hands: hands as Defaults['hands'] })" />
          <URadioGroup
            :model-value="drummer.defaults.bassDrum"
            legend="Word for the foot’s drum"
            color="neutral"
            :items="[
              { value: 'bass drum', label: 'bass drum' },
              { value: 'kick', label: 'kick' },
            ]"
            @update:model-value="bassDrum => setDefaults({ bassDrum: bassDrum as Defaults['bassDrum'] })" />
          <UFormField label="Kit for new grooves">
            <USelect
              :model-value="kits.of(drummer.defaults.kitId).id"
              :items="kitItems"
              class="w-full"
              aria-label="Kit for new grooves"
              @update:model-value="kitId => setDefaults({ kitId: String(kitId) })" />
          </UFormField>
        </div>
      </section>
      <section aria-labelledby="count-title" class="max-w-5xl">
        <h2 id="count-title" class="mb-2 text-lg">Counting</h2>
        <div class="grid gap-x-8 gap-y-4 sm:grid-cols-2 lg:grid-cols-4">
          <CountingForm />
        </div>
      </section>
      <section aria-labelledby="practice-title" class="max-w-5xl">
        <h2 id="practice-title" class="mb-2 text-lg">Practice</h2>
        <PracticeForm :practice="drummer.player.practice" @practice="practice => set({ practice })" />
        <CareNote class="mt-4" />
      </section>
      <section aria-labelledby="input-title" class="max-w-5xl">
        <h2 id="input-title" class="mb-2 text-lg">What measures you</h2>
        <InputForm />
      </section>
      <section aria-labelledby="limits-title" class="max-w-5xl">
        <h2 id="limits-title" class="text-lg">Easy and hard</h2>
        <p class="mb-3 text-sm text-muted">
          Rules of thumb, not measurements of you. Between easy and hard a groove is called demanding. Change a figure
          to suit your own hands; the Bench, the searches and the promise “playable” use it.
          <NuxtLink to="/rules" class="underline">All limits and rules, and why</NuxtLink>
        </p>
        <LimitTable :limits="drummer.limits" @limits="limits => set({ limits })" />
      </section>
      <section aria-labelledby="all-title" class="max-w-5xl">
        <h2 id="all-title" class="text-lg">Everything as a file</h2>
        <p class="mb-3 text-sm text-muted">
          Grooves, kits, phrases, plans, recipes, cells, the log and your own sounds as one file. Open it in any Bazzet:
          what is there already stays as it is.
        </p>
        <UButton color="neutral" variant="outline" to="/api/archive" external download="bazzet-archive.zip"
          >Save everything as a file</UButton
        >
      </section>
      <section aria-labelledby="copies-title" class="max-w-5xl">
        <h2 id="copies-title" class="text-lg">Copies</h2>
        <p class="mb-3 text-sm text-muted">The whole database as it was at a moment, settings and bin included.</p>
        <CopiesForm />
      </section>
      <section aria-labelledby="space-title" class="max-w-5xl">
        <h2 id="space-title" class="mb-2 text-lg">Room it takes</h2>
        <SpaceTable />
      </section>
      <section aria-labelledby="machines-title" class="max-w-5xl">
        <h2 id="machines-title" class="mb-2 text-lg">Other machines</h2>
        <OtherMachines />
      </section>
      <p class="text-sm text-muted">Bazzet {{ useRuntimeConfig().public.version }}</p>
    </div>
  </div>
</template>
