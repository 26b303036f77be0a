import { FILE_LIMITS, type Material } from '@oppen/contract'
import type { MaterialId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { sendStored } from '../fileStore/sending.js'
import { receive, type Upload } from '../fileStore/upload.js'
import type { WorkAddress } from '../submissions/address.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { materials } from './models.js'
import { materialOf, materialsOf } from './queriesOfPosting.js'

/** Takes a file that comes with the directions. */
export async function addMaterial(world: World, address: WorkAddress, request: Request): Promise<Material> {
  await findWork(world, address)
  return saveMaterial(world, address, await receive(world.files, request))
}

/** Puts a stored file beside the directions. */
export async function saveMaterial(world: World, address: WorkAddress, upload: Upload): Promise<Material> {
  const { workId, classId } = address
  const { name, hash, type, size } = upload
  const id = newId<MaterialId>(world)
  await world.db.write(async () => {
    const here = await materialsOf(world.db, workId)
    if (here.length >= FILE_LIMITS.count) throw new Refused('files_many', { most: FILE_LIMITS.count })
    await world.db
      .model(materials)
      .create({ id, workId, kind: 'file', title: name, url: null, hash, type, size, position: here.length })
    notifyTopics(world, classId)
  })
  return { id, kind: 'file', title: name, url: null, type, size }
}

export type MaterialAddress = WorkAddress & { readonly materialId: MaterialId }

/** Takes a file off the directions. */
export async function removeMaterial(
  world: World,
  { materialId, ...address }: MaterialAddress,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    await findWork(world, address)
    const where = { id: materialId, workId: address.workId }
    if (!(await world.db.model(materials).destroy({ where }))) throw new Refused('not_found')
    notifyTopics(world, address.classId)
  })
  return { done: true }
}

/** Sends a file of the directions to its teachers, and to those of whom the work is asked once it is open. */
export async function sendMaterial(
  world: World,
  viewer: Viewer,
  address: MaterialAddress,
  response: Response,
): Promise<undefined> {
  const file = await materialOf(world.db, address, viewer.accountId, world.clock.now())
  if (!file) throw new Refused('not_found')
  return sendStored(world, { ...file, name: file.title }, response)
}
