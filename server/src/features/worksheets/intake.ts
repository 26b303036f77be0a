import { kindOfFile } from '@oppen/contract'
import { ParseSpeeds, PDFDocument, type PDFPage } from 'pdf-lib'
import sharp from 'sharp'
import { Refused } from '../../refusal.js'
import type { World } from '../../world.js'
import type { Upload } from '../files/upload.js'

/** Pages of a worksheet at most, and so of a PDF that becomes one. */
export const MOST_SHEETS = 60

/** A page to be: where it is stored, and how large it is, in points. */
export type NewSheet = {
  readonly hash: string
  readonly type: string
  readonly page: number
  readonly width: number
  readonly height: number
  readonly name: string
}

/** A4, in points: what a photo of paper is taken for. */
const A4 = { short: 595.28, long: 841.89 }

/**
 * Makes pages of a stored file: of a PDF each of its pages, of a picture one. Refuses `pdf_broken`, `pdf_locked`,
 * `pdf_pages`, and `file_type` for anything else.
 */
export async function pagesOf(world: World, { hash, type, name }: Upload): Promise<NewSheet[]> {
  const kind = kindOfFile(type)
  if (kind === 'pdf') return pdfPages(world, await world.files.bytes(hash), name)
  if (kind !== 'picture') throw new Refused('file_type', { name })
  const { width, height } = await sharp(await world.files.bytes(hash)).metadata()
  const upright = height >= width
  const scale = upright ? A4.short / width : A4.long / width
  return [{ hash, type, name, page: 1, width: width * scale, height: height * scale }]
}

async function pdfPages(world: World, bytes: Uint8Array, name: string): Promise<NewSheet[]> {
  const pdf = await open(bytes, name)
  const pages = pdf.getPageCount()
  if (pages > MOST_SHEETS) throw new Refused('pdf_pages', { name, pages, most: MOST_SHEETS })
  const still = await stillPages(pdf, name)
  const hash = await world.files.keepBytes(await still.save())
  return still.getPages().map((page, index) => {
    const { width, height } = page.getSize()
    return { hash, type: 'application/pdf', name, page: index + 1, width, height }
  })
}

async function open(bytes: Uint8Array, name: string): Promise<PDFDocument> {
  try {
    const pdf = await PDFDocument.load(bytes, { parseSpeed: ParseSpeeds.Medium, throwOnInvalidObject: true })
    if (!pdf.getPageCount()) throw new Refused('pdf_broken', { name })
    return pdf
  } catch (error) {
    if (error instanceof Refused) throw error
    // the library's own error is no instance of its class
    const locked = /is encrypted/.test((error as Error).message)
    throw new Refused(locked ? 'pdf_locked' : 'pdf_broken', { name })
  }
}

/**
 * The same pages with what is seen on them and nothing else: turned upright, cut to what is shown, with fields filled
 * in as they are. No script, no action, no link and no attachment comes along, because only what is drawn does.
 */
async function stillPages(from: PDFDocument, name: string): Promise<PDFDocument> {
  try {
    flatten(from)
    // without the time at which it is made: the same pages are the same file
    const still = await PDFDocument.create({ updateMetadata: false })
    for (const page of from.getPages()) {
      const { x, y, width, height } = page.getCropBox()
      // a page with nothing on it has nothing to take over
      const drawn = page.node.Contents()
        ? await still.embedPage(page, { left: x, bottom: y, right: x + width, top: y + height })
        : undefined
      draw(still, page, drawn, { width, height })
    }
    return still
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw error
    throw new Refused('pdf_broken', { name })
  }
}

/** Fields of a form become what they show; a form that cannot be read is left out. */
function flatten(pdf: PDFDocument): void {
  try {
    pdf.getForm().flatten()
  } catch {
    // the page is shown without its fields
  }
}

type Embedded = Awaited<ReturnType<PDFDocument['embedPage']>>
type Size = { readonly width: number; readonly height: number }

function draw(still: PDFDocument, page: PDFPage, drawn: Embedded | undefined, { width, height }: Size): void {
  const turn = ((page.getRotation().angle % 360) + 360) % 360
  const across = turn === 90 || turn === 270
  const fresh = still.addPage(across ? [height, width] : [width, height])
  if (!drawn) return
  const at = { 0: [0, 0], 90: [0, width], 180: [width, height], 270: [height, 0] }[turn] ?? [0, 0]
  fresh.drawPage(drawn, { x: at[0] ?? 0, y: at[1] ?? 0, rotate: { type: 'degrees', angle: -turn } as never })
}
