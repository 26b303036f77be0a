import { isUnanswered } from '@oppen/core/questions'
import { mostPoints } from '@oppen/core/work/kinds/quiz'
import { Refused } from '../../../refusal.js'
import type { ServerKind } from '../kind.js'
import { lastSavedAt, newestAttempt, quizOf, sectionsOf, versionOf } from './attempt.js'
import { readQuiz } from './details.js'
import { answersPage } from './page.js'
import { attemptsOf } from './queries.js'
import { endAttempt, markOfAttempts } from './service.js'

export const quiz = {
  readDetails: (world, details, draft) => readQuiz(world, details, draft),
  pointsOf: details => mostPoints(details.quiz?.key?.sections ?? []),
  searched: {},
  tables: ['quiz_attempts', 'quiz_answers', 'quiz_checks', 'quiz_more_time'],
  markOf: async (world, address, submission) =>
    markOfAttempts(quizOf(submission).rules.counted, await attemptsOf(world.db, address), submission.points),
  made: async (world, address, submission, { version }) => {
    const { newest, answers } = await newestAttempt(world, address)
    if (!newest || newest.handedInAt !== null)
      return { isBlank: true, savedAt: null, changed: undefined, html: '', worksheet: null, files: [] }
    const answered = [...answers.values()].some(({ answer }) => !isUnanswered(JSON.parse(answer)))
    return {
      isBlank: !answered,
      savedAt: lastSavedAt(newest, answers),
      changed: versionOf(answers) !== version ? new Refused('answer_changed') : undefined,
      html: answersPage(sectionsOf(quizOf(submission), address, newest.number), answers),
      worksheet: null,
      files: [],
    }
  },
  takenBack: false,
  handedIn: endAttempt,
} as const satisfies ServerKind
