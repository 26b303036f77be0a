import type { OutcomePage } from '@oppen/contract'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'

type Props = { readonly page: Pick<OutcomePage, 'work' | 'status' | 'feedback' | 'teacherName'> }

/** Mark and feedback of a submission that came back; nothing while there are none. */
export function TeacherSays({ page }: Props) {
  const { status, feedback, work } = page
  const shown = status.phase === 'handedBack' || status.phase === 'tryAgain'
  const mark = status.phase === 'handedBack' ? status.mark : null
  if (!shown || (!feedback && mark === null)) return null
  return (
    <section className="max-w-2xl border-s-4 border-margin bg-ochre-pale px-4 py-3">
      <h2 className="text-base font-semibold">{say('work_feedback', { name: page.teacherName })}</h2>
      {mark !== null && (
        <p className="font-head text-2xl font-semibold text-teal">{markWords(mark, work.points)}</p>
      )}
      {feedback && <p className="mt-1 text-[17px] whitespace-pre-line">{feedback}</p>}
    </section>
  )
}
