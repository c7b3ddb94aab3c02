<template>
  <div class="app-frame grid h-screen grid-cols-[8rem_minmax(0,1fr)]">
    <StationRail />
    <main class="flex min-h-0 min-w-0 flex-col">
      <slot />
    </main>
  </div>
</template>
