import type { DigestWork } from '@oppen/core/digest'
import type { AccountId, ClassId, ConversationId, Instant, PlaceId } from '@oppen/core/ids'
import type { ScaleStep } from '@oppen/core/marks'
import type { RecordedMove } from '@oppen/core/work'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../db/index.js'
import { MARK_WORDS, nameOf, TEACHER_NAME } from '../accounts/fragments.js'
import { MARKED_AT } from '../markBook/fragments.js'
import { APPEARED, OWN_TIMING } from '../submissions/fragments.js'
import { ROLE, SEATS } from '../talk/fragments.js'

const WORKS = jsonArray(
  jsonObject({
    id: 'w.id',
    title: 'w.title',
    points: 'w.points',
    timing: jsonObject(OWN_TIMING),
    moves: jsonArray(
      jsonObject({
        kind: 'm.kind',
        at: 'm.at',
        pressedAt: 'm.pressed_at',
        mark: 'm.mark',
        by: 'm.try_again_by',
      }),
      'from moves m where m.work_id = w.id and m.place_id = p.id order by m.number',
    ),
  }),
  `from asked a join works w on w.id = a.work_id where a.place_id = p.id and ${APPEARED} and w.asks = 'handIn'
   order by w.posted_at, w.id`,
)

const NOTICES = jsonArray(
  jsonObject({ id: 'v.id', by: nameOf('m.by_account'), html: 'm.html', at: 'v.appears_at' }),
  `from (select v.*, ${ROLE} as role from conversations v
      where v.space_id = c.id and v.kind = 'notice' and v.appears_at between $from and max($now, v.made_at)) v
   join messages m on m.id = v.id where v.role is not null order by v.appears_at`,
)

const DIGEST = `with ${SEATS} select ${jsonObject({
  className: 'c.name',
  teacherName: TEACHER_NAME,
  pupil: jsonObject({ placeId: 'p.id', name: 'p.name' }),
  markedAt: MARKED_AT,
  markWords: jsonNested(MARK_WORDS),
  works: WORKS,
  notices: NOTICES,
})} as json from places p join classes c on c.id = p.class_id where p.id = $placeId and p.class_id = $classId`

export type StoredDigest = {
  readonly className: string
  readonly teacherName: string
  readonly pupil: { placeId: PlaceId; name: string }
  readonly markedAt: Instant | null
  readonly markWords: readonly ScaleStep[]
  readonly works: readonly (DigestWork & { readonly moves: readonly RecordedMove[] })[]
  readonly notices: { id: ConversationId; by: string; html: string; at: Instant }[]
}

type Asked = {
  readonly classId: ClassId
  readonly placeId: PlaceId
  readonly viewer: AccountId
  readonly from: Instant
  readonly now: Instant
}

/** What a digest of one pupil in one class is made of, with the notices that the viewer reads. */
export const digestInputs = async (db: Database, asked: Asked): Promise<StoredDigest | undefined> => {
  const json = await db.json(DIGEST, asked)
  return json === undefined ? undefined : JSON.parse(json)
}

/** The children of a family in classes that families are let into and that are not archived. */
export const childrenOfFamily = (db: Database, accountId: AccountId) =>
  db.rows<{ classId: ClassId; placeId: PlaceId; language: string | null }>(
    `select p.class_id as classId, p.id as placeId, p.family_language as language from family_links f
     join places p on p.id = f.place_id and p.left_at is null
     join classes c on c.id = p.class_id and c.families = 1 and c.archived_at is null
     where f.account_id = $accountId order by p.name, c.made_at, p.id`,
    { accountId },
  )

/** Families with an address who want to be told of the week and are not in line for it yet. */
export const familiesToTell = (db: Database, day: string) =>
  db.rows<{ accountId: AccountId }>(
    `select a.id as accountId from accounts a where a.kind = 'family' and a.email is not null and a.ended_at is null
       and coalesce((select digest from mail_choices c where c.account_id = a.id), 1) = 1
       and exists (select 1 from family_links f join places p on p.id = f.place_id and p.left_at is null
         join classes k on k.id = p.class_id and k.families = 1 and k.archived_at is null where f.account_id = a.id)
       and not exists (select 1 from outgoing_mails o where o.account_id = a.id and o.kind = 'digest' and o.ref = $day)`,
    { day },
  )
