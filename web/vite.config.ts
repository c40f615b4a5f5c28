import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [vue()],
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    manifest: true,
  },
  worker: { format: 'es' },
  // The server takes writes only from its own page: Host must stay as the browser sent it.
  server: { proxy: { '/api': { target: 'http://127.0.0.1:4620', changeOrigin: false } } },
})
