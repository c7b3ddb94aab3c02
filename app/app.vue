<template>
  <UApp :toaster="{ position: 'top-right', duration: 6000 }">
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </UApp>
</template>
