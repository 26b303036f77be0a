import type { ClassId, NoteId, NoticeId } from '@oppen/core/ids'
import { can, type Viewer } from '@oppen/core/permissions'
import { isBlank, readText } from '@oppen/core/texts'
import { readHtml } from '../../html.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { noticeReplies, notices } from './models.js'
import { noticeOfClass, talkJson } from './queries.js'

/** The notices of a class as the viewer may see them. */
export function seeTalk(world: World, viewer: Viewer, classId: ClassId): Promise<string | undefined> {
  const replies = can(viewer, 'notices.reply', { kind: 'class', classId })
  return talkJson(world.db, classId, viewer.accountId, replies)
}

/** Writes a notice to everybody in the class. */
export async function writeNotice(world: World, viewer: Viewer, classId: ClassId, typed: string) {
  if (isBlank(typed)) throw new Refused('text_empty', { what: 'notice' }, 'html')
  const html = await readHtml(world, 'notice', typed, 'html')
  const noticeId = newId<NoticeId>(world)
  await world.db.write(async () => {
    const at = world.clock.now()
    await world.db.model(notices).create({ id: noticeId, classId, byAccount: viewer.accountId, html, at })
    tellTalk(world, classId)
  })
  return { noticeId }
}

/** Answers a notice, seen by pupils and teachers of the class. */
export async function replyToNotice(
  world: World,
  viewer: Viewer,
  { classId, noticeId }: { classId: ClassId; noticeId: NoticeId },
  typed: string,
) {
  const text = take(readText('note', typed), 'text')
  const noteId = newId<NoteId>(world)
  await world.db.write(async () => {
    if (!(await noticeOfClass(world.db, classId, noticeId))) throw new Refused('not_found')
    const at = world.clock.now()
    await world.db
      .model(noticeReplies)
      .create({ id: noteId, noticeId, byAccount: viewer.accountId, text, at })
    tellTalk(world, classId)
  })
  return { noteId }
}

function tellTalk(world: World, classId: ClassId): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'talk', classId }))
}
