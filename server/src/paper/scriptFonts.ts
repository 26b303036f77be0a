import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { type Script, scriptsIn } from '@oppen/core/texts'
import subsetFont from 'subset-font'
import type { FontFiles } from './fontFiles.js'
import { fontOf } from './fontkit.js'

const { resolve } = createRequire(import.meta.url)

/** The packages that hold the letters of each writing system, cut into files by what is written together. */
const PACKAGES: Readonly<Record<Script, string>> = {
  general: 'noto-sans',
  arabic: 'noto-sans-arabic',
  armenian: 'noto-sans-armenian',
  bengali: 'noto-sans-bengali',
  ethiopic: 'noto-sans-ethiopic',
  georgian: 'noto-sans-georgian',
  gujarati: 'noto-sans-gujarati',
  gurmukhi: 'noto-sans-gurmukhi',
  hebrew: 'noto-sans-hebrew',
  kannada: 'noto-sans-kannada',
  khmer: 'noto-sans-khmer',
  lao: 'noto-sans-lao',
  malayalam: 'noto-sans-malayalam',
  myanmar: 'noto-sans-myanmar',
  sinhala: 'noto-sans-sinhala',
  tamil: 'noto-sans-tamil',
  telugu: 'noto-sans-telugu',
  thai: 'noto-sans-thai',
  chinese: 'noto-sans-sc',
  japanese: 'noto-sans-jp',
  korean: 'noto-sans-kr',
}

/** Which file of a package has a sign, by its code point. */
type Files = ReadonlyMap<number, string>

const filesOf = new Map<string, Promise<Files>>()
const fontsOf = new Map<string, Promise<FontFiles>>()

/** The fonts that have those signs of a text that are not `known`; read once in the life of a thread. */
export async function scriptFonts(text: string, known: ReadonlySet<number>): Promise<readonly FontFiles[]> {
  const scripts = scriptsIn(text)
  if (!scripts.length) return []
  const files = await Promise.all(scripts.map(script => remembered(filesOf, PACKAGES[script], readFiles)))
  const needed = new Set<string>()
  for (const sign of text) {
    const code = sign.codePointAt(0) ?? 0
    const file = known.has(code) ? undefined : files.find(one => one.has(code))?.get(code)
    if (file) needed.add(file)
  }
  return Promise.all(Array.from(needed, file => remembered(fontsOf, file, makeFont)))
}

/** What was made once for a key; what failed is made anew. */
function remembered<T>(known: Map<string, Promise<T>>, key: string, make: (key: string) => Promise<T>) {
  const found = known.get(key)
  if (found) return found
  const made = make(key)
  known.set(key, made)
  made.catch(() => known.delete(key))
  return made
}

/** Reads which signs stand in which file, as the package says in CSS's own form ("U+4e00-4e2d,U+4e30"). */
async function readFiles(name: string): Promise<Files> {
  const folder = `@fontsource-variable/${name}`
  const ranges: Record<string, string> = JSON.parse(await readFile(resolve(`${folder}/unicode.json`), 'utf8'))
  const files = new Map<number, string>()
  for (const [part, list] of Object.entries(ranges)) {
    const file = resolve(`${folder}/files/${name}-${part.replace(/[[\]]/g, '')}-wght-normal.woff2`)
    for (const range of list.split(',')) {
      const [first = 0, last = first] = range
        .slice(2)
        .split('-')
        .map(code => Number.parseInt(code, 16))
      for (let code = first; code <= last; code++) if (!files.has(code)) files.set(code, file)
    }
  }
  return files
}

/** The letters of a file at the two weights that paper uses: what sets PDFs takes fonts of one weight only. */
async function makeFont(file: string): Promise<FontFiles> {
  const bytes = await readFile(file)
  const signs = String.fromCodePoint(...fontOf(bytes).characterSet)
  const weighing = async (wght: number) => {
    const font = await subsetFont(bytes, signs, { targetFormat: 'sfnt', variationAxes: { wght } })
    return `data:font/ttf;base64,${font.toString('base64')}`
  }
  const [plain, bold] = [await weighing(400), await weighing(700)]
  return { family: file.replace(/^.*\//, ''), plain, bold, italic: plain, boldItalic: bold }
}
