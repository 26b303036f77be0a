import type { PreviewProps } from '../postedProps.js'

/** The choices of an open question. */
export const QuestionPreview = ({ form: { details } }: PreviewProps) =>
  details.question?.choices.map(choice => (
    <p key={choice} className="mt-1">
      ○ {choice}
    </p>
  ))
