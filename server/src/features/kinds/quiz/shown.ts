import type { AskedInQuiz, QuizPage, QuizResult } from '@oppen/contract'
import type { Instant } from '@oppen/core/ids'
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
  showNumber,
  withNumbers,
  withoutKey,
} from '@oppen/core/questions'
import { endOf, mayBeSeen, mostPoints, questionsOf, scoreOf } from '@oppen/core/work/kinds/quiz'
import type { SubmissionAddress, SubmissionNow } from '../../submissions/moves.js'
import {
  type Attempt,
  closingOf,
  markingOf,
  type Quiz,
  type StoredAnswer,
  sectionsOf,
  wordsOf,
} from './attempt.js'

type Reading = {
  readonly quiz: Quiz
  readonly address: SubmissionAddress
  readonly submission: SubmissionNow
  readonly moreMinutes: number
  readonly decimalSign: Marking['decimalSign']
  readonly now: Instant
}

/** A quiz as its pupil may see it now: nothing that gives an answer away before its time. */
export function pageOf(
  reading: Reading,
  attempts: readonly Attempt[],
  answers: ReadonlyMap<string, StoredAnswer>,
): QuizPage {
  const { quiz, address, submission, moreMinutes, now } = reading
  const { rules } = quiz
  const newest = attempts.at(-1)
  const sections = newest ? sectionsOf(quiz, address, newest.number) : []
  const { closesAt } = submission.timing
  return {
    rules,
    points: mostPoints(quiz.sections),
    count: questionsOf(newest ? sections : quiz.sections).length,
    moreMinutes,
    attempts: attempts.map(({ number, begunAt, handedInAt, score }) => ({
      number,
      begunAt,
      handedInAt,
      endsAt: endOf(rules, begunAt, moreMinutes, closingOf(submission)),
      score: mayBeSeen(rules, { handedIn: handedInAt !== null, checked: false, last: false }, closesAt, now)
        .right
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

/** One question of an attempt, with its answer and what may be seen of the result. */
export function askedOf(
  { quiz, address, submission, decimalSign, now }: Reading,
  question: Question,
  { attempt, stored }: { readonly attempt: Attempt; readonly stored: StoredAnswer | undefined },
): AskedInQuiz {
  const words = wordsOf(address, attempt.number)
  const marking = markingOf(question, words, decimalSign)
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
  const handedIn = attempt.handedInAt !== null
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
    said: said.filter(Boolean).map(text => withNumbers(text, marking.drawn)),
    right: answers
      ? { answer: rightAnswer(question, marking), working: withNumbers(working, marking.drawn) }
      : null,
  }
}

/** What is right, in words. */
export function rightAnswer(question: Question, { drawn }: Pick<Marking, 'drawn'>): string {
  const named = (items: readonly { id: string; text: string }[], id: string) =>
    withNumbers(items.find(item => item.id === id)?.text ?? '', drawn)
  const { kind } = question
  switch (kind) {
    case 'one':
      return named(question.ask.choices, question.key.right)
    case 'several':
      return question.key.right.map(id => named(question.ask.choices, id)).join(' · ')
    case 'text':
      return question.key.accepted.filter(form => form.trim()).join(' · ')
    case 'number': {
      const value = keyValue(question.key, drawn)
      const unit = question.key.unit ?? question.ask.unit
      return value ? [showNumber(value), unit].filter(Boolean).join(' ') : ''
    }
    case 'formula':
      return question.key.formula
    case 'gaps':
    case 'table':
      return question.ask.blanks
        .map(({ id }) => {
          const key = question.key.blanks[id]
          if (key?.is === 'text') return key.accepted[0] ?? ''
          if (key?.is === 'choice') return key.right
          const value = key && keyValue(key, drawn)
          return value ? showNumber(value) : ''
        })
        .join(' · ')
    case 'pairs':
      return question.ask.left
        .map(({ id, text }) => `${text} – ${named(question.ask.right, question.key.pairs[id] ?? '')}`)
        .join(' · ')
    case 'order':
      return question.key.order.map(id => named(question.ask.items, id)).join(' · ')
    case 'groups':
      return question.ask.groups
        .map(({ id, text }) => {
          const members = question.ask.items.filter(item => question.key.groups[item.id] === id)
          return `${text}: ${members.map(item => item.text).join(', ')}`
        })
        .join(' · ')
    case 'place':
      return ''
    case 'long':
    case 'drawing':
    case 'recording':
      return question.key.example
  }
}

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
