import { routes, type WordOfList } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useArrival } from '../../app/useArrival.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { languageName } from './languageName.js'
import { WordForm } from './WordForm.js'

type Props = { readonly classId: ClassId; readonly writes: boolean }

/** The words of a class with what they mean: whoever presses one of them in a text is told. */
export function ClassWords({ classId, writes }: Props) {
  const { data, error } = useQuery(reads.words(classId))
  const [changing, setChanging] = useState<WordOfList['id'] | 'new' | null>(null)
  const { place } = useArrival<HTMLDivElement>('words')
  const again = [reads.words(classId).queryKey]
  const put = useCommand<WordOfList>({
    do: ({ id, ...word }) => call(routes.saveListedWord, { classId, wordId: id }, word),
    again,
  })
  const remove = useCommand<WordOfList>({
    do: ({ id }) => call(routes.removeListedWord, { classId, wordId: id }),
    again,
    done: (_, word) => showToast(say('words_removed', { word: word.word }), () => put.go(word)),
  })
  const done = () => setChanging(null)
  if (!data || (!data.words.length && !writes)) return error ? null : <div ref={place} />
  return (
    <div ref={place} id="words" className="scroll-mt-4">
      <Section title={say('words_title')}>
        <Row>
          <p className="text-sm text-soft">{say(writes ? 'words_lead_teacher' : 'words_lead')}</p>
        </Row>
        {[remove.words, put.words].map(words => words && <Problem key={words} words={words} />)}
        {writes && (
          <Row className="py-2">
            {changing === 'new' ? (
              <WordForm classId={classId} listed={undefined} onDone={done} />
            ) : (
              <Button onClick={() => setChanging('new')}>{say('words_add')}</Button>
            )}
          </Row>
        )}
        {data.words.map(word => (
          <Row key={word.id} className="py-1.5">
            {changing === word.id ? (
              <WordForm classId={classId} listed={word} onDone={done} />
            ) : (
              <OneWord
                word={word}
                {...(writes && {
                  onChange: () => setChanging(word.id),
                  onRemove: () => remove.go(word),
                  busy: remove.busy,
                })}
              />
            )}
          </Row>
        ))}
      </Section>
    </div>
  )
}

type OneProps = {
  readonly word: WordOfList
  readonly onChange?: () => void
  readonly onRemove?: () => void
  readonly busy?: boolean
}

function OneWord({ word: { word, meaning, example, translations }, onChange, onRemove, busy }: OneProps) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-0.5">
      <div className="written min-w-0 flex-1">
        <p>
          <dfn className="font-bold not-italic">{word}</dfn>
          {meaning && ` – ${meaning}`}
        </p>
        {example && <p className="border-s-2 border-edge ps-2 text-soft">{example}</p>}
        {translations.length > 0 && (
          <p className="text-sm text-soft">
            {translations.map(({ language, word: other }, index) => (
              <span key={`${language} ${other}`}>
                {index > 0 && ' · '}
                {languageName(language)}:{' '}
                <span lang={language} dir="auto" className="font-semibold text-ink">
                  {other}
                </span>
              </span>
            ))}
          </p>
        )}
      </div>
      {onChange && (
        <span className="flex gap-1">
          <Button
            variant="quiet"
            className="!min-h-0 !py-0.5 text-sm"
            aria-label={say('words_change', { word })}
            onClick={onChange}
          >
            {say('about_change')}
          </Button>
          <Button
            variant="quiet"
            className="!min-h-0 !py-0.5 text-sm"
            aria-label={say('words_remove', { word })}
            disabled={busy}
            onClick={onRemove}
          >
            {say('about_remove')}
          </Button>
        </span>
      )}
    </div>
  )
}
