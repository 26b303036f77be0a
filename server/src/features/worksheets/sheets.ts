import type { Sheet } from '@oppen/contract'
import type { SheetId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Language } from '@oppen/core/register'
import { draftTitle } from '@oppen/core/work'
import type { Response } from 'express'
import { sendBytes } from '../../http/download.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { languageOf } from '../accounts/service.js'
import { sendStored } from '../fileStore/sending.js'
import { tooMuch } from '../fileStore/store.js'
import { takeUpload } from '../files/service.js'
import type { SubmissionAddress } from '../submissions/moves.js'
import { titleOfSubmission } from '../submissions/works.js'
import { pagesOf } from './newSheets.js'
import { inkVersionOf, itemsAt, ownSheets, sheetOfSubmission, worksheetNow } from './queries.js'
import { addOwnSheets } from './service.js'

/** Makes pages of the own worksheet of a whole upload: a PDF, or a photo of paper. */
export async function addSheets(
  world: World,
  viewer: Viewer,
  address: SubmissionAddress,
  uploadId: string,
): Promise<{ sheets: Sheet[] }> {
  return takeUpload(world, address, uploadId, {
    prepare: upload => pagesOf(world, upload, address.placeId),
    keep: pages => addOwnSheets(world, viewer, address, pages),
  })
}

/** Sends the file of a page of a submission; to pupils once the submission is open. */
export async function sendSheet(
  world: World,
  { kind }: Viewer,
  { sheetId, ...address }: SubmissionAddress & { readonly sheetId: SheetId },
  response: Response,
): Promise<undefined> {
  const sheet = await sheetOfSubmission(world.db, address, { sheetId, kind, now: world.clock.now() })
  if (!sheet) throw new Refused('not_found')
  return sendStored(world, { ...sheet, size: 0 }, response)
}

/** Sends a worksheet as a PDF with everything on it, as it stood at a version; 0 for as it is now. */
export async function sendWorksheet(
  world: World,
  viewer: Viewer,
  { number, ...address }: SubmissionAddress & { readonly number: string },
  response: Response,
): Promise<undefined> {
  const named = await titleOfSubmission(world, address)
  const now = await worksheetNow(world.db, address)
  const kept = now && (await inkVersionOf(world.db, address, Number(number) || now.version))
  if (!kept) throw new Refused('not_found')
  const title = draftTitle(named.title, named.pupil)
  const bytes = await worksheetBytes(world, address, {
    sheets: JSON.parse(kept.sheets),
    version: kept.version,
    title,
    language: await languageOf(world, viewer.accountId),
  })
  return sendBytes(response, bytes, 'application/pdf', `${title}.pdf`)
}

type Which = {
  readonly sheets: readonly SheetId[]
  readonly version: number
  readonly title: string
  /** Of whoever reads it. */
  readonly language: Language
}

/** A worksheet as it stood at a version, as a PDF. */
export async function worksheetBytes(
  world: World,
  { workId, placeId }: Omit<SubmissionAddress, 'classId'>,
  { sheets, version, title, language }: Which,
): Promise<Uint8Array> {
  const rows = await ownSheets(world.db, workId, placeId, sheets)
  const items = await itemsAt(world.db, { workId, placeId }, version)
  const pages = await Promise.all(
    rows.map(async ({ id, hash, type, page, width, height, name }) => {
      const path = (await world.files.has(hash)) ? world.files.pathOf(hash) : null
      return { id, type, page, width, height, name, path }
    }),
  )
  return world.workers.documents.run('worksheet', { title, pages, items, language }, placeId).catch(error => {
    throw tooMuch(error, title)
  })
}
