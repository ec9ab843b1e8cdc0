import { fileURLToPath } from 'node:url'

import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import vuetify from 'vite-plugin-vuetify'

// The server sends these as they are to any browser that can unpack them.
const packed = compression({ include: /\.(js|css|html|svg)$/, algorithms: [defineAlgorithm('brotliCompress'), defineAlgorithm('gzip')] })

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), packed],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
})
