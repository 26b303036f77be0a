import { kindOfFile } from '@oppen/contract'
import type { AnnotationFileId } from '@oppen/core/ids'
import { ANNOTATION_LIMITS, type Annotation, readAnnotation } from '@oppen/core/marking'
import { can, type Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { type WrittenJson, written } from '../../http/serve.js'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { sendStored } from '../fileStore/sending.js'
import { receive, type Upload } from '../fileStore/upload.js'
import { findSubmission, type SubmissionAddress } from '../submissions/moves.js'
import { tellDraft } from './drafts.js'
import { annotationFiles, annotations } from './models.js'
import { annotationFileOf, annotationFilesOf, annotationsJson, annotationsNow } from './queries.js'

/** So many recordings lie over one submission at most. */
const MOST_FILES = 40

const isTeacher = (viewer: Viewer, { classId, placeId }: SubmissionAddress): boolean =>
  can(viewer, 'submission.mark', { kind: 'place', classId, placeId })

/** What stands over a submission: for its pupil what was handed back, for teachers all of it. */
export const seeAnnotations = async (
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
): Promise<WrittenJson> => written(await annotationsJson(world.db, address, isTeacher(viewer, address)))

/**
 * Puts things over a submission and takes others off. Each goes by its id, so a change that is sent again changes nothing. Refuses
 * what `readAnnotation` does, and `annotations_many`.
 */
export async function saveAnnotations(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  change: { readonly put: readonly Annotation[]; readonly drop: readonly string[] },
): Promise<{ done: true }> {
  const put = change.put.map(item => take(readAnnotation(item), 'put'))
  const { workId, placeId } = address
  await world.db.write(async () => {
    await findSubmission(world, address)
    const ids = put.map(item => item.id)
    const { count, known } = await annotationsNow(world.db, address, ids)
    const come = [...new Map(put.map(item => [item.id, item])).values()].filter(item => !known.has(item.id))
    const most = ANNOTATION_LIMITS.items
    if (come.length && count + come.length > most) throw new Refused('annotations_many', { most })
    const at = world.clock.now()
    const model = world.db.model(annotations)
    if (come.length)
      await model.bulkCreate(
        come.map(item => ({
          ...{ workId, placeId, id: item.id, data: JSON.stringify(item), byAccount: viewer.accountId },
          ...{ at, removedAt: null, shownAt: null },
        })),
      )
    const key = { workId, placeId, id: [...change.drop] }
    if (change.drop.length) await model.update({ removedAt: at }, { where: { ...key, removedAt: null } })
    // what was taken off and is put again by undo stands again
    const again = ids.filter(id => known.has(id))
    if (again.length) await model.update({ removedAt: null }, { where: { ...key, id: again } })
    tellDraft(world, address)
    if (change.drop.length)
      world.db.afterCommit(() => void world.live.tell({ what: 'submission', ...address }))
  })
  return { done: true }
}

/** Takes a recording to be put over a submission. Refuses `annotation_file_kind` for anything else, and `files_many`. */
export async function addAnnotationFile(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  request: Request,
): Promise<{ id: AnnotationFileId }> {
  await findSubmission(world, address)
  const upload = await receive(world.files, request, address.placeId)
  if (kindOfFile(upload.type) !== 'audio') throw new Refused('annotation_file_kind', undefined, 'file')
  return saveAnnotationFile(world, viewer, address, upload)
}

/** Puts a stored recording beside a submission. Refuses `files_many`. */
export async function saveAnnotationFile(
  world: World,
  viewer: Viewer,
  { workId, placeId }: SubmissionAddress,
  { name, hash, type, size }: Upload,
): Promise<{ id: AnnotationFileId }> {
  const id = newId<AnnotationFileId>(world)
  await world.db.write(async () => {
    if ((await annotationFilesOf(world.db, { workId, placeId })) >= MOST_FILES)
      throw new Refused('files_many', { most: MOST_FILES })
    const at = world.clock.now()
    await world.db
      .model(annotationFiles)
      .create({ id, workId, placeId, hash, type, size, name, byAccount: viewer.accountId, at })
  })
  return { id }
}

/** Sends a recording to teachers, and to its pupil once it was handed back. */
export async function sendAnnotationFile(
  world: World,
  viewer: Viewer,
  { annotationFileId, ...address }: SubmissionAddress & { readonly annotationFileId: AnnotationFileId },
  response: Response,
): Promise<undefined> {
  const file = await annotationFileOf(world.db, address, annotationFileId)
  if (!file || (!file.shown && !isTeacher(viewer, address))) throw new Refused('not_found')
  return sendStored(world, file, response)
}
