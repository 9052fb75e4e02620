import vue from '@vitejs/plugin-vue'
import laravel from 'laravel-vite-plugin'
import vuetify from 'vite-plugin-vuetify'
import { load } from 'js-yaml'
import { readFileSync } from 'node:fs'
import { defineConfig, type Plugin } from 'vite'

/** The API's description as data: the reference page shows it, and nothing beside it can say otherwise. */
function contract(): Plugin {
  const id = '\0virtual:openapi'
  return {
    name: 'contract',
    resolveId: (source) => (source === 'virtual:openapi' ? id : undefined),
    load: (wanted) =>
      wanted === id
        ? `export default ${JSON.stringify(load(readFileSync('openapi/openapi.yaml', 'utf8')))}`
        : undefined,
  }
}

export default defineConfig({
  plugins: [
    contract(),
    laravel({ input: ['resources/web/main.ts', 'resources/web/check.ts'], refresh: false }),
    vue(),
    vuetify({ autoImport: true, styles: { configFile: 'resources/web/theme/settings.scss' } }),
  ],
  resolve: { alias: { '@': '/resources/web' } },
  build: { chunkSizeWarningLimit: 900 },
})
