import { type ErrorCode, FILE_LIMITS, type FileSpace, type SubmissionFile } from '@oppen/contract'
import type { ClassId, FileId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { mayWriteOn } from '@oppen/core/work'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { inMib } from '../fileStore/mib.js'
import { sendStored } from '../fileStore/sending.js'
import { tooMuch } from '../fileStore/store.js'
import { tidyFileName, type Upload } from '../fileStore/upload.js'
import { findSubmission, type SubmissionAddress, start } from '../submissions/moves.js'
import { files, takenUploads, type UploadRow, uploads } from './models.js'
import {
  countOfSubmission,
  type FileAddress,
  fileOfSubmission,
  roomOf,
  roomOfPupils,
  takenUpload,
} from './queries.js'

export { filesOf } from './queries.js'

const ownerOf = ({ workId, placeId }: SubmissionAddress): string => `submission ${workId} ${placeId}`

/**
 * Answers a request of the upload protocol for a submission: to begin, to send a part, to ask how much has come, to give
 * up. Looks first whether the pupil may write and has room, so that nothing is sent for nothing; what was begun takes
 * its room from then on.
 */
export async function upload(
  world: World,
  address: SubmissionAddress & { readonly uploadId?: string },
  request: Request,
  response: Response,
): Promise<undefined> {
  const { classId, placeId } = address
  const owner = ownerOf(address)
  if (address.uploadId) await world.uploads.find(address.uploadId, owner)
  else await writable(world, address)
  const path = address.uploadId ? request.path.replace(/\/[^/]+$/, '') : request.path
  return world.uploads.answer(request, response, {
    path,
    owner,
    newId: () => newId(world),
    most: FILE_LIMITS.largest,
    admit: (id, size) =>
      reserveRoom(world, { id, owner, size, classId, placeId }, () => hasRoom(world, address, size, id)),
    dropped: id => world.db.write(() => forgetUpload(world, id)),
  })
}

type Begun = Pick<UploadRow, 'id' | 'owner' | 'size' | 'classId' | 'placeId'>

/** Takes the room of an upload that is begun, where there is room; `hasRoom` refuses where there is none. */
export const reserveRoom = (world: World, begun: Begun, hasRoom: () => Promise<void>): Promise<void> =>
  world.db.write(async () => {
    await hasRoom()
    await world.db.model(uploads).create({ ...begun, at: world.clock.now() })
  })

/** Gives the room of an upload back that is dropped or taken; inside of a command. */
export const forgetUpload = (world: World, id: string) =>
  world.db.run('delete from uploads where id = $id', { id })

/** Refusals of a file for what it is: its bytes are good for nothing more. After any other it may yet be taken. */
const GOOD_FOR_NOTHING: readonly ErrorCode[] = [
  'file_empty',
  'file_large',
  'file_type',
  'file_picture',
  'file_too_much',
  'pdf_broken',
  'pdf_locked',
  'pdf_pages',
]

type Taking<P, T> = {
  /** Whose upload it is, as it was begun. */
  readonly owner: string
  /** Takes the whole upload into the store; outside of any command. */
  readonly store: () => Promise<Upload>
  /** Makes of the stored file what is to be kept; outside of any command. */
  readonly prepare: (upload: Upload) => Promise<P>
  /** Keeps it; inside of a command. */
  readonly keep: (prepared: P) => Promise<T>
}

/**
 * Takes a whole upload, exactly once: whoever asks again, because the answer did not come, or asks twice at
 * once, gets the same answer. The bytes stay until what names them is on the disk, so that a cut loses nothing.
 */
export async function takeOnce<P, T>(
  world: World,
  uploadId: string,
  { owner, store, prepare, keep }: Taking<P, T>,
): Promise<T> {
  return world.uploads.oneByOne(uploadId, async () => {
    const taken = await takenUpload(world.db, uploadId, owner)
    if (taken !== undefined) return JSON.parse(taken) as T
    const reply = await refusing(world, uploadId, async () => {
      const prepared = await prepare(await store())
      return world.db.write(async () => {
        const kept = await keep(prepared)
        await world.db
          .model(takenUploads)
          .create({ id: uploadId, owner, reply: JSON.stringify(kept), at: world.clock.now() })
        await forgetUpload(world, uploadId)
        return kept
      })
    })
    await world.uploads.drop(uploadId)
    return reply
  })
}

/** Takes a whole upload for a submission, as `takeOnce` does. */
export const takeUpload = <P, T>(
  world: World,
  address: SubmissionAddress,
  uploadId: string,
  taking: Pick<Taking<P, T>, 'prepare' | 'keep'>,
): Promise<T> =>
  takeOnce(world, uploadId, {
    ...taking,
    owner: ownerOf(address),
    store: () => storeUpload(world, address, uploadId),
  })

/** Lets go of the bytes of an upload that is refused for what it is. */
async function refusing<T>(world: World, uploadId: string, act: () => Promise<T>): Promise<T> {
  try {
    return await act()
  } catch (error) {
    if (error instanceof Refused && GOOD_FOR_NOTHING.includes(error.code)) {
      await world.db.write(() => forgetUpload(world, uploadId))
      await world.uploads.drop(uploadId)
    }
    throw error
  }
}

async function storeUpload(world: World, address: SubmissionAddress, uploadId: string): Promise<Upload> {
  const owner = ownerOf(address)
  const { path, name, declared, size } = await world.uploads.received(uploadId, owner)
  await writable(world, address)
  await hasRoom(world, address, size, uploadId)
  const tidy = tidyFileName(name)
  return { ...(await world.files.admit(path, { name: tidy, declared, size, owner })), name: tidy }
}

/**
 * Takes a whole upload onto a submission, as a file of the same name. Refuses what the store does, and what there is no room
 * for.
 */
export const addFile = (
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  uploadId: string,
): Promise<SubmissionFile> =>
  takeUpload(world, address, uploadId, {
    prepare: async upload => upload,
    keep: upload => keepFile(world, viewer, address, upload, { id: uploadId as FileId }),
  })

/** Refuses `room_pupil` and `room_class` where so many more bytes would be too many; an upload counts but once. */
async function hasRoom(
  world: World,
  { classId, placeId }: SubmissionAddress,
  size: number,
  uploadId: string,
): Promise<void> {
  const used = await roomOf(world.db, classId, placeId, uploadId)
  const say = (most: number, of: number) => ({ most: inMib(most), left: inMib(most - of) })
  const { limits } = world
  if (used.pupil + size > limits.pupil) throw new Refused('room_pupil', say(limits.pupil, used.pupil))
  if (used.class + size > limits.class) throw new Refused('room_class', say(limits.class, used.class))
}

/** How much room the files of each pupil of a class take. */
export async function seeFileSpace(world: World, classId: ClassId): Promise<FileSpace> {
  return {
    most: world.limits.class,
    mostOfPupil: world.limits.pupil,
    pupils: await roomOfPupils(world.db, classId),
  }
}

/** Turns a picture of a submission a quarter to the right. What was handed in with it keeps it as it was. */
export async function turnPicture(
  world: World,
  viewer: Viewer,
  address: FileAddress,
): Promise<SubmissionFile> {
  const file = await fileOfSubmission(world.db, address)
  if (!file || file.removedAt !== null) throw new Refused('not_found')
  if (!file.type.startsWith('image/')) throw new Refused('picture_only', { name: file.name })
  const turned = await world.workers.files
    .run('turn', world.files.pathOf(file.hash), address.placeId)
    .catch(error => {
      throw tooMuch(error, file.name)
    })
  const hash = await world.files.keepBytes(turned)
  return world.db.write(async () => {
    await setRemoved(world, address, world.clock.now())
    const { name, type, addedAt } = file
    return keepFile(world, viewer, address, { name, type, hash, size: turned.length }, { addedAt })
  })
}

/** Puts a stored file onto a submission. */
export function keepFile(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  upload: Upload,
  { id = newId<FileId>(world), addedAt = world.clock.now() } = {},
): Promise<SubmissionFile> {
  const { workId, placeId } = address
  return world.db.write(async () => {
    const { status } = await writable(world, address)
    await world.db
      .model(files)
      .create({ id, workId, placeId, ...upload, addedBy: viewer.accountId, addedAt, removedAt: null })
    if (status.phase === 'untouched') await start(world, viewer, address)
    tellSubmission(world, address)
    const { name, type, size } = upload
    return { id, name, type, size, addedAt }
  })
}

async function writable(world: World, address: SubmissionAddress) {
  const submission = await findSubmission(world, address)
  take(mayWriteOn(submission, 'files', world.clock.now()))
  const count = await countOfSubmission(world.db, address)
  if ((count?.files ?? 0) >= FILE_LIMITS.count) throw new Refused('files_many', { most: FILE_LIMITS.count })
  return submission
}

/** Takes a file off the submission; what was handed in with it keeps it. */
export const removeFile = (world: World, address: FileAddress) =>
  setRemoved(world, address, world.clock.now())

/** Puts a removed file back. */
export const restoreFile = (world: World, address: FileAddress) => setRemoved(world, address, null)

async function setRemoved(
  world: World,
  address: FileAddress,
  removedAt: number | null,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    if (!(await fileOfSubmission(world.db, address))) throw new Refused('not_found')
    take(mayWriteOn(await findSubmission(world, address), 'files', world.clock.now()))
    await world.db.model(files).update({ removedAt }, { where: { id: address.fileId } })
    tellSubmission(world, address)
  })
  return { done: true }
}

function tellSubmission(world: World, { classId, workId, placeId }: SubmissionAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'submission', classId, workId, placeId }))
}

/** Sends a file of a submission. */
export async function sendFile(world: World, address: FileAddress, response: Response): Promise<undefined> {
  const file = await fileOfSubmission(world.db, address)
  if (!file) throw new Refused('not_found')
  return sendStored(world, file, response)
}
