import type { QuizDetails } from '@oppen/contract'
import { type Answer, isUnanswered } from '@oppen/core/questions'
import { mostPoints } from '@oppen/core/work/kinds/quiz'
import { Refused } from '../../../refusal.js'
import { filesOf } from '../../files/service.js'
import type { ServerKind } from '../kind.js'
import { lastSavedAt, newestAttempt, quizOf, readingOf, sectionsOf, versionOf } from './attempt.js'
import { readQuiz } from './details.js'
import { endingsOf } from './endings.js'
import { answersPage } from './page.js'
import { endAttempt, followChange, markOfAttempts } from './scores.js'

export const quiz = {
  readDetails: (world, details, draft) => readQuiz(world, details, draft),
  pointsOf: details => mostPoints(details.quiz?.key?.sections ?? []),
  searched: {},
  tables: ['quiz_attempts', 'quiz_answers', 'quiz_checks', 'quiz_more_time', 'files'],
  markOf: async (world, address, submission) =>
    markOfAttempts(
      quizOf(submission).rules.counted,
      (await newestAttempt(world, address)).attempts,
      submission.points,
    ),
  made: async (world, address, submission, { version }) => {
    const { newest, answers } = await newestAttempt(world, address)
    if (!newest || newest.handedInAt !== null)
      return { isBlank: true, savedAt: null, changed: undefined, html: '', worksheet: null, files: [] }
    const given = [...answers.values()].map(({ answer }) => JSON.parse(answer) as Answer)
    const files = await filesOf(world.db, address)
    const recorded = given.flatMap(one => (one.kind === 'recording' && one.file !== null ? [one.file] : []))
    const refusal = () => {
      if (versionOf(answers) !== version) return new Refused('answer_changed')
      if (newest.ended) return undefined
      const missing = recorded.some(name => !files.some(file => file.name === name))
      return missing ? new Refused('recording_missing') : undefined
    }
    return {
      isBlank: given.every(isUnanswered),
      savedAt: lastSavedAt(newest, answers),
      changed: refusal(),
      html: answersPage(sectionsOf(quizOf(submission), address, newest), answers),
      worksheet: null,
      files: files.filter(({ name }) => recorded.includes(name)).map(({ id }) => id),
    }
  },
  // what was handed in is a page of its own
  page: async (world, address) => {
    const { quiz, newest, answers } = await readingOf(world, address)
    if (!newest || newest.handedInAt !== null || !answers.size) return null
    return answersPage(sectionsOf(quiz, address, newest), answers)
  },
  takenBack: false,
  handedIn: endAttempt,
  endings: endingsOf,
  byFamily: null,
  changed: async (world, viewer, address, { before, after, sent }) => {
    const read = (stored: string | null) =>
      stored === null ? undefined : (JSON.parse(stored) as QuizDetails)
    const [was, is] = [read(before), read(after)]
    const note = sent.quiz?.note?.trim() ?? ''
    if (was && is) await followChange(world, viewer, address, { before: was, after: is, note })
  },
} as const satisfies ServerKind
