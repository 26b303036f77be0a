import { FILE_LIMITS, type Sheet } from '@oppen/contract'
import type { ClassId, SheetId, WorkId } from '@oppen/core/ids'
import type { Request, Response } from 'express'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { sendStored } from '../fileStore/sending.js'
import { receive } from '../fileStore/upload.js'
import { notifyTopics } from '../submissions/notify.js'
import { findWork } from '../submissions/works.js'
import { sheets } from './models.js'
import { type NewSheet, pagesOf } from './newSheets.js'
import { givenSheets, sheetGiven } from './queries.js'
import { listed, makeSheets } from './service.js'

type WorkAddress = { readonly classId: ClassId; readonly workId: WorkId }
type SheetAddress = WorkAddress & { readonly sheetId: SheetId }

/** The pages that are given out with a work. */
export async function seeGivenSheets(world: World, address: WorkAddress): Promise<{ sheets: Sheet[] }> {
  await findWork(world, address)
  const ids = (await givenSheets(world.db, address.workId)).map(one => one.id)
  return listed(world, address.workId, ids)
}

/** Takes a PDF or a picture as pages that are given out. They reach those who have not begun. */
export async function giveSheets(world: World, address: WorkAddress, request: Request) {
  await findWork(world, address)
  const upload = await receive(world.files, request, address.workId)
  return keepGiven(world, address, await pagesOf(world, upload, address.workId))
}

/** Puts pages behind those that are given out. Refuses `sheets_many`. */
export async function keepGiven(
  world: World,
  { classId, workId }: WorkAddress,
  pages: readonly NewSheet[],
): Promise<{ sheets: Sheet[] }> {
  return world.db.write(async () => {
    const here = (await givenSheets(world.db, workId)).length
    if (here + pages.length > FILE_LIMITS.sheets)
      throw new Refused('sheets_many', { most: FILE_LIMITS.sheets })
    const ids = await makeSheets(world, workId, null, pages)
    notifyTopics(world, classId)
    return listed(world, workId, ids)
  })
}

/** Takes a page off what is given out; who has begun keeps it. */
export async function removeGivenSheet(
  world: World,
  { sheetId, ...address }: SheetAddress,
): Promise<{ done: true }> {
  await world.db.write(async () => {
    await findWork(world, address)
    if (!(await sheetGiven(world.db, address, sheetId))) throw new Refused('not_found')
    await world.db.model(sheets).update({ removedAt: world.clock.now() }, { where: { id: sheetId } })
    notifyTopics(world, address.classId)
  })
  return { done: true }
}

/** Sends the file of a page that is given out. */
export async function sendGivenSheet(
  world: World,
  { sheetId, ...address }: SheetAddress,
  response: Response,
): Promise<undefined> {
  const sheet = await sheetGiven(world.db, address, sheetId)
  if (!sheet) throw new Refused('not_found')
  return sendStored(world, { ...sheet, size: 0 }, response)
}
