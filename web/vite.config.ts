import { fileURLToPath } from 'node:url'

import vue from '@vitejs/plugin-vue'
import { defineConfig, type Plugin } from 'vite'
import { compression, defineAlgorithm } from 'vite-plugin-compression2'
import vuetify from 'vite-plugin-vuetify'

// The server sends these as they are to any browser that can unpack them.
const packed = compression({ include: /\.(js|css|html|svg)$/, algorithms: [defineAlgorithm('brotliCompress'), defineAlgorithm('gzip')] })

// The component library's styles go under ours, whatever their selectors and whichever page brings them.
const layered: Plugin = {
  name: 'layered-library',
  enforce: 'pre',
  transform: (code, id) => (/vuetify\/lib\/.*\.css$/.test(id) ? `@layer library { ${code} }` : null),
}

export default defineConfig({
  plugins: [layered, vue(), vuetify({ autoImport: true }), packed],
  resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
  build: { chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
})
