import type { AccountKind } from '../permissions/index.js'

/**
 * What can be new to somebody: work that was posted or changed, that is due soon, that came back; a notice; a message that
 * mentions them, one that is to them, and what else is said where they read; and what waits for them.
 */
export const NEWS_KINDS = [
  'posted',
  'changed',
  'dueSoon',
  'handedBack',
  'notice',
  'mentioned',
  'answered',
  'said',
  'waiting',
] as const
export type NewsKind = (typeof NEWS_KINDS)[number]

/** What somebody does not have to do is never due. */
const OF_PUPILS: readonly NewsKind[] = ['posted', 'changed', 'dueSoon', 'handedBack']

/** The kinds of news that there are for a kind of account, in the order in which they are shown. */
export const newsKindsOf = (kind: AccountKind): readonly NewsKind[] =>
  kind === 'teacher' ? NEWS_KINDS.filter(one => !OF_PUPILS.includes(one)) : NEWS_KINDS
