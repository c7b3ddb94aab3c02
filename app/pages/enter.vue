<script setup lang="ts">
import { ref } from 'vue'
import { api } from '~/documents/api'
import { lackingHere } from '~/documents/lacking'

/** Where Bazzet’s password is asked for, when other machines may open it. */
definePageMeta({ layout: 'bare' })
const route = useRoute()
const password = ref('')
const says = ref('')
const busy = ref(false)

/** Back to where one came from, in this Bazzet and nowhere else. */
const to = (): string => {
  const asked = new URL(String(route.query.to ?? '/'), location.origin)
  return asked.origin === location.origin && asked.pathname !== '/enter' ? asked.pathname + asked.search : '/'
}
async function enter() {
  busy.value = true
  says.value = ''
  try {
    await api.session.enter(password.value)
    location.assign(to())
  } catch (error) {
    says.value = (error as Error).message
    password.value = ''
    busy.value = false
  }
}
useHead({ title: 'Password · Bazzet' })
</script>

<template>
  <div class="grid min-h-dvh place-content-center px-4">
    <form class="w-80 max-w-full space-y-4" @submit.prevent="enter">
      <h1 class="text-2xl text-highlighted">Bazzet</h1>
      <!-- For programs that keep passwords: they want a name to it. -->
      <input type="text" autocomplete="username" value="Bazzet" readonly hidden />
      <UFormField label="Password" help="The one that was set where Bazzet was started." :error="says || undefined">
        <UInput
          v-model="password"
          type="password"
          autocomplete="current-password"
          autofocus
          required
          class="w-full"
          :aria-invalid="says ? 'true' : undefined" />
      </UFormField>
      <UButton type="submit" color="neutral" block :loading="busy">Enter</UButton>
      <p v-if="lackingHere()" class="text-sm text-muted" data-lacking>{{ lackingHere() }}</p>
    </form>
  </div>
</template>
