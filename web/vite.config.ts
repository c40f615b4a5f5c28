import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'

/** Where the server listens while the page is served from here (`npm run dev`). */
const api = `http://127.0.0.1:${process.env['API_PORT'] ?? 4621}`

export default defineConfig({
  // Packed once, here, and not again for everyone who asks.
  plugins: [vue(), compression({ algorithms: ['gzip'], include: /\.(m?js|css|html|svg)$/, threshold: 1024 })],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    manifest: true,
    // The notices of the packages the page is made of go out with it.
    license: { fileName: 'notices.md' },
  },
  worker: { format: 'es' },
  // The server takes writes only from its own page: Host must stay as the browser sent it.
  server: { proxy: { '/api': { target: api, changeOrigin: false } } },
})
