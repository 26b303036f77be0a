import optimizeLocales from '@react-aria/optimize-locales-plugin'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'
import { viteStaticCopy } from 'vite-plugin-static-copy'
import { PDF_PARTS } from './pdfParts.js'

const server = process.env.OPPEN_SERVER ?? 'http://127.0.0.1:4310'

/**
 * What every first load takes stands in one file: each further file costs its headers again, which for the small ones
 * is as much as what they hold. Everything else is split by screen.
 */
const FROM_THE_START = [
  /\/node_modules\/(react|react-dom|react-router|scheduler|@tanstack\/(react-query|query-core)|i18next|i18next-resources-to-backend|@babel\/runtime)\//,
  /\/node_modules\/lucide-react\/dist\/esm\/(createLucideIcon|Icon|context|defaultAttributes|shared|icons\/(book-open|calendar-days|layout-list|search|sun|calendar-range|chart-line|clipboard-list|folder-open|library|messages-square|sliders-horizontal|plus|users|video|alarm-clock|circle-dashed|circle-dot|circle-slash|corner-down-left|eye|file-check-2|file-check-corner|lock-keyhole|pencil-line|refresh-ccw|umbrella)\.)/,
  /\/web\/src\/app\/(api|Binder|brand|changesAt|device|ErrorWords|keptReads|Keys|live|part|PhoneBars|places|queries|queryClient|scriptFonts|session|Shell|Banner|stream|tablet|useChild|waiting|wide)\./,
  /\/web\/src\/parts\/(Avatar|Button|Feedback|OwnFace|RoomLink|Sheet|StateLabel|tell|Written)\./,
  /\/web\/src\/words\/(language|numbers|say|states|teacherStates|times|wording)\./,
  /\/web\/src\/features\/(today\/(agenda|Lessons|NoticesToday|PupilToday|Summary|TodayScreen)|work\/(SubmissionLine|useSubmissionState))\./,
  /\/contract\/src\/(routes|routes\/\w+|wire\/route|index)\./,
  /\/core\/src\/(draft\/lineage|joining\/names\.|today\/|work\/|outcome\/|marks\/mark|timing\/when|zone\/locale\.|language\/|texts\/(scripts|limits|index)\.)/,
]

/** A file that `start` needs but is not in it is asked for after it, and may need it in turn: such a build is refused. */
const startStandsAlone = (): Plugin => ({
  name: 'start-stands-alone',
  generateBundle(_, bundle) {
    for (const chunk of Object.values(bundle)) {
      if (chunk.type !== 'chunk' || chunk.name !== 'start') continue
      const others = chunk.imports.flatMap(file => {
        const other = bundle[file]
        return other?.type === 'chunk' && !/runtime|preload-helper/.test(file) ? other.moduleIds : []
      })
      if (others.length) this.error(`what every first load takes also needs:\n${others.join('\n')}`)
    }
  },
})

/** What date fields say to a screen reader, in the languages of Oppen's own words and no other. */
const DATE_WORDS = [optimizeLocales.vite({ locales: ['en', 'pt-PT'] })].flat()

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    tailwindcss(),
    startStandsAlone(),
    ...DATE_WORDS,
    viteStaticCopy({ targets: PDF_PARTS }),
  ],
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: {
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [{ name: 'start', test: (id: string) => FROM_THE_START.some(one => one.test(id)) }],
        },
      },
    },
  },
  // the server is asked by its own name, and by no other
  server: { port: 4311, proxy: { '/api': { target: server, changeOrigin: true } } },
})
