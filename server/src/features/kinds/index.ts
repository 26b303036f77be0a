import type { WorkKind } from '@oppen/core/work'
import { assignment } from './assignment/index.js'
import { form } from './form/index.js'
import { handout } from './handout/index.js'
import type { ServerKind } from './kind.js'
import { question } from './question/index.js'
import { quiz } from './quiz/index.js'
import { reading } from './reading/index.js'
import { video } from './video/index.js'

/** Every kind of work on the server. */
export const SERVER_KINDS = {
  handout,
  assignment,
  question,
  quiz,
  reading,
  video,
  form,
} as const satisfies Readonly<Record<WorkKind, ServerKind>>

export const serverKind = (kind: WorkKind): ServerKind => SERVER_KINDS[kind]
