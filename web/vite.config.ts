import { createHash } from 'node:crypto'
import { join } from 'node:path'
import optimizeLocales from '@react-aria/optimize-locales-plugin'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin, type UserConfig } from 'vite'
import { viteStaticCopy } from 'vite-plugin-static-copy'
import { PDF_PARTS } from './pdfParts.js'
import { pictureParts } from './pictureParts.js'
import { voiceParts } from './voiceParts.js'

const server = process.env.OPPEN_SERVER ?? 'http://127.0.0.1:4310'

/**
 * What every first load takes stands in one file: each further file costs its headers again, which for the small ones
 * is as much as what they hold. Everything else is split by screen.
 */
const FROM_THE_START = [
  /(vite\/preload-helper|rolldown_dynamic_import_helper)\.js/,
  /\/node_modules\/(react|react-dom|react-router|scheduler|@tanstack\/(react-query|query-core)(?!\/build\/modern\/(use(Suspense)?Queries|queriesObserver))|i18next|i18next-resources-to-backend|@babel\/runtime)\//,
  /\/node_modules\/lucide-react\/dist\/esm\/(createLucideIcon|Icon|context|defaultAttributes|shared|icons\/(glasses|book-open|check|chevron-right|calendar-days|layout-list|search|sun|calendar-range|chart-line|clipboard-list|folder-open|library|messages-square|sliders-horizontal|plus|users|video|alarm-clock|circle-dashed|circle-dot|circle-slash|corner-down-left|eye|file-check-2|file-check-corner|lock-keyhole|pencil-line|refresh-ccw|umbrella)\.)/,
  /\/web\/src\/app\/(api|Binder|brand|device|ErrorWords|Fault|firstScreen|isWriting|keptReads|Keys|Look|useLive|usePressedLink|Page|pageState|part|phone|places|firstReads|queryClient|reading|ReadingHelp|Screens|screenFiles|scriptFonts|seeAs|session|Shell|Banner|tablet|useChild|waiting|wide)\./,
  /\/web\/src\/parts\/(Avatar|Button|Columns|Disclosure|Feedback|OwnFace|RoomLink|Sheet|StateLabel|toast|Written)\./,
  /\/web\/src\/words\/(dates|language|numbers|say|states|teacherStates|times|wording)\./,
  /\/web\/src\/features\/(today\/(agenda|CameBack|Lessons|Load|NoticesToday|PupilToday|Summary|TodayScreen)|work\/(SubmissionLine|useSubmissionState))\./,
  /\/contract\/src\/(page|routes\/everyday|screens|wire\/route|index)\./,
  /\/core\/src\/(joining\/names\.|readMarkers\/|today\/|work\/(?!kinds\/(question\/index|(quiz|form|reading|video)\/(?!kind\.)))|outcome\/|marks\/(mark|rounding|scale)\.|readingHelp\/settings\.|timing\/when|zone\/(days|locale)\.|language\/|texts\/(scripts|limits|index)\.)/,
]

const oneOf = (patterns: readonly RegExp[]) => (id: string) => patterns.some(one => one.test(id))

/** What most screens share comes in one file too, instead of in twenty. */
const SHARED = [
  /\/node_modules\/(lucide-react|@radix-ui\/(primitive|react-(compose-refs|context|dialog|dismissable-layer|focus-guards|focus-scope|id|portal|presence|primitive|slot|use-[\w-]+))|aria-hidden|get-nonce|react-remove-scroll|react-remove-scroll-bar|react-style-singleton|tslib|use-callback-ref|use-sidecar)\//,
  /\/web\/src\/(app|words)\//,
  /\/web\/src\/parts\/(Button|ChooseFile|Feedback|Field|LinkLine|OneLink|Progress|Sheet|Sound|Window)\./,
  /\/core\/src\/(zone|timing|texts|joining|marks)\//,
  /\/contract\/src\//,
]

/** What every screen that shows a submission needs, whoever looks at it. */
const SUBMISSION = [
  /\/web\/src\/(features\/(files\/(DeviceProblems|Files|keptFiles|Preview|Recorder|recording)|work\/(History|PageVersions|useMarkSubmissionRead)|worksheets\/LazyWorksheet)|parts\/Versions)\./,
]

/** The files that a shared file may need. Any other would be fetched by every screen: such a build is refused. */
const MAY_NEED: Readonly<Record<string, readonly string[]>> = { start: [], shared: ['start'] }

