import { readdirSync, readFileSync } from 'node:fs'
import { relative, resolve } from 'node:path'
import ts from 'typescript'
import { expect, it } from 'vitest'

const ROOT = resolve(import.meta.dirname, '../../..')
const WORDS = resolve(ROOT, 'words/en')

/** What the wording of each key names, over all its plural forms. */
const NAMED = new Map<string, Set<string>>()
for (const file of readdirSync(WORDS)) {
  const said = JSON.parse(readFileSync(resolve(WORDS, file), 'utf8')) as Record<string, string>
  for (const [key, words] of Object.entries(said)) {
    const base = key.replace(/_(zero|one|two|few|many|other)$/, '')
    const named = [...words.matchAll(/\{(\w+)\}/g)].map(found => found[1] ?? '')
    for (const one of new Set([key, base])) NAMED.set(one, new Set([...(NAMED.get(one) ?? []), ...named]))
  }
}

/** Each `say('key', { … })` of a file with the names it gives; undefined where these cannot be read from it. */
function* saidIn(path: string): Generator<{ key: string; given: Set<string> | undefined }> {
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: { key: string; given: Set<string> | undefined }[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isCallExpression(node) && node.expression.getText() === 'say') {
      const [key, given] = node.arguments
      if (key && ts.isStringLiteral(key)) found.push({ key: key.text, given: namesOf(given) })
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  yield* found
}

function namesOf(given: ts.Expression | undefined): Set<string> | undefined {
  if (!given) return new Set()
  if (!ts.isObjectLiteralExpression(given) || given.properties.some(ts.isSpreadAssignment)) return undefined
  return new Set(given.properties.map(one => one.name?.getText() ?? ''))
}

const sourcesIn = (folder: string): string[] =>
  readdirSync(resolve(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter(file => /\.tsx?$/.test(file) && !file.includes('.test.'))
    .map(file => `${folder}/${file}`)

it('whatever is said is given what its wording names', () => {
  const lacking: string[] = []
  let read = 0
  for (const file of [...sourcesIn('web/src'), ...sourcesIn('server/src')]) {
    for (const { key, given } of saidIn(resolve(ROOT, file))) {
      if (!given) continue
      read++
      for (const name of NAMED.get(key) ?? [])
        if (!given.has(name)) lacking.push(`${relative('.', file)}: ${key} lacks ${name}`)
    }
  }
  expect(read).toBeGreaterThan(800)
  expect(lacking).toEqual([])
})
