import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '@': fileURLToPath(new URL('./resources/web', import.meta.url)) } },
  test: { include: ['tests/web/**/*.test.ts'], testTimeout: 300_000, maxWorkers: 2 },
})
