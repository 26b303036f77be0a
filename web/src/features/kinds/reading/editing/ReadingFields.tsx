import type { ReadingDetails } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import type { Question } from '@oppen/core/questions'
import { KNOWN_LANGUAGES } from '@oppen/core/readingHelp'
import { mostPoints, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import { ASKED_WHERE, EMPTY_PASSAGE, MARK_COLOURS, type Passage } from '@oppen/core/work/kinds/reading'
import { Mic } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { FieldProblem } from '../../../../parts/Feedback.js'
import { Choice, Field } from '../../../../parts/Field.js'
import { Tick } from '../../../../parts/Tick.js'
import { LOCALE } from '../../../../words/language.js'
import { say } from '../../../../words/say.js'
import { FormattedField } from '../../../posting/FormattedField.js'
import { languageName } from '../../../wordList/languageName.js'
import type { FieldsProps } from '../../postedProps.js'
import { AskedFields } from '../../quiz/editing/AskedFields.js'
import { freeId, newQuestion } from '../../quiz/editing/newQuestion.js'
import { Swatch } from '../marks/colours.js'
import { Difficulty } from './Difficulty.js'
import { LinesField } from './LinesField.js'
import { TakeText } from './TakeText.js'
import { WordsFields } from './WordsFields.js'

const PASSAGE = 'details.reading.passage'

/** The passage of a reading, the words to know before it, and its questions. */
export default function ReadingFields(props: FieldsProps) {
  const { form, put, problemAt, addPicture } = props.posting
  const reading: ReadingDetails = form.details.reading ?? {
    ...USUAL_RULES,
    passage: { ...EMPTY_PASSAGE, language: LOCALE } as ReadingDetails['passage'],
  }
  const { passage, ...asked } = reading
  /** The editor begins again where a text was taken from a file. */
  const [edition, setEdition] = useState(0)
  const set = (next: Partial<ReadingDetails>) => {
    const changed = { ...reading, ...next }
    put({
      points: showHundredths(mostPoints(changed.key?.sections ?? [])),
      details: { ...form.details, reading: changed },
    })
  }
  const setPassage = (part: Partial<Passage>) =>
    set({ passage: { ...passage, ...part } as ReadingDetails['passage'] })
  const sections = asked.key?.sections ?? []
  const askAloud = () => {
    const ids = sections.flatMap(({ questions }) => questions.map(({ id }) => id))
    const question = {
      ...newQuestion('recording', freeId(ids)),
      prompt: `<p>${say('reading_aloud_prompt')}</p>`,
      ask: { most: 300 },
    } as Question
    const [first, ...others] = sections.length
      ? sections
      : [{ id: 's1', title: '', pick: null, questions: [] }]
    if (first)
      set({ key: { sections: [{ ...first, questions: [...first.questions, question] }, ...others] } })
  }
  const languages = [...new Set([passage.language, LOCALE, ...KNOWN_LANGUAGES])]
  return (
    <>
      <section aria-labelledby="reading-passage" className="flex flex-col gap-3">
        <h2 id="reading-passage" className="text-lg">
          {say('reading_passage')}
        </h2>
        <FormattedField
          key={edition}
          label={say('reading_text')}
          html={passage.html}
          onPicture={addPicture}
          onChange={html => setPassage({ html })}
          problem={problemAt(PASSAGE)}
        />
        <TakeText
          empty={!passage.html}
          onFile={addPicture}
          onTake={(html, language) => {
            setPassage({ html, ...(language && { language }) })
            setEdition(edition + 1)
          }}
        />
        <div className="grid gap-3 sm:grid-cols-2">
          <Choice
            label={say('reading_language')}
            value={passage.language}
            onChange={language => setPassage({ language })}
            options={languages.map(value => ({ value, label: languageName(value) }))}
          />
          <Choice
            label={say('reading_asked')}
            value={passage.asked}
            onChange={value => setPassage({ asked: value as Passage['asked'] })}
            options={ASKED_WHERE.map(value => ({ value, label: say(`reading_asked_${value}`) }))}
          />
        </div>
        <Difficulty html={passage.html} language={passage.language} />
        <Tick on={!passage.aloud} onChange={off => setPassage({ aloud: !off })}>
          {say('reading_aloud_off')}
        </Tick>
      </section>
      <WordsFields
        words={passage.words}
        problemAt={at => problemAt(`${PASSAGE}.words.${at}`)}
        onFile={addPicture}
        onChange={words => setPassage({ words })}
      />
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="mb-1 text-[0.9375rem] font-semibold">{say('reading_meanings')}</legend>
        {MARK_COLOURS.map(colour => (
          <div key={colour} className="flex items-end gap-2">
            <span className="pb-2.5">
              <Swatch colour={colour} />
            </span>
            <div className="flex-1">
              <Field
                label={say(`reading_mark_${colour}`)}
                placeholder={say('reading_meaning_else')}
                value={passage.meanings[colour]}
                onChange={event =>
                  setPassage({ meanings: { ...passage.meanings, [colour]: event.target.value } })
                }
              />
            </div>
          </div>
        ))}
        {problemAt(`${PASSAGE}.meanings`) && <FieldProblem words={problemAt(`${PASSAGE}.meanings`) ?? ''} />}
      </fieldset>
      <div>
        <Button onClick={askAloud}>
          <Mic size={17} aria-hidden="true" />
          {say('reading_ask_aloud')}
        </Button>
      </div>
      <AskedFields
        {...props}
        quiz={asked}
        path="details.reading.key.sections"
        onChange={quiz => set(quiz)}
        below={question => (
          <LinesField
            passage={passage}
            questionId={question.id}
            onChange={anchor => {
              const { [question.id]: _, ...about } = passage.about
              setPassage({ about: anchor ? { ...about, [question.id]: anchor } : about })
            }}
          />
        )}
      />
    </>
  )
}
