<template>
  <section class="border-l-3 border-accented pl-4 text-sm text-toned" aria-labelledby="care-title">
    <h2 id="care-title" class="text-base text-highlighted">Before you play</h2>
    <p>Warm up slowly, take a break between stages, and stop when something hurts; pain that stays is for a clinician to look at. Drums are loud enough to harm hearing: wear protection, and remember that each 3 dB more halves the time that ears can take. Neighbours and local rules on noise have the last word on when.</p>
  </section>
</template>
