import type { AccountId, ClassId, NoticeId } from '@oppen/core/ids'
import { markerOf } from '@oppen/core/readMarkers'
import { type Database, jsonArray, jsonObject } from '../../db/index.js'
import { noteJson } from '../submissions/fragments.js'

const repliesJson = jsonArray(
  noteJson('r', 'b'),
  'from notice_replies r join accounts b on b.id = r.by_account where r.notice_id = n.id and $replies = 1 order by r.at, r.rowid',
)

const TALK = `select ${jsonObject({
  className: 'c.name',
  readAt: '(select at from read_markers where account_id = $viewer and what = $marker)',
  notices: jsonArray(
    jsonObject({ id: 'n.id', by: 'a.shown_name', html: 'n.html', at: 'n.at', replies: repliesJson }),
    'from notices n join accounts a on a.id = n.by_account where n.class_id = c.id order by n.at desc, n.rowid desc limit 100',
  ),
})} as json from classes c where c.id = $classId`

/** The notices of a class, newest first; replies name pupils, so whoever may not see those gets none. */
export const talkJson = (db: Database, classId: ClassId, viewer: AccountId, replies: boolean) =>
  db.json(TALK, { classId, viewer, marker: markerOf('talk', classId), replies: replies ? 1 : 0 })

export const noticeOfClass = (db: Database, classId: ClassId, noticeId: NoticeId) =>
  db.row<{ id: NoticeId }>('select id from notices where id = $noticeId and class_id = $classId', {
    noticeId,
    classId,
  })
