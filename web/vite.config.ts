import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { VitePWA } from 'vite-plugin-pwa'
import { placesAhead } from './places-ahead.ts'

/** Where the server listens while the page is served from here (`npm run dev`). */
const api = `http://127.0.0.1:${process.env['API_PORT'] ?? 4621}`

/**
 * What many places share, in a few files rather than in seventy: each costs its own request, some 9 ms of it in the
 * browser on two cores. A part is what is named and all that this imports; how large a place may grow by it is tested
 * (e2e/sizes.spec.ts).
 */
const SHARED_PARTS = [
  { name: 'first', tags: ['$initial' as const], test: (id: string) => !/main\.ts$|html/.test(id), priority: 2 },
  {
    name: 'house',
    test: /src\/(api\/(again|api|fetching|in-words|address-of-sound|all-scenes)|timing\/ahead|geometry\/squash|base\/(names|random|sentence)|scene\/pictures|parts\/(frames|useSorted|stillness|hand-down|bytes|files\/text-file)|format\/text|stage\/play-frames)\.ts$|element-plus\/es\/(constants|utils|hooks\/use-(draggable|lockscreen|same-target|escape-keydown)|components\/focus-trap)\/|@vueuse|@lucide\/vue\/dist\/esm\/(shared|\w+\.)/,
    priority: 1,
  },
  {
    name: 'scene',
    test: /src\/(session\/(scene|look|record\/record-work|copies\/keep-copy|sync\/(keeping|kept-steps))|stage\/player|parts\/(drag|svg-path|rest)|sound\/useHeard|footage\/films(-under)?|ink\/transform|lettering\/lines|composed\/copies|record\/moment|workers\/painted-picture)\.ts$|app\/Scene(Frame|Edge)\.vue|parts\/RestLine\.vue|charts\/ChartLadder\.vue|tinykeys/,
  },
  { name: 'graphs', test: /parts\/axes\.ts$|d3-scale/ },
  { name: 'planners', test: /planners\/(register|opening|mouths)\.ts$|composed\/lay\.ts$/ },
  { name: 'tables', test: /format\/sheet\/sheet-csv\.ts$|papaparse/ },
]

/** Packages that do nothing by being there and do not say so: what of them is not used stays out of the page. */
const ONLY_WHAT_IS_ASKED_FOR = { moduleSideEffects: [{ test: /clipper2-ts/, sideEffects: false }] }

export default defineConfig({
  plugins: [
    vue(),
    placesAhead(),
    // Packed once, here, and not again for everyone who asks.
    compression({ algorithms: ['gzip'], include: /\.(m?js|css|html|svg)$/, threshold: 1024 }),
    VitePWA({
      strategies: 'injectManifest',
      srcDir: 'src/workers/offline',
      filename: 'worker.ts',
      injectRegister: false,
      manifest: {
        id: '/',
        name: 'Unhurried Sketch',
        short_name: 'Sketch',
        description: 'A table for animators who draw frame by frame.',
        display: 'standalone',
        background_color: '#EADFCC',
        theme_color: '#EADFCC',
        icons: [
          { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
          { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
        ],
      },
      injectManifest: {
        injectionPoint: 'self.__WB_MANIFEST',
        globPatterns: ['**/*.{js,mjs,css,html,svg,png,woff2,webmanifest}'],
        // What is kept here is at hand at once: nothing has to be asked for ahead.
        globIgnores: ['places/*'],
        // Its name says what is in it.
        dontCacheBustURLsMatching: /^assets\//,
        // The dictionary of how words sound.
        maximumFileSizeToCacheInBytes: 6_000_000,
      },
    }),
  ],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    manifest: true,
    // The notices of the packages the page is made of go out with it.
    license: { fileName: 'notices.md' },
    rolldownOptions: { treeshake: ONLY_WHAT_IS_ASKED_FOR, output: { codeSplitting: { groups: SHARED_PARTS } } },
  },
  worker: { format: 'es', rolldownOptions: { treeshake: ONLY_WHAT_IS_ASKED_FOR } },
  // The server takes writes only from its own page: Host must stay as the browser sent it.
  server: { proxy: { '/api': { target: api, changeOrigin: false } } },
})
