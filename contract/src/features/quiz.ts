import type { ClassId, FileId, PlaceId, WorkId } from '@oppen/core/ids'
import { QUIZ_LIMITS } from '@oppen/core/work/kinds/quiz'
import { z } from 'zod'
import { quizDetails, quizRules, sectionOf } from '../kinds/quiz/index.js'
import { askedShape, givenShape, questionShape } from '../kinds/quiz/question.js'
import { done, id, instant } from '../wire/shapes.js'
import { status } from './workParts.js'

const questionId = z.string().regex(/^[\w-]{1,20}$/)
const attemptNumber = z.number().int().min(1).max(1000)

/** How right an answer is, as far as the pupil may see it. */
const result = z.object({
  /** The part of its points that it is worth; null while a teacher has to say it. */
  share: z.number().min(0).max(1).nullable(),
  points: z.number().int().nullable(),
  wrong: z.array(z.string()),
  slip: z.boolean(),
  /** What the teacher says to this answer. */
  said: z.array(z.string()),
  /** What was right and how it is worked out; null while that may not be seen. */
  right: z.object({ answer: z.string(), working: z.string() }).nullable(),
})
export type QuizResult = z.infer<typeof result>

const asked = z.object({
  question: askedShape,
  answer: givenShape.nullable(),
  /** Of the answer: 0 before the first. */
  version: z.number().int(),
  flagged: z.boolean(),
  checks: z.number().int(),
  wrongChecks: z.number().int(),
  solved: z.boolean(),
  result: result.nullable(),
})
export type AskedInQuiz = z.infer<typeof asked>

/** A quiz as one pupil has it. */
export const quizPage = z.object({
  rules: quizRules,
  /** The points of the whole quiz, and how many questions an attempt has. */
  points: z.number().int(),
  count: z.number().int(),
  moreMinutes: z.number().int(),
  attempts: z.array(
    z.object({
      number: z.number().int(),
      begunAt: instant,
      endsAt: instant.nullable(),
      handedInAt: instant.nullable(),
      /** Null while it is not handed in, not marked, or not to be seen yet. */
      score: z.number().int().nullable(),
    }),
  ),
  /** The questions of the newest attempt; none before the first. */
  sections: z.array(sectionOf(asked)),
})
export type QuizPage = z.infer<typeof quizPage>

const saved = z.object({
  savedAt: instant,
  saved: z.array(z.object({ questionId, version: z.number().int() })),
  /** Answers that were given after the time of the attempt: they are not taken, and the others are. */
  over: z.array(questionId),
  /** Answers that were changed elsewhere in between: what stands there, for the pupil to choose. */
  changed: z.array(z.object({ questionId, answer: givenShape, version: z.number().int() })),
})

/** All attempts at a quiz, for its teachers: who answered what how well, and the figures of each question. */
export const quizResults = z.object({
  className: z.string(),
  title: z.string(),
  points: z.number().int(),
  /** The time for an attempt; null for no limit. */
  minutes: z.number().int().nullable(),
  questions: z.array(
    z.object({
      id: z.string(),
      kind: z.string(),
      prompt: z.string(),
      points: z.number().int(),
      /** Whether a teacher marks it. */
      byHand: z.boolean(),
      /** The picture that is drawn on, where there is one. */
      picture: z.string().nullable(),
      /** The mean part of its points, and how well it tells pupils apart; null where nothing can be said. */
      earned: z.number().nullable(),
      separates: z.number().nullable(),
      /** How often each choice was taken, of a question with choices. */
      taken: z.array(z.object({ text: z.string(), right: z.boolean(), count: z.number().int() })),
    }),
  ),
  pupils: z.array(
    z.object({
      placeId: id<PlaceId>(),
      name: z.string(),
      attempt: z.number().int().nullable(),
      handedInAt: instant.nullable(),
      score: z.number().int().nullable(),
      begunAt: instant.nullable(),
      /** Whether its time ran out before it was handed in. */
      ended: z.boolean(),
      /** The minutes that this pupil has more. */
      moreMinutes: z.number().int(),
      answers: z.array(
        z.object({
          questionId: z.string(),
          answer: z.string(),
          share: z.number().nullable(),
          /** What it is worth, less its checks; null while a teacher has to say it. */
          points: z.number().int().nullable(),
          checks: z.number().int(),
          /** What its teacher says to it. */
          note: z.string(),
          /** How long it took, in milliseconds. */
          spent: z.number().int(),
        }),
      ),
    }),
  ),
  /** How consistent the questions are; null where nothing can be said. */
  alpha: z.number().nullable(),
  isKr20: z.boolean(),
  few: z.boolean(),
})
export type QuizResults = z.infer<typeof quizResults>

export const quizShapes = {
  seeQuizResults: { reply: quizResults },
  setMoreTime: {
    body: z.object({ minutes: z.number().int().min(0).max(QUIZ_LIMITS.minutes) }),
    reply: done,
  },
  seeQuiz: { reply: quizPage },
  beginAttempt: { body: z.object({ number: attemptNumber }), reply: status },
  saveAnswers: {
    body: z.object({
      attempt: attemptNumber,
      answers: z
        .array(
          z.object({
            questionId,
            answer: givenShape,
            /** The version that it was written over. */
            version: z.number().int().min(0),
            flagged: z.boolean(),
            /** For how long it waited on the device, in milliseconds. */
            waited: z.number().min(0),
          }),
        )
        .min(1)
        .max(100),
    }),
    reply: saved,
  },
  checkAnswer: {
    body: z.object({
      attempt: attemptNumber,
      questionId,
      answer: givenShape,
      version: z.number().int().min(0),
      /** Which check of this question it is, from 1: sent twice it counts once. */
      check: z.number().int().min(1).max(1000),
    }),
    reply: asked,
  },
  seeQuizzes: {
    reply: z.object({
      quizzes: z.array(
        z.object({
          classId: id<ClassId>(),
          className: z.string(),
          workId: id<WorkId>(),
          title: z.string(),
          count: z.number().int(),
        }),
      ),
    }),
  },
  seeAnswersTo: {
    reply: z.object({
      answers: z.array(
        z.object({
          placeId: id<PlaceId>(),
          attempt: z.number().int(),
          answer: givenShape,
          /** The part of its points that its teacher gave; null while none was given. */
          share: z.number().nullable(),
          note: z.string(),
          /** Of a recording, once it has arrived. */
          fileId: id<FileId>().nullable(),
        }),
      ),
    }),
  },
  takeAnswers: {},
  setAnswerMark: {
    body: z.object({
      attempt: attemptNumber,
      questionId,
      /** As typed; nothing takes the mark back. */
      points: z.string().max(20),
      /** What is said to this answer. */
      note: z.string().max(20_000),
    }),
    reply: done,
  },
  tryQuiz: {
    body: z.object({ quiz: quizDetails }),
    reply: z.object({
      changes: z.array(
        z.object({
          placeId: id<PlaceId>(),
          name: z.string(),
          before: z.number().int().nullable(),
          after: z.number().int().nullable(),
          /** Whether a teacher gave another mark than the score, which stays. */
          kept: z.boolean(),
        }),
      ),
    }),
  },
  drawQuestion: {
    body: z.object({ question: questionShape }),
    reply: z.object({ drawings: z.array(z.object({ prompt: z.string(), answers: z.array(z.string()) })) }),
  },
}
