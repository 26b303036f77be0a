import type { OutcomePage } from '@oppen/contract'
import { wordOfMark } from '@oppen/core/marks'
import { isImproving } from '@oppen/core/work'
import { Suspense } from 'react'
import { useTie } from '../../app/session.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { LazyRubric, LazySticker } from '../marking/LazyVerdict.js'

type Props = {
  readonly page: Pick<
    OutcomePage,
    'work' | 'status' | 'feedback' | 'teacherName' | 'levels' | 'sticker' | 'scale'
  >
}

/** Mark, feedback, levels and sticker of a submission that came back; nothing while there are none. */
export function TeacherSays({ page }: Props) {
  const only = useTie()?.markWords
  const { status, feedback, work, levels, sticker, scale } = page
  const shown = status.phase === 'handedBack' || status.phase === 'tryAgain'
  const mark = status.phase === 'handedBack' || isImproving(status) ? status.mark : null
  if (!shown || (!feedback && mark === null && !levels && !sticker)) return null
  const word = mark === null ? undefined : wordOfMark(mark, work.points, scale)
  return (
    <section className="max-w-2xl border-s-4 border-margin bg-ochre-pale px-4 py-3">
      <div className="flex items-start justify-between gap-3">
        <div>
          <h2 className="text-base font-semibold">{say('work_feedback', { name: page.teacherName })}</h2>
          {mark !== null && (
            <p className="font-head text-2xl font-semibold text-teal">
              {markWords(mark, work.points, only)}
              {word && !only?.length && <span className="ms-2 text-lg">{word}</span>}
            </p>
          )}
        </div>
        {sticker && (
          <Suspense fallback={null}>
            <LazySticker sticker={sticker} size={72} />
          </Suspense>
        )}
      </div>
      {feedback && (
        <p className="mt-1 text-[1.0625rem] whitespace-pre-line">
          <span className="read">{feedback}</span>
        </p>
      )}
      {work.rubric && levels && (
        <Suspense fallback={null}>
          <LazyRubric rubric={work.rubric} levels={levels} />
        </Suspense>
      )}
    </section>
  )
}
