import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { noteBuilt, sourcesNow, tool } from './lib.mjs'

/** Builds the screens, packs them for the wire, and bundles the server and the demo. */
const sources = sourcesNow()
tool('vite', 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn')
tool('vite', 'build', '--ssr', 'src/server.tsx', '--config', 'web/vite.config.ts', '--logLevel', 'warn')

const assets = 'web/dist/assets'
for (const name of readdirSync(assets)) {
  if (!/\.(js|mjs|css|svg)$/.test(name)) continue
  const bytes = readFileSync(join(assets, name))
  const quality = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length }
  writeFileSync(join(assets, `${name}.br`), brotliCompressSync(bytes, { params: quality }))
  writeFileSync(join(assets, `${name}.gz`), gzipSync(bytes, { level: 9 }))
}

// letters of other writing systems are kept where they were used
const kept = readdirSync(assets).filter(
  name => /\.(js|css|woff2|mjs)$/.test(name) && !name.startsWith('noto-sans'),
)
const hash = createHash('sha256').update(kept.join(' ')).update(readFileSync('web/src/sw.js')).digest('hex')
const { build } = await import('esbuild')
await build({
  entryPoints: ['web/src/sw.js'],
  outfile: 'web/dist/sw.js',
  minify: true,
  define: {
    FILES: JSON.stringify(['/oppen.svg', ...kept.map(name => `/assets/${name}`)]),
    BUILD: JSON.stringify(hash.slice(0, 12)),
  },
  logLevel: 'warning',
})

const ours = /^@oppen\//

/** Packages stay outside of the bundle; our own workspaces go in. */
const workspaces = {
  name: 'workspaces',
  setup: ({ onResolve }) => {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) => {
      if (kind === 'entry-point' || ours.test(path)) return undefined
      return { path, external: true }
    })
  },
}

const bundle = {
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: 'linked',
  plugins: [workspaces],
  logLevel: 'warning',
}

for (const folder of ['server/dist', 'demo/dist']) rmSync(folder, { recursive: true, force: true })
await build({
  ...bundle,
  entryPoints: {
    'server/dist/main': 'server/src/main.ts',
    'server/dist/addOwner': 'server/src/cli/addOwner.ts',
    'server/dist/backup': 'server/src/cli/backup.ts',
    'server/dist/restore': 'server/src/cli/restore.ts',
  },
  outdir: '.',
})
// in parts, so that what fills the demo is loaded only then
await build({ ...bundle, entryPoints: { serve: 'demo/src/serve.ts' }, outdir: 'demo/dist', splitting: true })
// threads stand beside whatever begins them; in parts, so that each job loads its own packages and no others
for (const folder of ['server/dist', 'demo/dist'])
  await build({
    ...bundle,
    entryPoints: { thread: 'server/src/workers/thread.ts' },
    outdir: folder,
    splitting: true,
    chunkNames: 'jobs/[name]-[hash]',
  })

noteBuilt(sources)
