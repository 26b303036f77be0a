import type { AccountId, ClassId, Instant, NoteId, NoticeId } from '@oppen/core/ids'
import { table } from '../../db/index.js'

export const notices = table<{
  id: NoticeId
  classId: ClassId
  byAccount: AccountId
  html: string
  at: Instant
}>('notices', { id: 'id', classId: 'text', byAccount: 'text', html: 'text', at: 'integer' })

export const noticeReplies = table<{
  id: NoteId
  noticeId: NoticeId
  byAccount: AccountId
  text: string
  at: Instant
}>('notice_replies', { id: 'id', noticeId: 'text', byAccount: 'text', text: 'text', at: 'integer' })
