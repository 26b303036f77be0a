import type { PlaceId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import type { Language } from '@oppen/core/register'
import { draftTitle } from '@oppen/core/work'
import type { Response } from 'express'
import type { ZipFile } from 'yazl'
import { escapeHtml } from '../../html.js'
import { sendBytes } from '../../http/download.js'
import { sendZip } from '../../http/sendZip.js'
import { Refused } from '../../refusal.js'
import { sayIn } from '../../words/index.js'
import type { World } from '../../world.js'
import { languageOf } from '../accounts/service.js'
import { tooMuch } from '../fileStore/store.js'
import { type Entry, momentWords, packSubmission, picturesOf, whole } from '../work/export.js'
import { worksheetBytes } from '../worksheets/sheets.js'
import { type HandedIn, keptInFull, type OwnPlace, portfolioOf } from './queries.js'
import { type Asked, addressIn, keptFor, pictured } from './service.js'

/** Whose it is and for whom it is set. */
type Setting = {
  readonly className: string
  readonly name: string
  readonly placeId: PlaceId
  readonly language: Language
}

type Kept = { readonly setting: Setting; readonly pieces: readonly HandedIn[]; readonly title: string }

async function ofPlace(world: World, viewer: Viewer, at: OwnPlace): Promise<Kept> {
  const language = await languageOf(world, viewer.accountId)
  const page = await portfolioOf(world.db, { ...at, now: world.clock.now() })
  if (!page) throw new Refused('not_found')
  const { className, pupil } = page
  return {
    setting: { className, language, name: pupil.name, placeId: pupil.placeId },
    pieces: await keptInFull(world.db, at),
    title: sayIn(language)('paper_portfolio', { name: pupil.name }),
  }
}

async function ofPiece(world: World, viewer: Viewer, asked: Asked): Promise<Kept> {
  const language = await languageOf(world, viewer.accountId)
  const piece = await keptFor(world, viewer, addressIn(asked))
  const { className, pupil } = piece
  return {
    setting: { className, language, name: pupil.name, placeId: pupil.placeId },
    pieces: [piece],
    title: draftTitle(piece.title, pupil.name),
  }
}

const sendPdf = async (world: World, { setting, pieces, title }: Kept, response: Response) => {
  const parts: Uint8Array[] = []
  for (const piece of pieces) {
    // who left does not need the rest
    if (response.destroyed) return undefined
    parts.push(...(await partsOf(world, setting, piece)))
  }
  if (!parts.length) throw new Refused('not_found')
  const bytes = await world.workers.documents.run('joinPdfs', parts, setting.placeId).catch(error => {
    throw tooMuch(error, title)
  })
  return sendBytes(response, bytes, 'application/pdf', `${title}.pdf`)
}

/** All that is kept of a pupil in a class as one PDF, the oldest piece first. */
export const sendPortfolioPdf = async (world: World, viewer: Viewer, at: OwnPlace, response: Response) =>
  sendPdf(world, await ofPlace(world, viewer, at), response)

/** One kept piece as a PDF. */
export const sendKeptPdf = async (world: World, viewer: Viewer, asked: Asked, response: Response) =>
  sendPdf(world, await ofPiece(world, viewer, asked), response)

/** The same as a zip: a folder for each piece, its files as they are, and a page in front with why it is kept. */
export const sendPortfolioZip = async (world: World, viewer: Viewer, at: OwnPlace, response: Response) =>
  sendPacked(world, await ofPlace(world, viewer, at), at, response)

export const sendKeptZip = async (
  world: World,
  viewer: Viewer,
  { classId, placeId, ...asked }: Asked,
  response: Response,
) => {
  const at = { classId, placeId }
  return sendPacked(world, await ofPiece(world, viewer, { ...at, ...asked }), at, response)
}

const paragraph = (text: string): string => `<p>${escapeHtml(text)}</p>`

/** When it was made and why it is kept, as formatted text. */
function whyHtml(world: World, { language, name }: Setting, { handedInAt, reasons }: HandedIn): string {
  const say = sayIn(language)
  const said = reasons.map(({ side, why, goal, by }) => {
    const who = say('paper_kept_by', { name: side === 'pupil' ? name : by })
    const shows = goal === null ? '' : paragraph(say('paper_kept_goal', { goal }))
    return `<blockquote><p><strong>${escapeHtml(who)}</strong></p>${paragraph(why)}${shows}</blockquote>`
  })
  return paragraph(say('paper_kept_when', { at: momentWords(world, language, handedInAt) })) + said.join('')
}

/** Where the pictures of a page are while it is set. */
const addressOnPaper = (fileId: string): string => `/api/kept/files/${fileId}`
const printable = (html: string): string => pictured(html, addressOnPaper)

/** The PDFs of one piece: a page with why it is kept and what was written, its worksheet, and PDFs that were handed in with it. */
async function partsOf(world: World, setting: Setting, piece: HandedIn): Promise<Uint8Array[]> {
  const { className, name, placeId, language } = setting
  const say = sayIn(language)
  const { documents } = world.workers
  const title = draftTitle(piece.title, name)
  const made = printable(piece.html)
  const written = new Set(piece.files.filter(file => made.includes(`/files/${file.id}"`)))
  const beside = piece.files.filter(file => !written.has(file))
  const images = beside.filter(file => file.type.startsWith('image/'))
  const pdfs = beside.filter(file => file.type === 'application/pdf')
  // PDFs follow as pages, where they can be read
  const named = beside.filter(file => !images.includes(file))
  const html = [
    whyHtml(world, setting, piece),
    made,
    ...images.map(file => `<p><img src="${addressOnPaper(file.id)}"></p>`),
    named.length
      ? `<h3>${escapeHtml(say('paper_kept_files'))}</h3>${named.map(file => paragraph(file.name)).join('')}`
      : '',
  ].join('')
  const shown = html.includes('data-strokes') ? await documents.run('drawings', html, placeId) : html
  const pictures = await picturesOf(world, piece, shown)
  const parts = [await documents.run('print', { title, html: shown, foot: className, pictures }, placeId)]
  const bytes = piece.worksheet && (await worksheetOf(world, piece, { placeId, language }))
  if (bytes) parts.push(Buffer.from(bytes))
  for (const file of pdfs)
    if (await world.files.has(file.hash)) parts.push(Buffer.from(await world.files.bytes(file.hash)))
  return parts
}

type For = { readonly placeId: PlaceId; readonly language: Language }

const worksheetOf = (world: World, piece: HandedIn, { placeId, language }: For): Promise<Uint8Array> | null =>
  piece.worksheet &&
  worksheetBytes(
    world,
    { workId: piece.workId, placeId },
    { ...piece.worksheet, title: piece.title, language },
  )

/** Sends the worksheet that was handed in with a piece, as a PDF. */
export async function sendWorksheetOf(
  world: World,
  piece: HandedIn,
  of: For,
  response: Response,
): Promise<undefined> {
  const bytes = await worksheetOf(world, piece, of)
  if (!bytes) throw new Refused('not_found')
  return sendBytes(response, bytes, 'application/pdf', `${piece.title}.pdf`)
}

export async function sendKeptWorksheet(
  world: World,
  viewer: Viewer,
  asked: Asked,
  response: Response,
): Promise<undefined> {
  const kept = await keptFor(world, viewer, addressIn(asked))
  const language = await languageOf(world, viewer.accountId)
  return sendWorksheetOf(world, kept, { placeId: kept.pupil.placeId, language }, response)
}

const sendPacked = (world: World, kept: Kept, at: OwnPlace, response: Response) =>
  sendZip(response, `${kept.title}.zip`, (zip, going) => pack(world, { ...kept, ...at, zip, going }))

type Packing = Kept & OwnPlace & { readonly zip: ZipFile; readonly going: () => boolean }

async function pack(
  world: World,
  { zip, going, setting, pieces, title, classId }: Packing,
): Promise<boolean> {
  const { className, language, placeId, name } = setting
  const page = { className, pupil: { placeId, name }, submissions: [] }
  const sections: string[] = []
  for (const [index, piece] of pieces.entries()) {
    if (!going()) return false
    const submission = {
      ...{ workId: piece.workId, title: piece.title, kind: piece.kind, files: piece.files },
      ...{
        points: null,
        phase: 'withTeacher' as const,
        mark: null,
        feedback: null,
        draft: null,
        worksheet: null,
      },
      handIns: [
        {
          number: piece.handIn,
          at: piece.handedInAt,
          html: printable(piece.html),
          worksheet: piece.worksheet,
        },
      ],
    }
    const packing = { world, zip, under: '', page, classId, language, handInsAlone: true as const }
    const entries = await packSubmission(packing, submission, index)
    sections.push(sectionOf(world, setting, piece, entries))
  }
  zip.addBuffer(Buffer.from(whole(language, title, sections.join('<hr>'))), 'index.html')
  return true
}

function sectionOf(world: World, setting: Setting, piece: HandedIn, entries: readonly Entry[]): string {
  const links = entries.map(({ name, words }) => {
    const address = name.split('/').map(encodeURIComponent).join('/')
    return `<a href="${address}">${escapeHtml(words)}</a>`
  })
  return `<h2>${escapeHtml(piece.title)}</h2>${whyHtml(world, setting, piece)}<p>${links.join(', ')}</p>`
}
