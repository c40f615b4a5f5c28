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
  server: { proxy: { '/api': 'http://127.0.0.1:4620' } },
})
