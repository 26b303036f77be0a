import type { NoteId, NoticeId } from '@oppen/core/ids'
import { z } from 'zod'
import { route } from '../wire/route.js'
import { id, instant, typed } from '../wire/shapes.js'
import { note } from './work.js'

export const talkPage = z.object({
  className: z.string(),
  lookedAt: instant.nullable(),
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

export const talkRoutes = {
  seeTalk: route({ method: 'GET', path: '/api/classes/:classId/talk', may: 'notices.see', reply: talkPage }),
  writeNotice: route({
    method: 'POST',
    path: '/api/classes/:classId/notices',
    may: 'notices.write',
    body: z.object({ html: typed }),
    reply: z.object({ noticeId: id<NoticeId>() }),
  }),
  reply: route({
    method: 'POST',
    path: '/api/classes/:classId/notices/:noticeId/replies',
    may: 'notices.reply',
    body: z.object({ text: typed }),
    reply: z.object({ noteId: id<NoteId>() }),
  }),
}
