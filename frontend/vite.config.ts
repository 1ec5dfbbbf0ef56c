import { resolve } from 'node:path'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import { phone } from './phone.ts'
import { sizes } from './sizes.ts'

export default defineConfig({
  plugins: [vue(), sizes(), ...phone()],
  base: '/',
  resolve: { alias: { '@': resolve(import.meta.dirname, 'src') } },
  build: {
    assetsDir: 'static/assets',
    rollupOptions: {
      input: { index: resolve(import.meta.dirname, 'index.html'), home: resolve(import.meta.dirname, 'home.html') },
    },
  },
  // the specs leave nothing behind, in any order: one world for all is six times as quick as one for each
  test: { environment: 'happy-dom', include: ['src/**/*.spec.ts'], isolate: false },
})
