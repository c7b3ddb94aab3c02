import { fileURLToPath } from 'node:url'
import { version } from './package.json'
import { contentPolicy } from './server/content-policy'

const core = fileURLToPath(new URL('./core', import.meta.url))
// The engraver’s package keeps its music face as a module that it names to nobody; a picture of the staff carries the face along.
const musicFace = fileURLToPath(new URL('./node_modules/vexflow/build/esm/src/fonts/bravura.js', import.meta.url))

// The core does nothing by being imported, so that a page or a worker leaves out the files of it that it does not use: the
// schemas, mostly.
const treeshake = { moduleSideEffects: (id: string) => !id.startsWith(core) }

// The Shelf can be seen before its scripts have come: the button pressed meanwhile is remembered (app/documents/first.ts).
const EARLY_PRESS =
  'addEventListener("click", window.bazzetEarly = event => window.bazzetPressed = event.target.closest("button"), true)'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  modules: ['@nuxt/ui', '@pinia/nuxt'],
  css: ['~/assets/main.css'],
  components: [{ path: '~/components', pathPrefix: false }],
  alias: { '#core': core, '#music-face': musicFace },
  telemetry: false,
  devtools: { enabled: false },
  runtimeConfig: { public: { version } },
  // Only the styles of the components that are used.
  ui: { fonts: false, experimental: { componentDetection: true } },
  // As pictures in the page: as styles, every sheet is searched for them before the first is shown.
  icon: { provider: 'none', mode: 'svg', clientBundle: { scan: true } },
  app: {
    head: {
      title: 'Bazzet',
      htmlAttrs: { lang: 'en' },
      script: [{ innerHTML: EARLY_PRESS, tagPosition: 'head' }],
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'description', content: 'A workbench for drummers.' },
      ],
    },
  },
  // A station’s script is fetched as it is pointed at, not because its name is in sight.
  experimental: {
    payloadExtraction: false,
    defaults: { nuxtLink: { prefetchOn: { visibility: false, interaction: true } } },
  },
  routeRules: {
    // What is opened first is drawn by the server, with its first cards, and so is what grows for years: they stand there before the scripts
    // have come.
    '/shelf': { ssr: true, headers: { 'cache-control': 'no-cache' } },
    '/log': { ssr: true, headers: { 'cache-control': 'no-cache' } },
    '/**': {
      // One person's tool on their own machine: the document lives in the page, so the other pages are built there.
      ssr: false,
      headers: {
        'content-security-policy': contentPolicy(),
        'x-content-type-options': 'nosniff',
        'referrer-policy': 'no-referrer',
      },
    },
    '/api/**': { headers: { 'cache-control': 'no-store' } },
  },
  hooks: {
    // The interface library’s module has its parts compiled one by one; for the development server they are put together, once.
    'vite:extendConfig': ({ optimizeDeps }, { isClient }) => {
      if (isClient && optimizeDeps?.exclude)
        optimizeDeps.exclude = optimizeDeps.exclude.filter(name => name !== 'reka-ui')
    },
    // Scripts of other stations are fetched as they are pointed at (see above): fetching all of them beside the first page's own
    // is what kept it waiting.
    'build:manifest': manifest => {
      for (const entry of Object.values(manifest)) entry.prefetch = false
      // The frame and the Shelf come with the first script, and not once it has run and asked for them.
      const first = Object.keys(manifest).filter(
        key => /(^|\/)(pages\/index\.vue|layouts\/default\.vue)$/.test(key) && !key.includes('?'),
      )
      const entry = Object.values(manifest).find(one => one.isEntry)
      if (entry) entry.imports = [...(entry.imports ?? []), ...first]
    },
  },
  nitro: {
    alias: { '#core': core },
    errorHandler: '~~/server/errorHandler',
    esbuild: { options: { target: 'node20' } },
    // The demo world is handed to the server, which knows nothing of it.
    plugins: ['~~/demo/plugin'],
    // The server is started from this folder, so what it needs stays in node_modules; tracing and copying it took minutes.
    externals: { external: ['sqlite3', 'sequelize', 'umzug'], trace: false },
  },
  vite: {
    worker: { format: 'es', rollupOptions: { treeshake } },
    build: {
      chunkSizeWarningLimit: 1200,
      // Fewer files, since each costs the first page a request: the smallest are put together, though not so many that the Shelf would
      // fetch what it has no use for. What a tempo is drawn with stands alone: it is on every card, and on a bar of the staff.
      rollupOptions: {
        treeshake,
        output: {
          experimentalMinChunkSize: 5_000,
          manualChunks: (id: string) => (/\/components\/frame\/(NoteGlyph|TempoMark)/.test(id) ? 'tempo' : undefined),
        } as object,
      },
    },
    // Named here, none is met as the first page runs, which would begin anew with each.
    optimizeDeps: {
      include: [
        '@internationalized/date',
        '@tanstack/vue-virtual',
        '@vueuse/core',
        'apexcharts',
        'comlink',
        'fast-deep-equal',
        'fast-xml-parser',
        'fflate',
        'midi-file',
        'papaparse',
        'pinia',
        'reka-ui',
        'reka-ui/namespaced',
        'soundfont2',
        'tailwind-merge',
        'tailwind-variants',
        'vexflow',
        'vue-draggable-plus',
        'vue3-apexcharts',
        'zod',
      ],
    },
  },
  typescript: { tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false } } },
})
