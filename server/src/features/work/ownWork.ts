import type { OwnWorkPage } from '@oppen/contract'
import type { FileId, SheetId } from '@oppen/core/ids'
import { copyTitle } from '@oppen/core/work'
import type { Response } from 'express'
import { ZipFile } from 'yazl'
import { escapeHtml } from '../../html.js'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import { worksheetBytes } from '../worksheets/sheets.js'
import { type OwnPlace, ownWorkJson } from './queries.js'

/** All own work of one pupil in a class, to be read when the class is over for the pupil. */
export async function seeOwnWork(world: World, address: OwnPlace): Promise<OwnWorkPage> {
  const page = await ownWork(world, address)
  return {
    ...page,
    pieces: page.pieces.map(({ worksheet, handIns, files, ...piece }) => ({
      ...piece,
      worksheet: worksheet?.version ?? null,
      handIns: handIns.map(({ number, at, html }) => ({ number, at, html })),
      files: files.map(({ id, name }) => ({ id, name })),
    })),
  }
}

/** With where the files are stored, which is nothing for the wire. */
async function ownWork(world: World, address: OwnPlace): Promise<OwnWork> {
  const json = await ownWorkJson(world.db, address)
  if (json === undefined) throw new Refused('not_found')
  return JSON.parse(json)
}

/** Pages of a worksheet at a version. */
type WorksheetAt = { readonly sheets: readonly SheetId[]; readonly version: number }
type Page = OwnWorkPage['pieces'][number]
type Piece = Omit<Page, 'files' | 'handIns' | 'worksheet'> & {
  readonly files: readonly { readonly id: FileId; readonly name: string; readonly hash: string }[]
  readonly handIns: readonly (Page['handIns'][number] & { readonly worksheet: WorksheetAt | null })[]
  readonly worksheet: WorksheetAt | null
}
type OwnWork = Omit<OwnWorkPage, 'pieces'> & { readonly pieces: readonly Piece[] }

/**
 * The same as a zip: a folder for each piece with the copy and each hand-in as a page that any browser shows, the
 * files as they are, and one page in front that lists them with states and marks.
 */
export async function sendOwnWork(world: World, address: OwnPlace, response: Response): Promise<undefined> {
  const page = await ownWork(world, address)
  const zip = new ZipFile()
  zip.addBuffer(Buffer.from(frontPage(page)), 'index.html')
  for (const [index, piece] of page.pieces.entries()) await addPiece(world, zip, page, { piece, index })
  const name = `${page.pupil.name}, ${page.className}.zip`
  response.set({
    'content-type': 'application/zip',
    'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
  })
  zip.end()
  await new Promise<void>((resolve, reject) => {
    zip.outputStream.pipe(response)
    response.once('close', resolve)
    zip.outputStream.once('error', reject)
  })
  return undefined
}

async function addPiece(
  world: World,
  zip: ZipFile,
  page: OwnWork,
  { piece, index }: { piece: Piece; index: number },
): Promise<void> {
  const folder = folderOf(piece, index)
  const title = copyTitle(piece.title, page.pupil.name)
  if (piece.copy !== null)
    zip.addBuffer(Buffer.from(whole(title, withFiles(piece, piece.copy))), `${folder}/own copy.html`)
  for (const handIn of piece.handIns) {
    zip.addBuffer(
      Buffer.from(whole(title, withFiles(piece, handIn.html))),
      `${folder}/hand-in ${handIn.number}.html`,
    )
  }
  const address = { workId: piece.workId, placeId: page.pupil.placeId }
  const addWorksheet = async (at: WorksheetAt | null, name: string) => {
    if (at)
      zip.addBuffer(Buffer.from(await worksheetBytes(world, address, { ...at, title })), `${folder}/${name}`)
  }
  await addWorksheet(piece.worksheet, 'worksheet.pdf')
  for (const { number, worksheet } of piece.handIns)
    await addWorksheet(worksheet, `hand-in ${number} worksheet.pdf`)
  if (piece.feedback) zip.addBuffer(Buffer.from(piece.feedback), `${folder}/feedback.txt`)
  for (const [at, file] of piece.files.entries()) {
    zip.addFile(world.files.pathOf(file.hash), `${folder}/${nameOf(file.name, at)}`)
  }
}

/** A page whose pictures are the files beside it. */
const withFiles = ({ files }: Piece, html: string): string =>
  files.reduce(
    (text, file, at) =>
      text.replace(
        new RegExp(`src="/api/[^"]*/files/${file.id}"`, 'g'),
        `src="${encodeURIComponent(nameOf(file.name, at))}"`,
      ),
    html,
  )

const nameOf = (name: string, at: number): string => `${at + 1} ${plain(name)}`

/** A name that every system takes for a file or folder. */
const plain = (name: string): string => name.replace(/[\\/:*?"<>|\p{Cc}]/gu, '_').slice(0, 80)

const folderOf = (piece: Piece, index: number): string =>
  `${String(index + 1).padStart(2, '0')} ${plain(piece.title)}`.trim()

const whole = (title: string, html: string): string =>
  `<!doctype html><html lang="en"><meta charset="utf-8"><title>${escapeHtml(title)}</title><h1>${escapeHtml(title)}</h1>${html}</html>\n`

function linked(piece: Piece, index: number): string {
  const title = escapeHtml(piece.title)
  if (piece.copy === null) return title
  return `<a href="${encodeURIComponent(folderOf(piece, index))}/own%20copy.html">${title}</a>`
}

function frontPage(page: OwnWork): string {
  const rows = page.pieces.map((piece, index) => {
    const mark =
      piece.mark === null || piece.points === null ? '' : `${piece.mark / 100} of ${piece.points / 100}`
    return `<tr><td>${linked(piece, index)}</td><td>${piece.phase}</td><td>${mark}</td></tr>`
  })
  return whole(`${page.pupil.name}, ${page.className}`, `<table>${rows.join('')}</table>`)
}
