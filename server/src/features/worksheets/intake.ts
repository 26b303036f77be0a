import { readFile } from 'node:fs/promises'
import { FILE_LIMITS, kindOfFile } from '@oppen/contract'
import { ParseSpeeds, PDFDocument, type PDFPage } from 'pdf-lib'
import sharp from 'sharp'
import { UnpacksToTooMuch, unpacking } from '../../paper/unpacking.js'
import { Refused } from '../../refusal.js'

/** A page to be: how large it is, in points, and which page of its file. */
export type PageOfFile = {
  readonly type: string
  readonly page: number
  readonly width: number
  readonly height: number
  readonly name: string
}

/** A4, in points: what a photo of paper is taken for. */
const A4 = { short: 595.28, long: 841.89 }

export type FileOfPages = { readonly path: string; readonly type: string; readonly name: string }

export type Pages = {
  readonly pages: readonly PageOfFile[]
  /** The file that the pages are of, where it was drawn anew. */
  readonly file: Uint8Array | null
}

/**
 * Makes pages of a file, in a thread of its own: of a PDF each of its pages, of a picture one. Refuses `pdf_broken`,
 * `pdf_locked`, `pdf_pages`, `file_too_much`, and `file_type` for anything else.
 */
export async function pagesOfFile({ path, type, name }: FileOfPages): Promise<Pages> {
  const kind = kindOfFile(type)
  if (kind === 'pdf') return pdfPages(await readFile(path), name)
  if (kind !== 'picture') throw new Refused('file_type', { name })
  const { width, height } = await sharp(path).metadata()
  const upright = height >= width
  const scale = upright ? A4.short / width : A4.long / width
  return { pages: [{ type, name, page: 1, width: width * scale, height: height * scale }], file: null }
}

async function pdfPages(bytes: Uint8Array, name: string): Promise<Pages> {
  return unpacking(name, async () => {
    const pdf = await open(bytes, name)
    const count = pdf.getPageCount()
    const most = FILE_LIMITS.sheets
    if (count > most) throw new Refused('pdf_pages', { name, pages: count, most })
    const still = await stillPages(pdf, name)
    const pages = still.getPages().map((page, index) => {
      const { width, height } = page.getSize()
      return { type: 'application/pdf', name, page: index + 1, width, height }
    })
    return { pages, file: await still.save() }
  })
}

async function open(bytes: Uint8Array, name: string): Promise<PDFDocument> {
  try {
    const pdf = await PDFDocument.load(bytes, { parseSpeed: ParseSpeeds.Medium, throwOnInvalidObject: true })
    if (!pdf.getPageCount()) throw new Refused('pdf_broken', { name })
    return pdf
  } catch (error) {
    if (error instanceof Refused || error instanceof UnpacksToTooMuch) throw error
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
    if (error instanceof UnpacksToTooMuch) throw error
    throw new Refused('pdf_broken', { name })
  }
}

/** Fields of a form become what they show; a form that cannot be read is left out. */
function flatten(pdf: PDFDocument): void {
  try {
    pdf.getForm().flatten()
  } catch (error) {
    if (error instanceof UnpacksToTooMuch) throw error
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
