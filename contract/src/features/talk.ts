import type { NoteId, NoticeId } from '@oppen/core/ids'
import { z } from 'zod'
import { id, instant, typed } from '../wire/shapes.js'
import { note } from './submissions.js'

export const talkPage = z.object({
  className: z.string(),
  readAt: instant.nullable(),
  notices: z.array(
    z.object({
      id: id<NoticeId>(),
      by: z.string(),
      html: z.string(),
      at: instant,
      replies: z.array(note),
    }),
  ),
})
export type TalkPage = z.infer<typeof talkPage>

export const talkShapes = {
  seeTalk: { reply: talkPage },
  writeNotice: {
    body: z.object({ html: typed }),
    reply: z.object({ noticeId: id<NoticeId>() }),
  },
  reply: {
    body: z.object({ text: typed }),
    reply: z.object({ noteId: id<NoteId>() }),
  },
}
