import type { AccountId, ClassId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Request, Response } from 'express'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { audit } from '../auditLog/service.js'
import { clearPicture, receivePicture, sendPicture } from '../fileStore/pictures.js'
import { places } from './models.js'
import { findPlace, findPlaceHere, type PlaceAddress } from './places.js'
import { faceOfPlace, familiesOfOne, registerRows } from './queries.js'
import { notifyRegister, unlinkFamily } from './ties.js'

/** Takes a picture of somebody on the register, for the sign-in screen of shared tablets. */
export async function changeFace(
  world: World,
  address: PlaceAddress,
  request: Request,
): Promise<{ done: true }> {
  await findPlaceHere(world, address)
  const picture = await receivePicture(world, request)
  await world.db.write(async () => {
    await world.db.model(places).update({ picture }, { where: { id: address.placeId } })
    notifyRegister(world, address.classId)
  })
  return { done: true }
}

export async function removeFace(world: World, address: PlaceAddress): Promise<{ done: true }> {
  await world.db.write(async () => {
    const place = await findPlaceHere(world, address)
    await clearPicture(world, places, place.id)
    notifyRegister(world, address.classId)
  })
  return { done: true }
}

export async function sendFace(
  world: World,
  { classId, placeId }: PlaceAddress,
  response: Response,
): Promise<undefined> {
  const found = await faceOfPlace(world.db, classId, placeId)
  if (!found?.picture) throw new Refused('not_found')
  return sendPicture(world, found.picture, response)
}

/** Ends what ties one family member to one child in this class. */
export async function endFamilyLink(
  world: World,
  viewer: Viewer,
  { classId, placeId, accountId }: PlaceAddress & { accountId: AccountId },
): Promise<{ done: true }> {
  await world.db.write(async () => {
    const place = await findPlace(world, { classId, placeId })
    const family = (await familiesOfOne(world.db, placeId)).find(one => one.accountId === accountId)
    if (!family) throw new Refused('not_found')
    await unlinkFamily(world, { classId, placeId, accountId })
    await audit(world, 'family_ended', {
      classId,
      by: viewer.accountId,
      name: `${family.name} (${place.name})`,
    })
  })
  return { done: true }
}

/** The register as a table, with the headings that Oppen reads back. */
export async function registerTable(world: World, classId: ClassId): Promise<string[][]> {
  const rows = await registerRows(world.db, classId)
  const headings = ['Number', 'Name', 'Group', 'E-mail', 'User name', 'Family', 'Family language']
  return [
    headings,
    ...rows.map(row =>
      [row.number, row.name, row.groupName, row.email, row.userName, row.families, row.familyLanguage].map(
        cell => cell ?? '',
      ),
    ),
  ]
}
