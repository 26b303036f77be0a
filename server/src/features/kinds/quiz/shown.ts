import type { AskedInQuiz, QuizPage, QuizResult } from '@oppen/contract'
import {
  type Answer,
  asDrawn,
  drawNumbers,
  keysOf,
  keyValue,
  type Marking,
  markAnswerTo,
  notesOn,
  type Question,
  rightAnswer,
  showNumber,
  withNumbers,
  withoutKey,
} from '@oppen/core/questions'
import { endOf, mayBeSeen, mostPoints, questionsOf, scoreOf } from '@oppen/core/work/kinds/quiz'
import { escapeHtml } from '../../../html.js'
import {
  type Attempt,
  closingOf,
  markingOf,
  type Quiz,
  type Reading,
  type StoredAnswer,
  sectionsOf,
  wordsOf,
} from './attempt.js'

/** A quiz as its pupil may see it now: nothing that gives an answer away before its time. */
export function pageOf(
  reading: Reading,
  attempts: readonly Attempt[],
  answers: ReadonlyMap<string, StoredAnswer>,
): QuizPage {
  const { quiz, address, submission, moreMinutes, now } = reading
  const { rules } = quiz
  const newest = attempts.at(-1)
  const sections = newest ? sectionsOf(quiz, address, newest) : []
  const { closesAt } = submission.timing
  return {
    rules,
    points: mostPoints(quiz.sections),
    count: questionsOf(newest ? sections : quiz.sections).length,
    moreMinutes,
    attempts: attempts.map(({ number, begunAt, handedInAt, score, ended }) => ({
      number,
      begunAt,
      handedInAt,
      endsAt: endOf(rules, begunAt, moreMinutes, closingOf(submission)),
      score: mayBeSeen(
        rules,
        { handedIn: isOver({ handedInAt, ended }, submission), checked: false, last: false },
        closesAt,
        now,
      ).right
        ? score
        : null,
    })),
    sections: sections.map(section => ({
      ...section,
      questions: section.questions.map(question =>
        askedOf(reading, question, { attempt: newest as Attempt, stored: answers.get(question.id) }),
      ),
    })),
  }
}

/** Whether nothing more is taken: one that ended by itself takes what was answered in time until it comes back. */
const isOver = (
  { handedInAt, ended }: Pick<Attempt, 'handedInAt' | 'ended'>,
  { status }: Reading['submission'],
): boolean => handedInAt !== null && !(ended && status.phase === 'withTeacher')

/** One question of an attempt, with its answer and what may be seen of the result. */
export function askedOf(
  { quiz, address, submission, now }: Reading,
  question: Question,
  { attempt, stored }: { readonly attempt: Attempt; readonly stored: StoredAnswer | undefined },
): AskedInQuiz {
  const words = wordsOf(address, attempt.number)
  const marking = markingOf(question, words, attempt)
  const {
    checks = 0,
    wrongChecks = 0,
    checkedVersion = 0,
    solved = 0,
    version = 0,
    flagged = 0,
  } = stored ?? {}
  const checked = checks > 0 && checkedVersion === version
  const last = solved === 1 || (quiz.rules.checks !== null && checks >= quiz.rules.checks)
  const answer = stored ? (JSON.parse(stored.answer) as Answer) : null
  const handedIn = isOver(attempt, submission)
  const seen = mayBeSeen(quiz.rules, { handedIn, checked, last }, submission.timing.closesAt, now)
  return {
    question: asDrawn(withoutKey(question), marking.drawn, `${words} ${question.id}`),
    answer,
    version,
    flagged: flagged === 1,
    checks,
    wrongChecks,
    solved: solved === 1,
    result: seen.right ? resultOf(question, { answer, stored, marking }, quiz, seen.answers) : null,
  }
}

function resultOf(
  question: Question,
  { answer, stored, marking }: { answer: Answer | null; stored: StoredAnswer | undefined; marking: Marking },
  { rules }: Quiz,
  answers: boolean,
): QuizResult {
  // a formula was compared when it was saved, and has no parts
  const verdict = question.kind === 'formula' ? null : markAnswerTo(question, answer, marking)
  const share = verdict ? verdict.share : (stored?.share ?? null)
  const { ifRight, ifWrong, working } = question.key
  const said =
    share === null ? [] : [...notesOn(question, verdict?.wrong ?? []), share === 1 ? ifRight : ifWrong]
  return {
    share,
    points: share === null ? null : scoreOf(question.points, share, stored ?? { wrongChecks: 0 }, rules),
    wrong: verdict ? [...verdict.wrong] : [],
    slip: verdict?.slip ?? false,
    said: [...said.map(text => withNumbers(text, marking.drawn)), inParagraphs(stored?.note ?? '')].filter(
      Boolean,
    ),
    right: answers
      ? { answer: rightAnswer(question, marking), working: withNumbers(working, marking.drawn) }
      : null,
  }
}

/** Plain words of a teacher as HTML. */
const inParagraphs = (note: string): string =>
  note
    .split(/\n+/)
    .filter(line => line.trim())
    .map(line => `<p>${escapeHtml(line)}</p>`)
    .join('')

/** Drawings of a question that is being written, as a teacher looks at them. */
export function lookAt(question: Question, count: number): { prompt: string; answers: string[] }[] {
  return Array.from({ length: count }, (_, index) => {
    const drawn = drawNumbers(question, `look ${question.id} ${index + 1}`)
    const numbers = drawn.ok ? drawn.value : {}
    const answers = keysOf(question).map(key => {
      const value = keyValue(key, numbers)
      return value ? showNumber(value) : ''
    })
    return { prompt: withNumbers(question.prompt, numbers), answers }
  })
}
