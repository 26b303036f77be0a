import { useNow } from '../../../../app/session.js'
import { Problem } from '../../../../parts/Feedback.js'
import { problemWords } from '../../../../words/problem.js'
import { say } from '../../../../words/say.js'
import type { Marks } from './useMarks.js'

/** Whether marks have arrived; nothing is said while they have. */
export function MarksSaved({ marks: { status, deviceFull } }: { readonly marks: Marks }) {
  const time = useNow()
  if (status.is === 'refused') return <Problem words={problemWords(status.error, time)} />
  if (status.is !== 'unsaved') return null
  return (
    <p role="status" className="mt-2 text-sm text-soft">
      {say(deviceFull ? 'reading_marks_page' : 'reading_marks_here')}
    </p>
  )
}
