import { type OwnWord, routes } from '@oppen/contract'
import type { OwnWordId } from '@oppen/core/ids'
import { foldedWord } from '@oppen/core/wordList'
import { READING_LIMITS, type WordToKnow } from '@oppen/core/work/kinds/reading'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { readOwnWords } from '../../../app/ownWords.js'
import { randomName } from '../../../app/randomName.js'
import { useIds } from '../../../app/session.js'
import { Problem } from '../../../parts/Feedback.js'
import { Sound } from '../../../parts/Sound.js'
import { say } from '../../../words/say.js'

type Props = {
  readonly words: readonly WordToKnow[]
  readonly language: string
  /** Whether whoever reads writes sentences of their own. */
  readonly writes: boolean
}

/** Words to know before reading, each with what helps, and room for a sentence of one's own. */
export function WordsToKnow({ words, language, writes }: Props) {
  const { classId } = useIds()
  const own = useQuery({ ...readOwnWords(), enabled: writes })
  if (!words.length) return null
  const kept = new Map(own.data?.words.map(one => [foldedWord(one.word), one]))
  return (
    <section aria-labelledby="reading-words">
      <h2 id="reading-words" className="mb-2 text-lg">
        {say('reading_words')}
      </h2>
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {words.map(word => (
          <li key={word.id} className="flex gap-3 rounded-[var(--radius-card)] border border-rule p-3">
            {word.picture && (
              <img src={word.picture} alt="" className="size-20 shrink-0 rounded object-cover" />
            )}
            <div className="flex min-w-0 flex-1 flex-col gap-1">
              <div className="written" lang={language}>
                <p>
                  <dfn className="text-[1.125rem] font-bold not-italic">{word.word}</dfn>
                  {word.meaning && ` – ${word.meaning}`}
                </p>
                {word.example && <p className="border-s-2 border-edge ps-2 text-soft">{word.example}</p>}
              </div>
              {word.sound && (
                <Sound
                  address={word.sound}
                  label={say('reading_word_sound', { word: word.word })}
                  className="h-9 w-full"
                />
              )}
              {writes && own.data && (
                <OwnSentence
                  key={kept.get(foldedWord(word.word))?.id}
                  word={word}
                  kept={kept.get(foldedWord(word.word))}
                />
              )}
            </div>
          </li>
        ))}
      </ul>
      {writes && (
        <p className="mt-2 text-[0.9375rem]">
          <Link to={`/c/${classId}/about#own-words`} className="text-blue underline underline-offset-2">
            {say('own_words_go')}
          </Link>
        </p>
      )}
    </section>
  )
}

type OwnProps = { readonly word: WordToKnow; readonly kept: OwnWord | undefined }

function OwnSentence({ word, kept }: OwnProps) {
  const [sentence, setSentence] = useState(kept?.sentence ?? '')
  const save = useCommand({
    do: () =>
      call(
        routes.saveOwnWord,
        { ownWordId: kept?.id ?? (randomName(12) as OwnWordId) },
        { word: word.word, context: word.example, sentence },
      ),
    again: [readOwnWords().queryKey],
  })
  return (
    <>
      <input
        aria-label={say('own_sentence_with', { word: word.word })}
        placeholder={say('own_sentence')}
        value={sentence}
        maxLength={READING_LIMITS.sentence}
        onChange={event => setSentence(event.target.value)}
        onBlur={() => {
          if (sentence.trim() && sentence !== (kept?.sentence ?? '')) save.go()
        }}
        className="w-full rounded border border-rule bg-sheet px-2 py-1 text-[0.9375rem] placeholder:text-soft"
      />
      {save.words && <Problem words={save.words} />}
    </>
  )
}
