<script setup lang="ts">
import { usePlayer } from '~/stores/player'

/** Said where a machine makes no sound: playing goes on, and the picture shows where it is. */
const player = usePlayer()
</script>

<template>
  <p v-if="player.silent" role="alert" class="w-full text-sm text-error" data-silent>
    No sound comes out: this machine has no sound device, or it does not begin. Playing goes on in silence; go by the
    picture. Plug one in and press Play again.
  </p>
</template>
