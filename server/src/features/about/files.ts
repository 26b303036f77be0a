import type { ClassFile } from '@oppen/contract'
import type { ClassFileId, ClassId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { sendStored } from '../fileStore/sending.js'
import { receive, type Upload } from '../fileStore/upload.js'
import { classFiles } from './models.js'
import { notifyAbout } from './notify.js'
import { fileOf } from './queries.js'

type Done = { done: true }
export type ClassFileAddress = { readonly classId: ClassId; readonly classFileId: ClassFileId }

/** Takes a file for everybody in the class. */
export async function addClassFile(world: World, viewer: Viewer, classId: ClassId, request: Request) {
  return saveClassFile(world, viewer, classId, await receive(world.files, request))
}

/** Puts a stored file among those of the class. */
export async function saveClassFile(
  world: World,
  viewer: Viewer,
  classId: ClassId,
  upload: Upload,
): Promise<ClassFile> {
  const id = newId<ClassFileId>(world)
  const at = world.clock.now()
  await world.db.write(async () => {
    await world.db
      .model(classFiles)
      .create({ id, classId, byAccount: viewer.accountId, ...upload, at, removedAt: null })
    notifyAbout(world, classId)
  })
  const by = await world.db.row<{ name: string }>('select shown_name as name from accounts where id = $id', {
    id: viewer.accountId,
  })
  const { name, type, size } = upload
  return { id, name, type, size, by: by?.name ?? '', at }
}

/** Takes a file away, until it is put back; pictures that pages show of it go with it. */
export const removeClassFile = (world: World, address: ClassFileAddress) =>
  setRemoved(world, address, world.clock.now())

export const restoreClassFile = (world: World, address: ClassFileAddress) => setRemoved(world, address, null)

async function setRemoved(
  world: World,
  { classId, classFileId }: ClassFileAddress,
  removedAt: number | null,
): Promise<Done> {
  await world.db.write(async () => {
    if (!(await fileOf(world.db, classId, classFileId))) throw new Refused('not_found')
    await world.db.model(classFiles).update({ removedAt }, { where: { id: classFileId } })
    notifyAbout(world, classId)
  })
  return { done: true }
}

/** Sends a file of the class to whoever belongs to it. */
export async function sendClassFile(
  world: World,
  { classId, classFileId }: ClassFileAddress,
  response: Response,
): Promise<undefined> {
  const file = await fileOf(world.db, classId, classFileId)
  if (!file || file.removedAt !== null) throw new Refused('not_found')
  return sendStored(world, file, response)
}
