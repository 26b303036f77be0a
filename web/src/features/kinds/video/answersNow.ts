import type { AskedInQuiz, QuizPage } from '@oppen/contract'
import { isMarkedByKey, isUnanswered } from '@oppen/core/questions'
import { mayCheck } from '@oppen/core/work/kinds/quiz'
import type { AnswerNow, VideoStop } from '@oppen/core/work/kinds/video'
import type { QuizAutosave } from '../quiz/quizAutosave.js'

/** How far each answer of an attempt is. */
export const answersNow = (
  asked: readonly AskedInQuiz[],
  { rules }: QuizPage,
  autosave: QuizAutosave,
): ReadonlyMap<string, AnswerNow> =>
  new Map(
    asked.map(one => {
      const { question, solved } = one
      const answered = !isUnanswered(autosave.get(question.id).answer)
      const checkable = isMarkedByKey(question) && mayCheck(rules, one).ok
      return [question.id, { answered, solved, checkable }]
    }),
  )

/** The stops of a video as one attempt has them: what was added to it since asks nothing of this one. */
export const stopsOf = (stops: readonly VideoStop[], asked: ReadonlySet<string>): VideoStop[] =>
  stops.flatMap(stop => {
    if (stop.kind !== 'questions') return stop
    const questions = stop.questions.filter(id => asked.has(id))
    return questions.length ? { ...stop, questions } : []
  })
