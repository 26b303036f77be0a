import { existsSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { SCREENS } from '@oppen/contract'
import { describe, expect, it } from 'vitest'
import { NAMESPACES, type Namespace } from './wording.js'

const ROOT = resolve(import.meta.dirname, '..')
const WORDS = resolve(ROOT, '../../words/en')

/** Wording that comes with screens, not from the start. */
const KEYS = new Map(
  NAMESPACES.filter(name => name !== 'everyday' && name !== 'problems').map(name => [
    name,
    Object.keys(JSON.parse(readFileSync(join(WORDS, `${name}.json`), 'utf8')) as object).map(key =>
      key.replace(/_(zero|one|two|few|many|other)$/, ''),
    ),
  ]),
)

const sourceOf = (path: string): string => readFileSync(path, 'utf8')

function fileOf(from: string, specifier: string): string | undefined {
  const bare = resolve(dirname(from), specifier).replace(/\.js$/, '')
  return [`${bare}.ts`, `${bare}.tsx`].find(existsSync)
}

type Reached = { readonly path: string; readonly known: ReadonlySet<string> }

const LATER =
  /\b(?:screen|part|fetched)\(\s*\(\) =>\s*import\('(\.[^']+)'\)(?:\.then\((?:[^()]|\([^()]*\))*\))?,?\s*(?:\[([^\]]*)\])?/g
const STATIC = /^(?:import|export)[^(]*?'(\.[^']+)'/gms
const DYNAMIC = /import\('(\.[^']+)'\)/g

const namesIn = (list = ''): string[] => [...list.matchAll(/'(\w+)'/g)].map(found => found[1] ?? '')

/** Every module that comes along with one, each with the wording that is there by then. */
function reach(entry: string, known: ReadonlySet<string>, later = true): Reached[] {
  const seen = new Map<string, ReadonlySet<string>[]>()
  const visit = (path: string, here: ReadonlySet<string>) => {
    const before = seen.get(path) ?? []
    if (before.some(one => [...one].every(name => here.has(name)))) return
    seen.set(path, [...before, here])
    const source = sourceOf(path)
    const go = (specifier = '', more: readonly string[] = []) => {
      const next = fileOf(path, specifier)
      if (next) visit(next, new Set([...here, ...more]))
    }
    for (const [, specifier] of source.matchAll(STATIC)) go(specifier)
    if (!later) return
    const withWords = [...source.matchAll(LATER)]
    for (const [, specifier, list] of withWords) go(specifier, namesIn(list))
    const named = new Set(withWords.map(found => found[1]))
    for (const [, specifier] of source.matchAll(DYNAMIC)) if (!named.has(specifier)) go(specifier)
  }
  visit(entry, known)
  return [...seen].flatMap(([path, all]) => all.map(one => ({ path, known: one })))
}

/** The files of wording that a module says something from. */
function saidIn(path: string): Namespace[] {
  const source = sourceOf(path)
  const literals = new Set([...source.matchAll(/'(\w+)'/g)].map(found => found[1] ?? ''))
  const prefixes = [...source.matchAll(/say\(\s*`(\w+)\$\{/g)].map(found => found[1] ?? '')
  return [...KEYS].flatMap(([name, keys]) => {
    // one word alone may be any string; the keys that are said have a topic before them
    const said = keys.some(key => key.includes('_') && literals.has(key))
    return said || prefixes.some(prefix => keys.some(key => key.startsWith(prefix))) ? [name] : []
  })
}

const screens = SCREENS.map(({ file, words }) => ({
  path: join(ROOT, 'features', `${file}.tsx`),
  known: new Set<string>(words),
}))

describe('what a screen says, it brings along', () => {
  it('is looked at for all of them', () => {
    expect(screens.length).toBeGreaterThan(40)
  })

  it.each(screens.map(one => [relative(ROOT, one.path), one] as const))('%s', (_, { path, known }) => {
    const lacking = reach(path, known).flatMap(one =>
      saidIn(one.path).flatMap(needed =>
        one.known.has(needed) ? [] : `${relative(ROOT, one.path)} says something of ${needed}`,
      ),
    )
    expect(lacking).toEqual([])
  })

  it('and nothing that it does not say', () => {
    const needless: string[] = []
    for (const { path, known } of screens) {
      const said = new Set(reach(path, known).flatMap(one => saidIn(one.path)))
      for (const name of known)
        if (!said.has(name as Namespace)) needless.push(`${relative(ROOT, path)} brings ${name}`)
    }
    expect(needless).toEqual([])
  })

  it('and what stands around every screen needs nothing but what is there from the start', () => {
    const around = reach(join(ROOT, 'main.tsx'), new Set()).filter(
      one => !screens.some(s => s.path === one.path),
    )
    const within = new Set(screens.flatMap(one => reach(one.path, one.known).map(found => found.path)))
    for (const one of around) {
      if (within.has(one.path)) continue
      for (const needed of saidIn(one.path)) expect(one.known, relative(ROOT, one.path)).toContain(needed)
    }
    for (const one of reach(join(ROOT, 'main.tsx'), new Set(), false))
      expect(saidIn(one.path), relative(ROOT, one.path)).toEqual([])
  })
})