const sharedStandsAlone = (): Plugin => ({
  name: 'shared-stands-alone',
  generateBundle(_, bundle) {
    for (const chunk of Object.values(bundle)) {
      const may = chunk.type === 'chunk' ? MAY_NEED[chunk.name] : undefined
      if (chunk.type !== 'chunk' || !may) continue
      const others = chunk.imports.flatMap(file => {
        const other = bundle[file]
        if (other?.type !== 'chunk' || may.includes(other.name) || /runtime/.test(file)) return []
        return other.moduleIds
      })
      if (others.length) this.error(`the file "${chunk.name}" also needs:\n${others.join('\n')}`)
    }
  },
})

/**
 * What the server rendered is shown before anything runs: all files are on their way from the head on, and begin once there was a
 * first picture. A page that nobody sees is drawn only when somebody does, and does not wait for it.
 */
const BOOT = `const { main } = document.currentScript.dataset
const run = () => {
  for (const link of document.querySelectorAll('link[data-soon]')) link.rel = 'modulepreload'
  import(main)
}
if (document.hidden) run()
else requestAnimationFrame(() => setTimeout(run))`
const BOOT_FILE = `assets/boot-${createHash('sha256').update(BOOT).digest('base64url').slice(0, 8)}.js`
const MAIN = /<script type="module" crossorigin src="([^"]+)"><\/script>/

const pictureFirst = (): Plugin => ({
  name: 'picture-first',
  apply: 'build',
  generateBundle() {
    this.emitFile({ type: 'asset', fileName: BOOT_FILE, source: BOOT })
  },
  transformIndexHtml: {
    order: 'post',
    handler: html =>
      html.replace(
        MAIN,
        `<script defer src="/${BOOT_FILE}" data-main="$1"></script>\n    <link rel="modulepreload" crossorigin href="$1">`,
      ),
  },
})

/** The synthesizer asks for what only Node has and for a file that its package holds within: a browser needs neither. */
const speaksInBrowsers = (): Plugin => ({
  name: 'speaks-in-browsers',
  enforce: 'pre',
  transform: (code, id) =>
    id.includes('espeak-ng-emscripten')
      ? code
          .replace('await import("module")', '{}')
          .replace(/new URL\("espeak-ng\.wasm",import\.meta\.url\)\.href/, '""')
      : undefined,
})

/** What date fields say to a screen reader, in the languages of Oppen's own words and no other. */
const DATE_WORDS = [optimizeLocales.vite({ locales: ['en', 'pt-PT'] })].flat()

/** The same screens for the server, which renders them: one file, so that each language can have it for itself. */
const RENDERING: UserConfig = {
  root: import.meta.dirname,
  plugins: [react()],
  ssr: { noExternal: true },
  define: { 'process.env.NODE_ENV': '"production"' },
  build: {
    ssr: 'src/server.tsx',
    outDir: 'dist/.server',
    target: 'node20',
    minify: true,
    sourcemap: false,
    copyPublicDir: false,
    rolldownOptions: { output: { codeSplitting: false, entryFileNames: 'screens.mjs' } },
  },
}

/** What is made of packages once is kept here. */
const CACHE = join(import.meta.dirname, '..', '.cache')

const SHOWING: UserConfig = {
  root: import.meta.dirname,
  plugins: [
    react(),
    tailwindcss(),
    sharedStandsAlone(),
    pictureFirst(),
    ...DATE_WORDS,
    viteStaticCopy({ targets: [...PDF_PARTS, ...voiceParts(CACHE), ...pictureParts(CACHE)] }),
  ],
  worker: { format: 'es', plugins: () => [speaksInBrowsers()] },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    // the server says with a page what its screen needs
    manifest: true,
    rolldownOptions: {
      output: {
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            { name: 'start', priority: 1, test: oneOf(FROM_THE_START) },
            { name: 'shared', minShareCount: 4, test: oneOf(SHARED) },
            { name: 'submission', minShareCount: 2, test: oneOf(SUBMISSION) },
          ],
        },
      },
    },
  },
  // the server is asked by its own name, and by no other
  server: { port: 4311, proxy: { '/api': { target: server, changeOrigin: true } } },
}

export default defineConfig(({ isSsrBuild }) => (isSsrBuild ? RENDERING : SHOWING))
