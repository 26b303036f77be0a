import type { Question } from '@oppen/core/questions'
import { questionsOf } from '@oppen/core/work/kinds/quiz'
import { useRef } from 'react'
import { say } from '../../../words/say.js'
import type { PreviewProps } from '../postedProps.js'
import { Tried } from '../quiz/QuizPreview.js'
import { showAbout } from './highlights.js'
import { passageOnPage, rangeOfSpan, showSpan } from './onPage.js'
import { PassageText } from './PassageText.js'
import { AboutLines } from './ToLines.js'
import { useQuestionPlaces } from './useQuestionPlaces.js'
import { WordsToKnow } from './WordsToKnow.js'

/** A reading to be tried as a pupil: nothing of it is saved. */
export default function ReadingPreview({ form: { details } }: PreviewProps) {
  const { reading } = details
  return reading ? <Tries reading={reading} /> : null
}

function Tries({ reading }: { readonly reading: NonNullable<PreviewProps['form']['details']['reading']> }) {
  const { passage, key } = reading
  const root = useRef<HTMLDivElement>(null)
  const questions = questionsOf<Question>(key?.sections ?? [])
  const places = useQuestionPlaces(
    { ...passage, asked: 'after' },
    questions.map(({ id }) => id),
  )
  return (
    <div className="mt-4 flex flex-col gap-5">
      <WordsToKnow words={passage.words} language={passage.language} writes={false} />
      {!passage.aloud && (
        <p className="max-w-prose border-s-4 border-ochre bg-ochre-pale px-3 py-2">
          {say('reading_unspoken')}
        </p>
      )}
      <PassageText passage={passage} parts={places.parts} root={root} label={say('reading_passage')} />
      {questions.length > 0 && <p className="text-soft">{say('quiz_try_hint')}</p>}
      <ol className="flex flex-col gap-6">
        {questions.map((question, index) => {
          const lines = places.linesOf(question.id)
          return (
            <Tried key={question.id} question={question} number={index + 1}>
              {lines && (
                <AboutLines
                  onPress={() => {
                    if (!root.current) return
                    showAbout(rangeOfSpan(passageOnPage(root.current), lines))
                    showSpan(root.current, lines)
                  }}
                />
              )}
            </Tried>
          )
        })}
      </ol>
    </div>
  )
}
