import type { Answer, AskedQuestion, Question, QuestionKind, QuestionParts } from '@oppen/core/questions'
import { z } from 'zod'
import { line } from '../../wire/shapes.js'

/** Formatted words of a question; core and the server read them. */
const words = z.string().max(40_000)
/** Of a file of the work; the server reads it. */
const address = z.string().max(300)
const partId = z.string().regex(/^[\w-]{1,20}$/)
const items = z.array(z.object({ id: partId, text: line })).max(30)
const choices = z.object({ choices: items, mixed: z.boolean() })
const notes = z.record(partId, line)
const byId = z.record(partId, partId)
const partial = z.boolean()

const textKey = z.object({
  accepted: z.array(line).max(30),
  capitals: z.boolean(),
  accents: z.boolean(),
  spaces: z.boolean(),
  slips: z.union([z.literal(0), z.literal(1), z.literal(2)]),
})
const numberKey = z.object({
  value: line,
  unit: line.nullable(),
  tolerance: z.object({ is: z.enum(['exact', 'absolute', 'relative']), by: line }),
  form: z.enum(['any', 'decimal', 'fraction', 'lowest']),
  figures: z.number().int().min(1).max(20).nullable(),
})
const blanks = z
  .array(
    z.discriminatedUnion('is', [
      z.object({ id: partId, is: z.literal('text') }),
      z.object({ id: partId, is: z.literal('number') }),
      z.object({ id: partId, is: z.literal('choice'), choices: z.array(line).max(20) }),
    ]),
  )
  .max(30)
const blanksKey = z.object({
  partial,
  blanks: z.record(
    partId,
    z.discriminatedUnion('is', [
      textKey.extend({ is: z.literal('text') }),
      numberKey.extend({ is: z.literal('number') }),
      z.object({ is: z.literal('choice'), right: line }),
    ]),
  ),
})
const point = z.object({ x: z.number().min(0).max(1000), y: z.number().min(0).max(1000) })
const byHandKey = z.object({ example: words })
const typedAnswer = z.object({ text: z.string().max(20_000) })
const nothing = z.object({})

/** What crosses the wire of each kind of question. */
const PARTS = {
  one: {
    ask: choices,
    key: z.object({ right: z.string().max(20), notes }),
    answer: z.object({ choice: partId.nullable() }),
  },
  several: {
    ask: choices,
    key: z.object({ right: z.array(partId).max(30), notes, partial }),
    answer: z.object({ choices: z.array(partId).max(30) }),
  },
  text: { ask: nothing, key: textKey, answer: typedAnswer },
  number: { ask: z.object({ unit: line.nullable() }), key: numberKey, answer: typedAnswer },
  formula: {
    ask: z.object({ variables: z.array(z.string().max(20)).max(10) }),
    key: z.object({ formula: line, over: z.enum(['real', 'positive']) }),
    answer: typedAnswer,
  },
  gaps: {
    ask: z.object({ text: words, blanks }),
    key: blanksKey,
    answer: z.object({ blanks: z.record(partId, line) }),
  },
  table: {
    ask: z.object({ rows: z.array(z.array(line).max(12)).max(30), blanks }),
    key: blanksKey,
    answer: z.object({ blanks: z.record(partId, line) }),
  },
  pairs: {
    ask: z.object({ left: items, right: items }),
    key: z.object({ pairs: byId, partial }),
    answer: z.object({ pairs: byId }),
  },
  order: {
    ask: z.object({ items }),
    key: z.object({ order: z.array(partId).max(30), partial }),
    answer: z.object({ order: z.array(partId).max(30) }),
  },
  groups: {
    ask: z.object({ items, groups: items }),
    key: z.object({ groups: byId, partial }),
    answer: z.object({ groups: byId }),
  },
  place: {
    ask: z.object({ picture: address, shows: line }),
    key: z.object({
      areas: z.array(z.object({ is: z.enum(['box', 'oval']), from: point, to: point })).max(20),
    }),
    answer: z.object({ point: point.nullable() }),
  },
  long: { ask: nothing, key: byHandKey, answer: typedAnswer },
  drawing: {
    ask: z.object({ picture: address.nullable() }),
    key: byHandKey,
    answer: z.object({ strokes: z.array(z.string().max(20_000)).max(600) }),
  },
  recording: {
    ask: z.object({ most: z.number().int().min(1).max(600) }),
    key: byHandKey,
    answer: z.object({ file: z.string().max(100).nullable() }),
  },
} satisfies {
  [K in QuestionKind]: {
    ask: z.ZodType<QuestionParts[K]['ask']>
    key: z.ZodType<QuestionParts[K]['key']>
    answer: z.ZodType<QuestionParts[K]['answer']>
  }
}

const said = { ifRight: words, ifWrong: words, working: words }
const head = {
  id: partId,
  prompt: words,
  hint: words.nullable(),
  points: z.number().int().min(0).max(100_000),
  draws: z.array(z.object({ name: z.string().max(20), from: line, to: line, step: line, not: line })).max(10),
  media: z
    .record(
      z.string().regex(/^(\*|[\w-]{1,20})$/),
      z.object({ picture: address.nullable(), sound: address.nullable() }),
    )
    .optional(),
}

const kinds = Object.keys(PARTS) as QuestionKind[]
const each = <T>(make: (kind: QuestionKind) => T) => kinds.map(make) as [T, ...T[]]

/** A question with its key, as teachers have it. */
export const questionShape = z.discriminatedUnion(
  'kind',
  each(kind =>
    z.object({ ...head, kind: z.literal(kind), ask: PARTS[kind].ask, key: PARTS[kind].key.extend(said) }),
  ),
) as unknown as z.ZodType<Question>

/** A question of one kind with no key in it. */
export const askedOfKind = (kind: QuestionKind) =>
  z.strictObject({ ...head, kind: z.literal(kind), ask: PARTS[kind].ask })

/** A question as a pupil has it: with no key in it. */
export const askedShape = z.discriminatedUnion(
  'kind',
  each(askedOfKind),
) as unknown as z.ZodType<AskedQuestion>

/** An answer to a question of any kind. */
export const givenShape = z.discriminatedUnion(
  'kind',
  each(kind => PARTS[kind].answer.extend({ kind: z.literal(kind) })),
) as unknown as z.ZodType<Answer>
