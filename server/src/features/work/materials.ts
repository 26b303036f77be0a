import { FILE_LIMITS, type Material } from '@oppen/contract'
import type { MaterialId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { newId } from '../../ids.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { inMib } from '../fileStore/mib.js'
import { sendStored } from '../fileStore/sending.js'
import { receive, tidyFileName, type Upload } from '../fileStore/upload.js'
import { forgetUpload, reserveRoom, takeOnce } from '../files/service.js'
import type { WorkAddress } from '../submissions/address.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { materials } from './models.js'
import { materialOf, materialsOf, roomOfClass } from './queriesOfPosting.js'

/** Takes a file that comes with the directions. */
export async function addMaterial(world: World, address: WorkAddress, request: Request): Promise<Material> {
  await findWork(world, address)
  return saveMaterial(world, address, await receive(world.files, request))
}

const ownerOf = ({ workId }: WorkAddress): string => `materials ${workId}`

/**
 * Answers a request of the upload protocol for a file beside the directions, which may be as large as a lesson is long. Refuses
 * `room_class` where the class has no room for it; what was begun takes its room from then on.
 */
export async function uploadMaterial(
  world: World,
  address: WorkAddress & { readonly uploadId?: string },
  request: Request,
  response: Response,
): Promise<undefined> {
  const owner = ownerOf(address)
  await findWork(world, address)
  if (address.uploadId) await world.uploads.find(address.uploadId, owner)
  return world.uploads.answer(request, response, {
    path: address.uploadId ? request.path.replace(/\/[^/]+$/, '') : request.path,
    owner,
    newId: () => newId(world),
    most: FILE_LIMITS.lesson,
    admit: (id, size) =>
      reserveRoom(world, { id, owner, size, classId: address.classId, placeId: null }, () =>
        hasRoom(world, address, size, id),
      ),
    dropped: id => world.db.write(() => forgetUpload(world, id)),
  })
}

async function hasRoom(
  world: World,
  { classId }: WorkAddress,
  size: number,
  uploadId: string,
): Promise<void> {
  const most = world.limits.class
  const left = most - (await roomOfClass(world.db, classId, uploadId))
  if (size > left) throw new Refused('room_class', { most: inMib(most), left: inMib(left) })
}

/** Takes a whole upload beside the directions, once however often it is asked. Refuses what the store does. */
export const takeMaterial = (world: World, address: WorkAddress, uploadId: string): Promise<Material> =>
  takeOnce(world, uploadId, {
    owner: ownerOf(address),
    store: async () => {
      const { path, name, declared, size } = await world.uploads.received(uploadId, ownerOf(address))
      await findWork(world, address)
      await hasRoom(world, address, size, uploadId)
      const tidy = tidyFileName(name)
      const owner = ownerOf(address)
      const coming = { name: tidy, declared, size, owner, mostOfVideo: FILE_LIMITS.lesson }
      return { ...(await world.files.admit(path, coming)), name: tidy }
    },
    prepare: async file => file,
    keep: file => putMaterial(world, address, file),
  })

/** Puts a stored file beside the directions. */
export async function saveMaterial(world: World, address: WorkAddress, upload: Upload): Promise<Material> {
  return world.db.write(() => putMaterial(world, address, upload))
}

/** The same inside a command. */
async function putMaterial(
  world: World,
  { workId, classId }: WorkAddress,
  upload: Upload,
): Promise<Material> {
  const { name, hash, type, size } = upload
  const id = newId<MaterialId>(world)
  const here = await materialsOf(world.db, workId)
  if (here.length >= FILE_LIMITS.count) throw new Refused('files_many', { most: FILE_LIMITS.count })
  await world.db
    .model(materials)
    .create({ id, workId, kind: 'file', title: name, url: null, hash, type, size, position: here.length })
  notifyTopics(world, classId)
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
