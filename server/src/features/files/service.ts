import { pipeline } from 'node:stream/promises'
import { FILE_LIMITS, type PieceFile } from '@oppen/contract'
import type { FileId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { mayWrite } from '@oppen/core/work'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused, take } from '../../refusal.js'
import type { World } from '../../world.js'
import { findPiece, type PieceAddress, start } from '../work/moves.js'
import { files } from './models.js'
import { countOfPiece, type FileAddress, fileOfPiece } from './queries.js'
import { receive, type Upload } from './upload.js'

/** Takes a file onto a piece. Looks first whether the pupil may write, so that nothing is sent for nothing. */
export async function addFile(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  request: Request,
): Promise<PieceFile> {
  await writable(world, address)
  return keepFile(world, viewer, address, await receive(world.files, request))
}

/** Puts a stored file onto a piece. */
export function keepFile(
  world: World,
  viewer: Viewer,
  address: PieceAddress,
  upload: Upload,
): Promise<PieceFile> {
  const id = newId<FileId>(world)
  const { workId, placeId } = address
  return world.db.write(async () => {
    const { standing } = await writable(world, address)
    const addedAt = world.clock.now()
    await world.db
      .model(files)
      .create({ id, workId, placeId, ...upload, addedBy: viewer.accountId, addedAt, removedAt: null })
    if (standing.phase === 'untouched') await start(world, viewer, address)
    tellPiece(world, address)
    const { name, type, size } = upload
    return { id, name, type, size, addedAt }
  })
}

async function writable(world: World, address: PieceAddress) {
  const piece = await findPiece(world, address)
  take(mayWrite(piece.standing, piece.timing, world.clock.now()))
  const count = await countOfPiece(world.db, address)
  if ((count?.files ?? 0) >= FILE_LIMITS.count) throw new Refused('files_many', { most: FILE_LIMITS.count })
  return piece
}

/** Takes a file off the piece; what was handed in with it keeps it. */
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
    if (!(await fileOfPiece(world.db, address))) throw new Refused('not_found')
    const { standing, timing } = await findPiece(world, address)
    take(mayWrite(standing, timing, world.clock.now()))
    await world.db.model(files).update({ removedAt }, { where: { id: address.fileId } })
    tellPiece(world, address)
  })
  return { done: true }
}

function tellPiece(world: World, { classId, workId, placeId }: PieceAddress): void {
  world.db.afterCommit(() => void world.live.tell({ what: 'piece', classId, workId, placeId }))
}

/** Sends a file of a piece. */
export async function sendFile(world: World, address: FileAddress, response: Response): Promise<undefined> {
  const file = await fileOfPiece(world.db, address)
  if (!file) throw new Refused('not_found')
  return sendStored(world, file, response)
}

type StoredFile = {
  readonly hash: string
  readonly name: string
  readonly type: string
  readonly size: number
}

/** Sends a stored file so that no browser takes it for a page of ours. */
export async function sendStored(world: World, file: StoredFile, response: Response): Promise<undefined> {
  const shown = file.type.startsWith('image/') ? 'inline' : 'attachment'
  response.set({
    'content-type': file.type,
    'content-length': String(file.size),
    'content-disposition': `${shown}; filename*=UTF-8''${encodeURIComponent(file.name)}`,
    'content-security-policy': "default-src 'none'; sandbox",
    'x-content-type-options': 'nosniff',
    'cache-control': 'private, no-cache',
  })
  await pipeline(world.files.read(file.hash), response)
  return undefined
}
