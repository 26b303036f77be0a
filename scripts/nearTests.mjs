import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { build } from 'esbuild'

/** Packages, styles and the like lead to no source of ours. */
const sourcesOnly = {
  name: 'sources-only',
  setup: ({ onResolve }) => {
    onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || path.startsWith('@oppen/') ? undefined : { path, external: true },
    )
    onResolve({ filter: /\?|\.(css|woff2|svg|png)$/ }, ({ path }) => ({ path, external: true }))
  },
}

/** Which of our files import a file, by its path from the root. */
async function importersIn(root, tests) {
  const { metafile } = await build({
    absWorkingDir: root,
    stdin: { contents: tests.map(test => `import './${test}'`).join('\n'), resolveDir: root },
    bundle: true,
    write: false,
    metafile: true,
    platform: 'node',
    format: 'esm',
    plugins: [sourcesOnly],
    logLevel: 'silent',
  })
  const importers = new Map()
  for (const [file, { imports }] of Object.entries(metafile.inputs))
    for (const { path } of imports) importers.set(path, [...(importers.get(path) ?? []), file])
  return importers
}

/**
 * The test files that changed files reach, nearest first: by how many imports lie between them. A test in the folder
 * of a changed file is as near as one that imports it, also where it uses it in a thread. Paths are those from the root.
 */
export async function testsReached(root, changed, tests) {
  const importers = await importersIn(root, tests)
  const steps = new Map(changed.map(file => [file, 0]))
  for (const [file, from] of steps)
    for (const importer of importers.get(file) ?? []) if (!steps.has(importer)) steps.set(importer, from + 1)
  const folders = new Set(changed.map(file => dirname(file)))
  for (const test of tests) if (folders.has(dirname(test))) steps.set(test, Math.min(1, steps.get(test) ?? 1))
  return tests
    .filter(test => steps.has(test))
    .sort((a, b) => steps.get(a) - steps.get(b) || a.localeCompare(b))
}

/** Seconds of a test file that was not run here before. */
const UNKNOWN = 3

/** As many of the tests as take so many seconds together, in their order, and always the first. */
export function within(seconds, tests, took) {
  let sum = 0
  return tests.filter((test, index) => {
    const more = took.get(test) ?? UNKNOWN
    if (index && sum + more > seconds) return false
    sum += more
    return true
  })
}

/** How long each test file took when it was last run here, in seconds, as Vitest has noted it. */
export function lastTimes(root) {
  const notes = join(root, 'node_modules/.vite/vitest')
  if (!existsSync(notes)) return new Map()
  const files = readdirSync(notes).map(name => join(notes, name, 'results.json'))
  const all = files.filter(existsSync).flatMap(file => JSON.parse(readFileSync(file, 'utf8')).results)
  return new Map(all.map(([name, { duration }]) => [name.replace(/^\w+:/, ''), duration / 1000]))
}
