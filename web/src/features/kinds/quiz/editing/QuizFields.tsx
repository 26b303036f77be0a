import { showHundredths } from '@oppen/core/marks'
import { mostPoints, USUAL_RULES } from '@oppen/core/work/kinds/quiz'
import type { FieldsProps } from '../../postedProps.js'
import { AskedFields } from './AskedFields.js'

/** The questions of a quiz, and how it runs. */
export default function QuizFields(props: FieldsProps) {
  const { form, put } = props.posting
  return (
    <AskedFields
      {...props}
      quiz={form.details.quiz ?? USUAL_RULES}
      path="details.quiz.key.sections"
      onChange={quiz =>
        put({
          points: showHundredths(mostPoints(quiz.key?.sections ?? [])),
          details: { ...form.details, quiz },
        })
      }
    />
  )
}
