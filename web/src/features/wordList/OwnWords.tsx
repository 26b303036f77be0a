import { type OwnWord, routes } from '@oppen/contract'
import { READING_LIMITS } from '@oppen/core/work/kinds/reading'
import { useQuery } from '@tanstack/react-query'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { readOwnWords } from '../../app/ownWords.js'
import { useArrival } from '../../app/useArrival.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'

/** The words that a pupil looked up and keeps: nobody else sees them. */
export function OwnWords() {
  const { data } = useQuery(readOwnWords())
  const { place } = useArrival<HTMLDivElement>('own-words')
  const again = [readOwnWords().queryKey]
  const save = useCommand<OwnWord>({
    do: ({ id, word, context, sentence }) =>
      call(routes.saveOwnWord, { ownWordId: id }, { word, context, sentence }),
    again,
  })
  const remove = useCommand<OwnWord>({
    do: ({ id }) => call(routes.removeOwnWord, { ownWordId: id }),
    again,
    done: (_, word) => showToast(say('own_words_removed', { word: word.word }), () => save.go(word)),
  })
  return (
    <div ref={place} id="own-words" className="scroll-mt-4">
      <Section title={say('own_words_title')}>
        <Row>
          <p className="text-sm text-soft">{say('own_words_lead')}</p>
        </Row>
        {[save.words, remove.words].map(words => words && <Problem key={words} words={words} />)}
        {data?.words.length === 0 && (
          <Row>
            <Empty>{say('own_words_none')}</Empty>
          </Row>
        )}
        {data?.words.map(word => (
          <Row key={word.id} className="py-1.5">
            <One
              key={word.sentence}
              word={word}
              onSave={sentence => save.go({ ...word, sentence })}
              onRemove={() => remove.go(word)}
            />
          </Row>
        ))}
      </Section>
    </div>
  )
}

type OneProps = {
  readonly word: OwnWord
  readonly onSave: (sentence: string) => void
  readonly onRemove: () => void
}

function One({ word, onSave, onRemove }: OneProps) {
  const [sentence, setSentence] = useState(word.sentence)
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-baseline gap-3">
        <div className="written min-w-0 flex-1">
          <p>
            <dfn className="font-bold not-italic">{word.word}</dfn>
            {word.context && (
              <span className="text-soft">
                {' '}
                – {say('own_words_found')} <q>{word.context}</q>
              </span>
            )}
          </p>
        </div>
        <button
          type="button"
          aria-label={say('take_off', { name: word.word })}
          onClick={onRemove}
          className="rounded p-1.5 hover:bg-pale"
        >
          <Trash2 size={16} aria-hidden="true" />
        </button>
      </div>
      <form
        className="flex max-w-xl gap-2"
        onSubmit={event => {
          event.preventDefault()
          onSave(sentence)
        }}
      >
        <input
          aria-label={say('own_sentence_with', { word: word.word })}
          placeholder={say('own_sentence')}
          value={sentence}
          maxLength={READING_LIMITS.sentence}
          onChange={event => setSentence(event.target.value)}
          className="min-w-0 flex-1 rounded border border-rule bg-sheet px-2 py-1 text-[0.9375rem] placeholder:text-soft"
        />
        {sentence.trim() !== word.sentence && sentence.trim() !== '' && (
          <Button type="submit">{say('own_words_save')}</Button>
        )}
      </form>
    </div>
  )
}
