import type { FileId } from '@oppen/core/ids'
import type { Database } from '../../db/index.js'
import type { PieceAddress } from '../work/moves.js'

export type FileAddress = PieceAddress & { readonly fileId: FileId }

/** A file of exactly this piece of exactly this class. */
export const fileOfPiece = (db: Database, { classId, workId, placeId, fileId }: FileAddress) =>
  db.row<{ hash: string; name: string; type: string; size: number; removedAt: number | null }>(
    `select f.hash, f.name, f.type, f.size, f.removed_at as removedAt
     from files f join works w on w.id = f.work_id and w.class_id = $classId
     where f.id = $fileId and f.work_id = $workId and f.place_id = $placeId`,
    { classId, workId, placeId, fileId },
  )

export const countOfPiece = (db: Database, { workId, placeId }: PieceAddress) =>
  db.row<{ files: number }>(
    'select count(*) as files from files where work_id = $workId and place_id = $placeId and removed_at is null',
    { workId, placeId },
  )
