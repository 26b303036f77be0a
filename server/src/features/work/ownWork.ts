import type { OwnWorkPage } from '@oppen/contract'
import type { FileId, SheetId } from '@oppen/core/ids'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { type OwnPlace, ownWorkJson } from './queriesOfExport.js'

export { ownClasses } from './queriesOfExport.js'

/** All own work of one pupil in a class, to be read when the class is over for the pupil. */
export async function seeOwnWork(world: World, address: OwnPlace): Promise<OwnWorkPage> {
  const page = await readOwnWork(world, address)
  return {
    ...page,
    submissions: page.submissions.map(({ worksheet, handIns, files, ...submission }) => ({
      ...submission,
      worksheet: worksheet?.version ?? null,
      handIns: handIns.map(({ number, at, html }) => ({ number, at, html })),
      files: files.map(({ id, name }) => ({ id, name })),
    })),
  }
}

/** With where the files are stored, which is nothing for the wire. */
export async function readOwnWork(world: World, address: OwnPlace): Promise<OwnWork> {
  const json = await ownWorkJson(world.db, address)
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json)
}

/** Pages of a worksheet at a version. */
export type WorksheetAt = { readonly sheets: readonly SheetId[]; readonly version: number }
type Page = OwnWorkPage['submissions'][number]
export type OwnWorkSubmission = Omit<Page, 'files' | 'handIns' | 'worksheet'> & {
  readonly files: readonly { readonly id: FileId; readonly name: string; readonly hash: string }[]
  readonly handIns: readonly (Page['handIns'][number] & { readonly worksheet: WorksheetAt | null })[]
  readonly worksheet: WorksheetAt | null
}
export type OwnWork = Omit<OwnWorkPage, 'submissions'> & {
  readonly submissions: readonly OwnWorkSubmission[]
}
