import { formsOf } from '@oppen/core/wordList'
import { z } from 'zod'
import { DICTIONARY } from './dictionary.js'

export type Asked = {
  readonly word: string
  /** Languages, as BCP 47 has them without a place. */
  readonly from: string
  readonly to: string
}

/** What became of a word: what it is called, or what is not known. */
export type Translated =
  | { readonly is: 'translated'; readonly word: string }
  | { readonly is: 'unknown_word' | 'unknown_language' }

/** What knows words in other languages. It is told a word and two languages, and never who asks. Rejects where it does not answer. */
export type Translator = { readonly translate: (asked: Asked) => Promise<Translated> }

/** The stand-in: a small dictionary of words of a school day, which ships with Oppen and asks nobody. */
export const dictionaryTranslator: Translator = {
  translate: async ({ word, from, to }) => {
    const { languages, byWord } = DICTIONARY
    if (!languages.includes(from) || !languages.includes(to)) return { is: 'unknown_language' }
    for (const form of formsOf(word, from)) {
      const found = byWord.get(`${from} ${form}`)?.[languages.indexOf(to)]
      if (found) return { is: 'translated', word: found }
    }
    return { is: 'unknown_word' }
  },
}

/** So long a service may take, in milliseconds, and so much it may say: a word in characters, and all of its answer in bytes. */
const PATIENCE = 4_000
const MOST = 200
const ANSWER = 64 * 1024

const said = z.object({ translatedText: z.string().trim().min(1).max(MOST) })

/**
 * A translation service in the house or outside of it that is asked as LibreTranslate is (open source, `POST /translate`): with `q`,
 * `source`, `target` and an optional `api_key`.
 */
export const httpTranslator = (address: string, key: string | undefined): Translator => ({
  translate: async ({ word, from, to }) => {
    const answer = await fetch(new URL('translate', `${address.replace(/\/+$/, '')}/`), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        q: word,
        source: from,
        target: to,
        format: 'text',
        ...(key && { api_key: key }),
      }),
      signal: AbortSignal.timeout(PATIENCE),
      redirect: 'error',
    })
    // it says so of a language that it does not have
    if (answer.status === 400) return { is: 'unknown_language' }
    if (!answer.ok) throw new Error(`the translation service answered ${answer.status}`)
    const read = said.safeParse(JSON.parse(await textOf(answer)))
    if (!read.success) return { is: 'unknown_word' }
    const { translatedText } = read.data
    // what it gives back as it was is not translated
    return translatedText.toLowerCase() === word.toLowerCase()
      ? { is: 'unknown_word' }
      : { is: 'translated', word: translatedText }
  },
})

/** The text of an answer, up to the most that is read of it. Throws where there is more. */
async function textOf({ body }: Response): Promise<string> {
  const chunks: Uint8Array[] = []
  let size = 0
  for await (const chunk of body ?? []) {
    size += chunk.length
    if (size > ANSWER) throw new Error('the translation service says too much')
    chunks.push(chunk)
  }
  return Buffer.concat(chunks).toString()
}

/** So many words are kept: a class reads the same text. */
const KEPT = 2_000

/** Asks once for each word, also where many ask at once; what was not answered is asked again. */
export function remembering(translator: Translator): Translator {
  const known = new Map<string, Promise<Translated>>()
  return {
    translate: asked => {
      const key = `${asked.from} ${asked.to} ${asked.word.toLowerCase()}`
      const had = known.get(key)
      if (had) return had
      const coming = translator.translate(asked)
      known.set(key, coming)
      coming.catch(() => known.delete(key))
      const [oldest] = known.keys()
      if (known.size > KEPT && oldest !== undefined) known.delete(oldest)
      return coming
    },
  }
}
