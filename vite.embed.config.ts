import { createHash } from 'node:crypto'
import { copyFileSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'

/** Version of what the elements promise: it changes when a page that uses them would have to. */
const CONTRACT = '1'
const FOLDER = `public/embed/${CONTRACT}`

/** Beside the file under its version, one under its own digest, which a page can pin with `integrity`. */
function pinned(): Plugin {
  return {
    name: 'pinned',
    closeBundle() {
      const bytes = readFileSync(`${FOLDER}/keen-glyph.js`)
      const digest = createHash('sha384').update(bytes)
      const base64 = digest.digest('base64')
      const short = createHash('sha256').update(bytes).digest('hex').slice(0, 12)
      mkdirSync(`public/embed/${short}`, { recursive: true })
      copyFileSync(`${FOLDER}/keen-glyph.js`, `public/embed/${short}/keen-glyph.js`)
      mkdirSync('packages/elements/dist', { recursive: true })
      copyFileSync(`${FOLDER}/keen-glyph.js`, 'packages/elements/dist/keen-glyph.js')
      writeFileSync(
        `public/embed/manifest.json`,
        JSON.stringify({
          latest: `/embed/${CONTRACT}/keen-glyph.js`,
          pinned: `/embed/${short}/keen-glyph.js`,
          integrity: `sha384-${base64}`,
          bytes: bytes.length,
          gzip_bytes: gzipSync(bytes).length,
        }),
      )
    },
  }
}

export default defineConfig({
  publicDir: false,
  plugins: [pinned()],
  build: {
    outDir: FOLDER,
    emptyOutDir: true,
    target: 'es2022',
    lib: { entry: 'resources/embed/index.ts', formats: ['es'], fileName: () => 'keen-glyph.js' },
  },
})
