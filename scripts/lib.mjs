import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The folder of the project. */
export const root = join(dirname(fileURLToPath(import.meta.url)), '..')
process.chdir(root)

/** Runs a command to its end and stops everything if it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { stdio: 'inherit', ...options })
  if (error) throw error
  if (status !== 0) process.exit(status ?? 1)
}

/** Runs a tool that the project has installed. */
export const tool = (name, ...args) => run(process.execPath, [bin(name), ...args])

function bin(name) {
  const folder = join(root, 'node_modules', ...name.split('/'))
  const { bin: bins } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'))
  return join(
    folder,
    typeof bins === 'string' ? bins : (bins[name.split('/').pop()] ?? Object.values(bins)[0]),
  )
}

/** Runs several commands side by side to their ends, and says of each what it said; stops everything if one fails. */
export async function together(commands) {
  const ends = Object.entries(commands).map(async ([name, [command, ...args]]) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', part => (said += part))
    const status = await new Promise((resolve, reject) => child.on('close', resolve).on('error', reject))
    console.log(`\n— ${name}\n${said.trim()}`)
    return status
  })
  const failed = (await Promise.all(ends)).find(status => status !== 0)
  if (failed !== undefined) process.exit(failed ?? 1)
}

/** What a server ends with that met a fault of its own and wants to be started anew. */
const FAULT = 70

/** Starts something that goes on; it ends with this process, and is started anew after a fault of its own. */
export function start(args, env = {}) {
  let child
  const begin = () => {
    const began = Date.now()
    child = spawn(process.execPath, args, { stdio: 'inherit', env: { ...process.env, ...env } })
    // one that fails again at once would do so for ever
    child.on('exit', code =>
      code === FAULT && Date.now() - began > 5_000 ? begin() : process.exit(code ?? 0),
    )
  }
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal))
  begin()
}

const stamps = join(root, 'node_modules', '.oppen')
const BUILT = join(stamps, 'built')

/** What a process ends with that was not set up rightly, so that starting it again changes nothing. */
const NOT_SET_UP = 78

/** Ends in words where whoever runs Oppen may not change the project, as it should be in a school. */
function mayChange(what, command) {
  try {
    accessSync(existsSync('node_modules') ? 'node_modules' : '.', constants.W_OK)
  } catch {
    console.error(`${what}, and this user may not write into ${root}: run “${command}” there as its owner.`)
    process.exit(NOT_SET_UP)
  }
}

const hash = text => createHash('sha256').update(text).digest('hex')

/** Installs the packages of the lock file where they are missing or older than it. */
export function installed() {
  // npm writes this file last, so a broken-off installation has none
  const done = 'node_modules/.package-lock.json'
  if (existsSync(done) && statSync(done).mtimeMs >= statSync('package-lock.json').mtimeMs) return
  mayChange('The packages are not those of package-lock.json', 'npm ci')
  console.log('Installing packages (the database driver is compiled once, which takes some minutes) …')
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
}

function* files(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (entry.name === 'node_modules' || entry.name === 'dist') continue
    const path = join(folder, entry.name)
    if (entry.isDirectory()) yield* files(path)
    else yield path
  }
}

/** Tells the sources of a build from others. */
export function sourcesNow() {
  const folders = ['core', 'contract', 'server', 'web', 'words', 'demo']
  // packages go into the bundle as well
  const packages = ['package-lock.json'].filter(existsSync)
  const sources = [...packages, ...folders.flatMap(folder => [...files(folder)])]
  return hash(sources.map(path => `${path} ${statSync(path).mtimeMs}`).join('\n'))
}

/** Notes of which sources the build is that has ended well. */
export function noteBuilt(sources) {
  mkdirSync(stamps, { recursive: true })
  writeFileSync(BUILT, sources)
}

/** Builds the screens and bundles the server where their sources have changed. */
export function built() {
  if (existsSync(BUILT) && readFileSync(BUILT, 'utf8') === sourcesNow()) return
  mayChange('Oppen has changed since it was built', 'npm run build')
  run(process.execPath, ['scripts/build.mjs'])
}

/**
 * The browser for journeys, pictures and benches: the one in OPPEN_CHROMIUM, or Debian's, installed where it is
 * missing. The headless shell is Chromium without its windows: journeys take little more than half the time in it.
 */
export function browser() {
  const path = process.env.OPPEN_CHROMIUM ?? '/usr/bin/chromium-headless-shell'
  if (!existsSync(path)) {
    console.log('Installing Chromium …')
    run('apt-get', ['update', '-qq'])
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell'])
  }
  return path
}
