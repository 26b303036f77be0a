import { assignment } from './assignment/index.js'
import { form } from './form/kind.js'
import { handout } from './handout/index.js'
import type { Content, KindRules } from './kind.js'
import { question } from './question/kind.js'
import { quiz } from './quiz/kind.js'
import { reading } from './reading/kind.js'
import { video } from './video/kind.js'

export { ASKS, CONTENTS, type Content, type KindRules } from './kind.js'

/** Every kind of posted work. A kind is added here, and each layer asks for its part of it by type. */
export const KINDS = {
  handout,
  assignment,
  question,
  quiz,
  reading,
  video,
  form,
} as const satisfies Readonly<Record<string, KindRules>>

export type WorkKind = keyof typeof KINDS
export const WORK_KINDS = Object.keys(KINDS) as readonly WorkKind[]

const rulesOf = (kind: WorkKind): KindRules => KINDS[kind]

/** Whether pupils hand something in, so that there is something to mark and to follow. */
export const handsIn = (kind: WorkKind): boolean => rulesOf(kind).asks === 'handIn'

/** Whether something is owed by its deadline. */
export const owes = (kind: WorkKind): boolean => rulesOf(kind).asks !== 'look'

/** Whether a pupil can put this on a submission of the kind. */
export const accepts = (kind: WorkKind, content: Content): boolean => rulesOf(kind).accepts.includes(content)

/** Whether the kind can have points. */
export const hasPoints = (kind: WorkKind): boolean => rulesOf(kind).points !== 'none'

/** Whether its teacher types its points. */
export const typesPoints = (kind: WorkKind): boolean => rulesOf(kind).points === 'typed'
