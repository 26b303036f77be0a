import type { Answer } from '@oppen/core/questions'
import { useState } from 'react'
import type { PreviewProps } from '../postedProps.js'
import { FormQuestions } from './FormQuestions.js'

/** A form to be tried: nothing of it is saved. */
export default function FormPreview({ form: { details } }: PreviewProps) {
  const [answers, setAnswers] = useState<Record<string, Answer>>({})
  if (!details.form) return null
  return (
    <div className="mt-4">
      <FormQuestions
        questions={details.form.questions}
        answers={answers}
        locked={false}
        onChange={(id, answer) => setAnswers({ ...answers, [id]: answer })}
      />
    </div>
  )
}
