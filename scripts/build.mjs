import { createHash } from 'node:crypto'
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { decode, encode } from '@jridgewell/sourcemap-codec'
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

// letters of other writing systems, the names of emoji and what reads aloud are kept where they were used
const kept = readdirSync(assets).filter(
  name => /\.(js|css|woff2|mjs)$/.test(name) && !/^(noto-sans|cldr|voice\.worker|words\.worker)-/.test(name),
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

/** What brings machine code or files of its own and is found beside it, and the driver of a database that is not ours. */
const OUTSIDE = /^(sqlite3|sharp|pdfjs-dist|pdfkit|@node-rs\/|pg-hstore)/

/** Our own workspaces go into a bundle, packages stay outside. */
const workspaces = {
  name: 'workspaces',
  setup: ({ onResolve }) => {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) => {
      if (kind === 'entry-point' || ours.test(path)) return undefined
      return { path, external: true }
    })
  },
}

/** Packages go in as well, so that a server starts by reading one file for thousands. */
const packages = {
  name: 'packages',
  setup: ({ onResolve, onEnd }) => {
    onResolve({ filter: OUTSIDE }, ({ path }) => ({ path, external: true }))
    onEnd(({ metafile }) => {
      for (const file of Object.keys(metafile.outputs)) if (file.endsWith('.map')) onlyOurs(file)
    })
  },
}

/** Takes packages out of a source map: it is read at the first error, while everybody waits. */
function onlyOurs(file) {
  const map = JSON.parse(readFileSync(file, 'utf8'))
  const isOurs = map.sources.map(source => !source.includes('node_modules/'))
  const places = new Map(isOurs.flatMap((ours, index) => (ours ? [index] : [])).map((index, n) => [index, n]))
  const lines = decode(map.mappings).map(line =>
    line.flatMap(([column, source, ...original]) => {
      const place = places.get(source)
      return place === undefined ? [] : [[column, place, ...original.slice(0, 2)]]
    }),
  )
  const sources = map.sources.filter((_, index) => isOurs[index])
  writeFileSync(file, JSON.stringify({ ...map, sources, names: [], mappings: encode(lines) }))
}

/** What packages of the older kind ask for. */
const COMMON_JS = `import { createRequire as __createRequire } from 'node:module';
const require = __createRequire(import.meta.url), __filename = import.meta.filename, __dirname = import.meta.dirname;`

const bundle = {
  outExtension: { '.js': '.mjs' },
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: 'linked',
  logLevel: 'warning',
}

const whole = {
  plugins: [packages],
  metafile: true,
  sourcesContent: false,
  banner: { js: COMMON_JS },
  legalComments: 'external',
  splitting: true,
}

for (const folder of ['server/dist', 'demo/dist']) rmSync(folder, { recursive: true, force: true })
// in parts, so that what few need, and what fills the demo, is loaded only then
await build({
  ...bundle,
  ...whole,
  entryPoints: {
    main: 'server/src/main.ts',
    addOwner: 'server/src/cli/addOwner.ts',
    backup: 'server/src/cli/backup.ts',
    restore: 'server/src/cli/restore.ts',
  },
  outdir: 'server/dist',
})
await build({ ...bundle, ...whole, entryPoints: { serve: 'demo/src/serve.ts' }, outdir: 'demo/dist' })
// threads stand beside whatever begins them; in parts, so that each job loads its own packages and no others
for (const folder of ['server/dist', 'demo/dist'])
  await build({
    ...bundle,
    plugins: [workspaces],
    entryPoints: { thread: 'server/src/workers/thread.ts' },
    outdir: folder,
    splitting: true,
    chunkNames: 'jobs/[name]-[hash]',
  })

noteBuilt(sources)
