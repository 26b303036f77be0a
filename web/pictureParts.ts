import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { PICTURED, UNPICTURED } from './pictureWords.js'

/** Which picture shows what a word names, by the word in small letters: the name of its file, without its ending. */
export type PictureIndex = Readonly<Record<string, string>>

const PACKAGE = '@iconify-json/noto'
/** Languages that pictures have names in (Unicode CLDR). */
const LANGUAGES = ['en', 'pt'] as const
/** Animals and plants, food, places, what one does, and things; of people what belongs to the body. */
const GROUPS: ReadonlySet<unknown> = new Set([3, 4, 5, 6, 7])
const BODY = 22

type Icons = {
  readonly icons: Readonly<Record<string, { readonly body: string }>>
  readonly width: number
  readonly height: number
}
type Emoji = {
  readonly label: string
  readonly hexcode: string
  readonly group?: number
  readonly subgroup?: number
}

/**
 * Pictures of what words name: of an open set (Noto, Apache 2.0) those that have a name of one word in a language, each in a file of its
 * own, and for each language which word has which picture.
 */
export function pictureParts(cache: string): { src: string; dest: string; rename: { stripBase: true } }[] {
  const { resolve } = createRequire(import.meta.url)
  const home = dirname(resolve(`${PACKAGE}/package.json`))
  const { version } = JSON.parse(readFileSync(join(home, 'package.json'), 'utf8')) as { version: string }
  const folder = join(cache, `pictures-${version}`)
  if (!existsSync(join(folder, 'en.json'))) cut(home, dirname(resolve('emojibase-data/package.json')), folder)
  return [{ src: `${folder}/*`, dest: `assets/pictures-${version}`, rename: { stripBase: true } }]
}

function cut(home: string, names: string, folder: string): void {
  const read = <T>(...path: string[]) => JSON.parse(readFileSync(join(...path), 'utf8')) as T
  const { icons, width, height } = read<Icons>(home, 'icons.json')
  const files = read<Record<string, string>>(home, 'chars.json')
  mkdirSync(folder, { recursive: true })
  const used = new Set<string>()
  for (const language of LANGUAGES) {
    const index: Record<string, string> = {}
    const put = (word: string, code: string) => {
      const file = files[code.toLowerCase().replace(/-fe0f/g, '')]
      if (!file || !icons[file]) return
      index[word] = file
      used.add(file)
    }
    for (const { label, hexcode, group, subgroup } of read<Emoji[]>(names, language, 'data.json')) {
      const word = label.toLowerCase()
      if (!/^[\p{L}-]+$/u.test(word) || UNPICTURED.has(word)) continue
      if (GROUPS.has(group) || subgroup === BODY) put(word, hexcode)
    }
    for (const [code, ...words] of PICTURED)
      for (const word of words[language === 'en' ? 0 : 1].split(' ')) if (word) put(word, code)
    writeFileSync(join(folder, `${language}.json`), JSON.stringify(index))
  }
  for (const file of used) {
    const open = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}">`
    writeFileSync(join(folder, `${file}.svg`), `${open}${icons[file]?.body}</svg>`)
  }
}
