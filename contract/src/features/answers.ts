import type { NoteId, PlaceId } from '@oppen/core/ids'
import { z } from 'zod'
import { question } from '../kinds/question/index.js'
import { done, id, instant, line, typed } from '../wire/shapes.js'
import { note } from './submissions.js'
import { status, workLine } from './workParts.js'

const answer = z.object({
  placeId: id<PlaceId>(),
  name: z.string(),
  text: z.string(),
  choices: z.array(z.string()),
  at: instant,
  version: z.number().int(),
  mine: z.boolean(),
  replies: z.array(note),
})
export type Answer = z.infer<typeof answer>

/** An open question with the answers that the reader may see. */
export const answersPage = z.object({
  className: z.string(),
  work: workLine,
  question,
  /** The reader's own answer; null where there is none, and for a teacher. */
  mine: answer.nullable(),
  /** Whether classmates' answers are shown to the reader now. */
  shown: z.boolean(),
  answers: z.array(answer),
  /** Who has not answered yet; for teachers alone. */
  notYet: z.array(z.string()),
  /** How many of how many have answered. */
  answered: z.number().int(),
  of: z.number().int(),
  /** How many wait for a mark; for teachers alone. */
  toMark: z.number().int(),
})
export type AnswersPage = z.infer<typeof answersPage>

export const answerShapes = {
  seeAnswers: { reply: answersPage },
  answer: {
    body: z.object({ text: typed, choices: z.array(line).max(20), version: z.number().int().min(0) }),
    reply: status,
  },
  removeReply: { reply: done },
  replyToAnswer: { body: z.object({ text: typed }), reply: z.object({ noteId: id<NoteId>() }) },
}
