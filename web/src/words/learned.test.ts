import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import { about } from './en/about.js'
import { answers } from './en/answers.js'
import { calendar } from './en/calendar.js'
import { classroom } from './en/classroom.js'
import { doing } from './en/doing.js'
import { finding } from './en/finding.js'
import { joining } from './en/joining.js'
import { people } from './en/people.js'
import { planning } from './en/planning.js'
import { problems } from './en/problems.js'
import { register } from './en/register.js'
import { school } from './en/school.js'
import { settings } from './en/settings.js'
import { week } from './en/week.js'
import { worksheets } from './en/worksheets.js'

/** Wording that comes with screens, not from the start. */
const LAZY = {
  about,
  answers,
  calendar,
  classroom,
  doing,
  finding,
  joining,
  people,
  planning,
  problems,
  register,
  school,
  settings,
  week,
  worksheets,
}
const ROOT = resolve(import.meta.dirname, '..')

const sourceOf = (path: string): string => readFileSync(path, 'utf8')

function fileOf(from: string, specifier: string): string | undefined {
  const bare = resolve(dirname(from), specifier).replace(/\.js$/, '')
  return [`${bare}.ts`, `${bare}.tsx`].find(existsSync)
}

/** Every module that comes along with one, by static imports and, where wanted, by later ones. */
function reach(entry: string, later: boolean): Set<string> {
  const seen = new Set<string>()
  const visit = (path: string) => {
    if (seen.has(path)) return
    seen.add(path)
    const pattern = later
      ? /(?:from |import |import\()'(\.[^']+)'/g
      : /^(?:import|export)[^(]*?'(\.[^']+)'/gms
    for (const [, specifier = ''] of sourceOf(path).matchAll(pattern)) {
      const next = fileOf(path, specifier)
      if (next) visit(next)
    }
  }
  visit(entry)
  return seen
}

/** The lazy files of wording that a module says something from. */
function saidIn(path: string): string[] {
  const source = sourceOf(path)
  const literals = new Set([...source.matchAll(/'(\w+)'/g)].map(found => found[1] ?? ''))
  const prefixes = [...source.matchAll(/say\(\s*`(\w+)\$\{/g)].map(found => found[1] ?? '')
  return Object.entries(LAZY).flatMap(([name, words]) => {
    const keys = Object.keys(words).map(key => key.replace(/_(one|other)$/, ''))
    // one word alone may be any string; the keys that are said have a topic before them
    const said = keys.some(key => key.includes('_') && literals.has(key))
    return said || prefixes.some(prefix => keys.some(key => key.startsWith(prefix))) ? [name] : []
  })
}

const wordFiles = (modules: ReadonlySet<string>): Set<string> =>
  new Set([...modules].flatMap(path => /words\/en\/(\w+)\.ts$/.exec(path)?.[1] ?? []))

const router = join(ROOT, 'app', 'router.tsx')
const screens = [...sourceOf(router).matchAll(/import\('(\.\.\/features\/[^']+)'\)/g)].flatMap(
  ([, specifier = '']) => fileOf(router, specifier) ?? [],
)

describe('what a screen says, it brings along', () => {
  it.each(screens.map(path => [relative(ROOT, path), path] as const))('%s', (_, path) => {
    const modules = reach(path, true)
    const brought = wordFiles(reach(path, false))
    for (const module of modules) {
      if (module.includes('/words/')) continue
      // a part that is fetched later may bring along its own
      const known = new Set([...brought, ...wordFiles(reach(module, false))])
      for (const needed of saidIn(module)) expect(known, relative(ROOT, module)).toContain(needed)
    }
  })

  it('and what stands around every screen needs nothing but what is there from the start', () => {
    for (const module of reach(join(ROOT, 'main.tsx'), false)) {
      if (!module.includes('/words/')) expect(saidIn(module), relative(ROOT, module)).toEqual([])
    }
  })
})
