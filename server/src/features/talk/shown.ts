import type { Message, Notice } from '@oppen/contract'
import type { AccountId, Instant } from '@oppen/core/ids'
import {
  EDIT_FOR,
  isNew,
  isPlanned,
  type MessageReader,
  mayEdit,
  mayRemove,
  seenOf,
  TALK_RULES,
  type TalkRules,
} from '@oppen/core/talk'
import { plainBeginning } from './plain.js'
import type { StoredNotice, StoredRules } from './queries.js'
import type { StoredMessage } from './queriesOfMessages.js'

/** Who looks, as what, and when. */
export type Reader = MessageReader & { readonly now: Instant }

/** So much of the words that are answered is shown above an answer. */
const BEGINS = 120

/** A message as its reader sees it; undefined where it is not for them. */
export function messageFor(stored: StoredMessage, reader: Reader): Message | undefined {
  const seen = seenOf(stored, reader)
  if (seen === 'nothing') return undefined
  const words = seen === 'words'
  const { answers } = stored
  const mine = stored.by === reader.account
  const answered = answers && seenOf(answers, reader)
  return {
    id: stored.id,
    by: stored.name,
    mine,
    side: stored.side,
    html: words ? stored.html : '',
    files: words ? [...stored.files] : [],
    at: stored.shownAt ?? stored.writtenAt,
    edited: stored.editedAt !== null,
    state: stored.state,
    word: mine || reader.role === 'teacher' ? stored.word : '',
    removedBy: stored.removed ? (stored.removedBy ?? '') : null,
    answers:
      answers && answered !== 'nothing'
        ? {
            id: answers.id,
            by: answers.name,
            begins: answered === 'words' ? plainBeginning(answers.html, BEGINS) : '',
          }
        : null,
    reactions: words ? [...stored.reactions] : [],
    reports: reader.role === 'teacher' ? [...stored.reports] : [],
    mayRemove: mayRemove(stored, reader).ok,
    editUntil: mayEdit(stored, reader.account, reader.now).ok
      ? // what is shown to nobody yet can be changed for as long as it takes
        (stored.state === 'shown' ? stored.writtenAt : reader.now) + EDIT_FOR
      : null,
  }
}

export const messagesFor = (stored: readonly StoredMessage[], reader: Reader): Message[] =>
  stored.flatMap(one => messageFor(one, reader) ?? [])

/** A notice as its reader sees it. */
export function noticeFor(stored: StoredNotice, account: AccountId, now: Instant): Notice {
  const { root, role, appearsAt, position } = stored
  const reader: Reader = { account, role, kind: 'notice', now }
  return {
    id: stored.id,
    by: root.name,
    mine: root.by === account,
    html: root.html,
    at: appearsAt,
    edited: root.editedAt !== null,
    planned: isPlanned(stored, now),
    pinned: stored.pinned,
    audience: stored.audience,
    isNew: isNew({ by: root.by, shownAt: appearsAt, removed: false }, { reader: account, position }),
    takesReplies: stored.takesReplies,
    count: stored.count,
    newReplies: stored.newReplies,
    replies: messagesFor([...stored.replies, ...stored.unshown], reader),
    asks: stored.asks,
    choices: stored.choices,
    own: stored.asks ? stored.own : [],
    seen: stored.seen,
    taps: stored.taps,
    files: [...root.files],
    links: stored.links,
  }
}

/** The rules of a class, or how a class begins. */
export const rulesOf = (stored: StoredRules): TalkRules => stored ?? TALK_RULES
