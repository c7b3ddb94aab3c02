import { fileURLToPath } from 'node:url'

const core = fileURLToPath(new URL('./core', import.meta.url))

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  // One person's tool on their own machine: the document lives in the page, so pages are built there.
  ssr: false,
  modules: ['@nuxt/ui', '@pinia/nuxt'],
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  alias: { '#core': core },
  telemetry: false,
  devtools: { enabled: false },
  ui: { fonts: false },
  icon: { provider: 'none', clientBundle: { scan: true } },
  app: {
    head: {
      title: 'Bazzet',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'A workbench for drummers.' },
      ],
    },
  },
  // A station’s script is fetched as it is pointed at, not because its name is in sight.
  experimental: { payloadExtraction: false, defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } } },
  routeRules: {
    '/**': {
      headers: {
        'content-security-policy': 'default-src \'self\'; script-src \'self\' \'unsafe-inline\'; style-src \'self\' \'unsafe-inline\'; img-src \'self\' data: blob:; worker-src \'self\' blob:; connect-src \'self\'; font-src \'self\' data:; frame-ancestors \'none\'',
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'no-referrer',
      },
    },
    '/api/**': { headers: { 'cache-control': 'no-store' } },
  },
  nitro: {
    alias: { '#core': core },
    errorHandler: '~~/server/errorHandler',
    // The server is started from this folder, so what it needs stays in node_modules; tracing and copying it took minutes.
    externals: { external: ['sqlite3', 'sequelize', 'umzug'], trace: false },
  },
  vite: {
    worker: { format: 'es' },
    build: { chunkSizeWarningLimit: 1200 },
    optimizeDeps: { include: ['tone', 'comlink', 'apexcharts', 'vue3-apexcharts', 'zod', 'midi-file'] },
  },
  $development: {
    vite: {
      // Nuxt 4.4.5's development server asks for the entry of the server's pages even where there are none (ssr: false).
      environments: { ssr: { build: { rollupOptions: { input: { server: 'nuxt/dist/app/entry' } } } } },
    },
  },
  typescript: {
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false } },
  },
})
