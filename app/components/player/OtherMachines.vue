<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api } from '~/documents/api'
import { lackingHere } from '~/documents/lacking'

/** Whether other machines may open this Bazzet, and what this browser lacks. */
const asked = ref<boolean>()
const says = ref('')
onMounted(
  () =>
    void api.session
      .look()
      .then(found => (asked.value = found.asked))
      .catch(error => (says.value = (error as Error).message)),
)
async function leave() {
  try {
    await api.session.leave()
    location.assign('/enter')
  } catch (error) {
    says.value = (error as Error).message
  }
}
</script>

<template>
  <div class="space-y-3 text-sm" data-machines>
    <p v-if="asked === false" class="text-muted">
      Only this machine can open it. To practise from a phone on the stand, start it with
      <code>HOST=0.0.0.0 npm start</code>: it asks for a password once, makes its own certificate, and says which
      address to open.
    </p>
    <template v-else-if="asked">
      <p class="text-muted">
        Other machines that know the password can open it. A browser is asked again after a month;
        <code>npm run password</code> sets another password and asks all of them.
      </p>
      <UButton color="neutral" variant="outline" @click="leave">Forget the password in this browser</UButton>
    </template>
    <p v-if="lackingHere()" data-lacking>{{ lackingHere() }}</p>
    <p v-if="says" role="alert" class="text-error">{{ says }}</p>
  </div>
</template>
