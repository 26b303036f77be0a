import { version } from '@iconify-json/noto/package.json'
import { baseLanguage } from '@oppen/core/language'
import { formsOf } from '@oppen/core/wordList'
import type { PictureIndex } from '../../../../pictureParts.js'

const FOLDER = `/assets/pictures-${version}`
const indexes = new Map<string, Promise<PictureIndex>>()

/** Languages in which pictures have names. */
const NAMED: ReadonlySet<string> = new Set(['en', 'pt'])

function indexOf(language: string): Promise<PictureIndex> {
  const coming =
    indexes.get(language) ??
    fetch(`${FOLDER}/${language}.json`).then(answer => {
      if (!answer.ok) throw new Error(String(answer.status))
      return answer.json() as Promise<PictureIndex>
    })
  indexes.set(language, coming)
  coming.catch(() => indexes.delete(language))
  return coming
}

/** Where a picture of what a word names is found; undefined where there is none. Rejects where nothing can be fetched. */
export async function pictureOf(word: string, language: string): Promise<string | undefined> {
  const base = baseLanguage(language)
  if (!NAMED.has(base)) return undefined
  const index = await indexOf(base)
  const form = formsOf(word, base).find(one => Object.hasOwn(index, one))
  return form && `${FOLDER}/${index[form]}.svg`
}
