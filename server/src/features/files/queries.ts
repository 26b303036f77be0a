import type { ClassId, FileId, PlaceId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'
import type { SubmissionAddress } from '../submissions/moves.js'

export type FileAddress = SubmissionAddress & { readonly fileId: FileId }

/** A file of exactly this submission of exactly this class. */
export const fileOfSubmission = (db: Database, { classId, workId, placeId, fileId }: FileAddress) =>
  db.row<{
    hash: string
    name: string
    type: string
    size: number
    removedAt: number | null
    addedAt: number
  }>(
    `select f.hash, f.name, f.type, f.size, f.removed_at as removedAt, f.added_at as addedAt
     from files f join works w on w.id = f.work_id and w.class_id = $classId
     where f.id = $fileId and f.work_id = $workId and f.place_id = $placeId`,
    { classId, workId, placeId, fileId },
  )

export const countOfSubmission = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.row<{ files: number }>(
    'select count(*) as files from files where work_id = $workId and place_id = $placeId and removed_at is null',
    { workId, placeId },
  )

/** Files `f` that take room: those on submissions, and those that were handed in. */
const KEPT = `(f.removed_at is null or exists (select 1 from hand_in_files x where x.file_id = f.id))`

/** Bytes of the files of one pupil in a class, and of all pupils of it; with those on their way, but for one upload. */
export const roomOf = async (db: Database, classId: ClassId, placeId: PlaceId, but: string) =>
  (await db.row<{ pupil: number; class: number }>(
    `select coalesce(sum(iif(place_id = $placeId, size, 0)), 0) as pupil, coalesce(sum(size), 0) as class from (
       select f.place_id, f.size from places p join files f on f.place_id = p.id and ${KEPT}
         where p.class_id = $classId
       union all select place_id, size from uploads
         where class_id = $classId and place_id is not null and id <> $but)`,
    { classId, placeId, but },
  )) ?? { pupil: 0, class: 0 }

/** What an upload of this owner has become, as JSON. */
export const takenUpload = (db: Database, id: string, owner: string) =>
  db.json('select reply as json from taken_uploads where id = $id and owner = $owner', { id, owner })

/** How much room each pupil of a class takes, the most first. */
export const roomOfPupils = (db: Database, classId: ClassId) =>
  db.rows<{ placeId: PlaceId; name: string; files: number; used: number }>(
    `select p.id as placeId, p.name, count(f.id) as files, coalesce(sum(f.size), 0) as used
     from places p left join files f on f.place_id = p.id and ${KEPT}
     where p.class_id = $classId and (p.left_at is null or f.id is not null)
     group by p.id order by used desc, p.name`,
    { classId },
  )

export const filesOf = (db: Database, { workId, placeId }: SubmissionAddress) =>
  db.rows<{ id: FileId; name: string }>(
    'select id, name from files where work_id = $workId and place_id = $placeId and removed_at is null',
    { workId, placeId },
  )
