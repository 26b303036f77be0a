import { routes, type WordOfList } from '@oppen/contract'
import type { ClassId, ListedWordId } from '@oppen/core/ids'
import { KNOWN_LANGUAGES, type KnownLanguage } from '@oppen/core/readingHelp'
import { WORD_LIMITS } from '@oppen/core/wordList'
import { Plus } from 'lucide-react'
import { type FormEvent, useMemo, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field, TextBox } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { useKeptForm } from '../about/useKeptForm.js'
import { languageChoices, languageName } from './languageName.js'

type Line = { readonly language: KnownLanguage; readonly word: string }
type Form = {
  readonly word: string
  readonly meaning: string
  readonly example: string
  readonly translations: readonly Line[]
}

type Props = {
  readonly classId: ClassId
  /** What stands on the list already; undefined for a new word. */
  readonly listed: WordOfList | undefined
  /** A word of a text that is to be listed. */
  readonly word?: string
  readonly onDone: () => void
}

/** A word for the list of a class: what it means, a sentence with it, and what it is called in the languages of its families. */
export function WordForm({ classId, listed, word = '', onDone }: Props) {
  const { account } = useMe()
  // sent again because no answer came, it is the same word
  const [id] = useState(() => listed?.id ?? (randomName(16) as ListedWordId))
  const kept = useKeptForm<Form>(`word ${account.id} ${classId} ${listed?.id ?? word}`, () =>
    listed
      ? {
          word: listed.word,
          meaning: listed.meaning,
          example: listed.example,
          translations: listed.translations,
        }
      : { word, meaning: '', example: '', translations: [] },
  )
  const { form, put } = kept
  const save = useCommand({
    do: () => call(routes.saveListedWord, { classId, wordId: id }, form),
    again: [reads.words(classId).queryKey],
    done: () => {
      kept.forget()
      showToast(say('words_saved', { word: form.word.trim() }))
      onDone()
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    event.stopPropagation()
    save.go()
  }
  const change = (at: number, line: Partial<Line>) =>
    put({ translations: form.translations.map((one, index) => (index === at ? { ...one, ...line } : one)) })
  return (
    <form onSubmit={submit} noValidate className="flex max-w-2xl flex-col gap-2.5">
      <Field
        label={say('words_word')}
        value={form.word}
        onChange={event => put({ word: event.target.value })}
      />
      <TextBox
        label={say('words_meaning')}
        value={form.meaning}
        onChange={event => put({ meaning: event.target.value })}
      />
      <Field
        label={say('words_example')}
        value={form.example}
        onChange={event => put({ example: event.target.value })}
      />
      {form.translations.map((line, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line has no name but its place
        <OneLanguage key={index} line={line} onChange={next => change(index, next)} />
      ))}
      {save.words && <Problem words={save.words} />}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" variant="primary" disabled={save.busy}>
          {say('words_save')}
        </Button>
        <Button
          disabled={form.translations.length >= WORD_LIMITS.translations}
          onClick={() =>
            put({ translations: [...form.translations, { language: nextOf(form.translations), word: '' }] })
          }
        >
          <Plus size={16} aria-hidden="true" />
          {say('words_language_add')}
        </Button>
        <Button
          variant="quiet"
          onClick={() => {
            kept.forget()
            onDone()
          }}
        >
          {say('cancel')}
        </Button>
      </div>
    </form>
  )
}

/** Languages come in the order of their names; a new line begins with one that has none. */
const nextOf = (lines: readonly Line[]): KnownLanguage =>
  (['pt', 'uk', 'ar', 'es', ...KNOWN_LANGUAGES] as const).find(
    one => !lines.some(line => line.language === one),
  ) ?? 'pt'

function OneLanguage({
  line,
  onChange,
}: {
  readonly line: Line
  readonly onChange: (line: Partial<Line>) => void
}) {
  const options = useMemo(languageChoices, [])
  return (
    <div className="grid grid-cols-[10rem_minmax(0,1fr)] gap-2">
      <Choice
        label={say('words_language')}
        value={line.language}
        onChange={language => onChange({ language: language as KnownLanguage })}
        options={options}
      />
      <Field
        label={say('words_in_language', { language: languageName(line.language) })}
        lang={line.language}
        dir="auto"
        value={line.word}
        onChange={event => onChange({ word: event.target.value })}
      />
    </div>
  )
}
