import type { ClassId, Instant, ViewingId, WorkId } from '@oppen/core/ids'
import { type Database, jsonArray, jsonNested, jsonObject } from '../../../db/index.js'
import type { SubmissionAddress } from '../../submissions/address.js'
import { FROM_WORK, fromAsked, PUPIL, WORK_HEAD } from '../../submissions/fragments.js'

/** The stops that a place passed in a work; both named by a row. */
const passedOf = (work: string, place: string) =>
  jsonArray(
    jsonObject({ stopId: 's.stop_id', wayId: 's.way_id' }),
    `from video_passed s where s.work_id = ${work} and s.place_id = ${place} order by s.at, s.stop_id`,
  )

/** How far one pupil is with a video, as JSON. */
export const videoJson = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.json(
    `select ${jsonObject({
      position: 'coalesce(max(v.position), 0)',
      watched: jsonNested("coalesce(max(v.watched), '[]')"),
      passed: passedOf('$workId', '$placeId'),
    })} as json from video_watched v where v.work_id = $workId and v.place_id = $placeId`,
    { workId, placeId },
  )

type Watched = {
  readonly watched: string
  readonly stopped: string
  readonly back: string
  readonly position: number
  readonly passed: string
}

/** What is known of one pupil’s watching, its lists as JSON. */
export const watchedOf = async (db: Database, { workId, placeId }: SubmissionAddress): Promise<Watched> => {
  const row = await db.row<Watched>(
    `select coalesce(max(watched), '[]') as watched, coalesce(max(stopped), '[]') as stopped,
       coalesce(max(back), '[]') as back, coalesce(max(position), 0) as position,
       ${passedOf('$workId', '$placeId')} as passed
     from video_watched where work_id = $workId and place_id = $placeId`,
    { workId, placeId },
  )
  return row as Watched
}

/** The number of the last batch of a viewing, and when another one played last. */
export const viewingsOf = (db: Database, { workId, placeId }: SubmissionAddress, viewingId: ViewingId) =>
  db.row<{ number: number | null; other: Instant | null }>(
    `select max(iif(id = $viewingId, number, null)) as number, max(iif(id <> $viewingId, at, null)) as other
     from video_viewings where work_id = $workId and place_id = $placeId`,
    { workId, placeId, viewingId },
  )

/** Forgets all but so many of the viewings of one pupil, the oldest first. */
export const forgetViewings = (db: Database, { workId, placeId }: SubmissionAddress, most: number) =>
  db.run(
    `delete from video_viewings where work_id = $workId and place_id = $placeId and id not in (
       select id from video_viewings where work_id = $workId and place_id = $placeId order by at desc limit $most)`,
    { workId, placeId, most },
  )

/** How a class has watched a video, as JSON. */
export const watchingJson = (db: Database, classId: ClassId, workId: WorkId) =>
  db.json(
    `select ${jsonObject({
      ...WORK_HEAD,
      pupils: jsonArray(
        jsonObject({
          ...PUPIL,
          watched: jsonNested("coalesce(v.watched, '[]')"),
          stopped: jsonNested("coalesce(v.stopped, '[]')"),
          back: jsonNested("coalesce(v.back, '[]')"),
          position: 'coalesce(v.position, 0)',
          at: 'v.at',
          passed: passedOf('w.id', 'p.id'),
          answers: jsonArray(
            jsonObject({ questionId: 'n.question_id', share: 'n.share' }),
            `from quiz_answers n where n.work_id = w.id and n.place_id = p.id
               and n.attempt = (select max(number) from quiz_attempts t where t.work_id = w.id and t.place_id = p.id)`,
          ),
        }),
        fromAsked('left join video_watched v on v.work_id = w.id and v.place_id = p.id'),
      ),
    })} as json ${FROM_WORK} and w.kind = 'video'`,
    { classId, workId },
  )
