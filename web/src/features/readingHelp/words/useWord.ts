import { routes, type WordOfList } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { baseLanguage } from '@oppen/core/language'
import type { KnownLanguage } from '@oppen/core/readingHelp'
import { listedFor, WORD_LIMITS } from '@oppen/core/wordList'
import { queryOptions, useQueries, useQuery } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import { reads } from '../../../app/queries.js'
import { LOCALE } from '../../../words/language.js'
import { textOf } from '../aloud/text.js'
import { wordsWorker } from '../aloud/useReader.js'
import type { WordFacts } from '../aloud/words.worker.js'
import type { WordPlace } from './places.js'
import { pictureOf } from './wordPictures.js'

/** A word as it stands on the page, in its language (BCP 47). */
type Standing = { readonly word: string; readonly language: string; readonly facts: WordFacts }

/** What is known of a word is worked out on the device, also without a network. */
const LOCAL = { networkMode: 'always', staleTime: Number.POSITIVE_INFINITY, retry: 1 } as const

/** So much of a text on each side of a word says what sort of word it is, and so much of its beginning which language it is in. */
const AROUND = 1_000

const standing = ({ block, span: { from, to } }: WordPlace) => {
  const { text, language: said } = textOf(block)
  const word = text.slice(from, to)
  const start = Math.max(0, from - AROUND)
  const near = text.slice(start, to + AROUND)
  const begins = text.slice(0, AROUND)
  return queryOptions({
    queryKey: ['word', near, from - start, word, said ?? begins],
    queryFn: async (): Promise<Standing> => {
      const language = said ?? (await wordsWorker(worker => worker.languageOf(begins, LOCALE)))
      const span = { from: from - start, to: to - start }
      const facts = await wordsWorker(worker => worker.aboutWord(near, span, language))
      return { word, language, facts }
    },
    ...LOCAL,
  })
}

const picture = (word: string, language: string) =>
  queryOptions({
    queryKey: ['word', 'picture', word, language],
    queryFn: async () => (await pictureOf(word, language)) ?? null,
    ...LOCAL,
  })

const translation = (word: string, from: string, to: KnownLanguage) =>
  queryOptions({
    queryKey: ['word', 'translation', word, from, to],
    queryFn: ({ signal }) => call(routes.translateWord, {}, { word, from, to }, { signal }),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  })

export type Translation =
  | { readonly is: 'none' | 'coming' | 'unknown_word' | 'unknown_language' | 'away' }
  | { readonly is: 'translated'; readonly word: string; readonly byTeacher: boolean }

export type KnownWord = {
  /** As it stands on the page; its language once that is found. */
  readonly word: string
  readonly language: string | undefined
  readonly facts: WordFacts | undefined
  readonly picture: string | undefined
  readonly listed: WordOfList | undefined
  readonly translation: Translation
}

/** Everything that helps with one word: its syllables and sort, a picture, what the class's list says, and what it is called elsewhere. */
export function useWord(
  place: WordPlace,
  classIds: readonly ClassId[],
  known: KnownLanguage | null,
): KnownWord {
  const { text } = textOf(place.block)
  const word = text.slice(place.span.from, place.span.to)
  const { data } = useQuery(standing(place))
  const language = data?.language
  const base = language ? baseLanguage(language) : ''
  const shown = useQuery({ ...picture(word, base), enabled: !!language })
  const lists = useQueries({ queries: classIds.map(classId => reads.words(classId)) })
  const words = lists.flatMap(({ data }) => data?.words ?? [])
  const listed = language ? listedFor(word, language, words) : undefined
  // there may be two words for one
  const own = listed?.translations
    .filter(one => one.language === known)
    .map(one => one.word)
    .join(', ')
  const wanted = known !== null && !!language && base !== known && !own && word.length <= WORD_LIMITS.word
  const asked = useQuery({
    ...translation(word, base, known ?? 'en'),
    enabled: wanted && !lists.some(one => one.isLoading),
  })
  // a picture of a thing helps with its name and not with what is done
  const { kind } = data?.facts ?? {}
  const fits = !kind || kind === 'noun'
  return {
    word,
    language,
    facts: data?.facts,
    picture: fits ? (shown.data ?? undefined) : undefined,
    listed,
    translation: own
      ? { is: 'translated', word: own, byTeacher: true }
      : !wanted
        ? { is: 'none' }
        : asked.isError
          ? { is: 'away' }
          : !asked.data
            ? { is: 'coming' }
            : asked.data.is === 'translated'
              ? { ...asked.data, byTeacher: false }
              : asked.data,
  }
}
