import { resolve } from 'node:path'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  base: '/',
  resolve: { alias: { '@': resolve(__dirname, 'src') } },
  build: {
    assetsDir: 'static/assets',
    rollupOptions: {
      input: { index: resolve(__dirname, 'index.html'), home: resolve(__dirname, 'home.html') },
    },
  },
  test: { environment: 'happy-dom', include: ['src/**/*.spec.ts'] },
})
