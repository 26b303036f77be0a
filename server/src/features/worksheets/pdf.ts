import { readFile } from 'node:fs/promises'
import { type InkColour, type InkItem, linesOf, outlineOf, PAGE_WIDTH, pathOf } from '@oppen/core/ink'
import type { Language } from '@oppen/core/register'
import { BlendMode, LineCapStyle, PDFDocument, type PDFImage, type PDFPage, type RGB, rgb } from 'pdf-lib'
import sharp from 'sharp'
import { escapeHtml } from '../../html.js'
import { fontkitForPdf } from '../../paper/fontkit.js'
import { writtenPdf } from '../../paper/pages.js'
import { PdfText } from '../../paper/pdfText.js'
import { UnpacksToTooMuch, unpacking } from '../../paper/unpacking.js'
import { sayIn } from '../../words/index.js'
import type { SheetRow } from './models.js'

export type PdfSheet = Pick<SheetRow, 'id' | 'type' | 'page' | 'width' | 'height' | 'name'> & {
  /** Where its file lies; null where it is missing. */
  readonly path: string | null
}

export type PdfWorksheet = {
  readonly title: string
  readonly pages: readonly PdfSheet[]
  readonly items: readonly InkItem[]
  /** Of whoever reads it. */
  readonly language: Language
}

/** The inks as they are printed. */
const COLOURS: Readonly<Record<InkColour, RGB>> = {
  black: rgb(0.125, 0.19, 0.17),
  blue: rgb(0.12, 0.29, 0.64),
  red: rgb(0.76, 0.18, 0.13),
  green: rgb(0.11, 0.44, 0.25),
  ochre: rgb(0.86, 0.6, 0.1),
  violet: rgb(0.42, 0.25, 0.6),
}

/** So much of what is below shows through a highlighter. */
const SHEER = 0.4

/**
 * Pages with everything that stands on them: strokes and shapes as vectors, typed words as text that can be searched,
 * margin notes by number, with their words on a page of their own behind.
 */
export const worksheetPdf = (worksheet: PdfWorksheet): Promise<Uint8Array> =>
  unpacking(worksheet.title, () => drawWorksheet(worksheet))

async function drawWorksheet({ title, pages, items, language }: PdfWorksheet): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkitForPdf)
  pdf.setTitle(title)
  const pdfText = new PdfText(pdf)
  const sources = new Sources(pdf)
  const notes: string[] = []
  for (const sheet of pages) {
    const page = (await drawn(sources, sheet)) ?? (await missingPage(pdf, pdfText, sheet, language))
    for (const item of items.filter(one => one.page === sheet.id)) await drawItem(page, pdfText, item, notes)
  }
  if (notes.length) await addNotes(pdf, title, notes)
  return pdf.save()
}

/** The page as it was given out; undefined where its file is missing or cannot be read. */
async function drawn(sources: Sources, sheet: PdfSheet): Promise<PDFPage | undefined> {
  try {
    return sheet.path === null ? undefined : await sources.page(sheet, sheet.path)
  } catch (error) {
    if (error instanceof UnpacksToTooMuch) throw error
    return undefined
  }
}

/** Stands for a page whose file is missing on the server: what was drawn on it comes all the same. */
async function missingPage(
  pdf: PDFDocument,
  pdfText: PdfText,
  { width, height, name }: PdfSheet,
  language: Language,
): Promise<PDFPage> {
  const page = pdf.addPage([width, height])
  const words = sayIn(language)('paper_page_missing', { name })
  await pdfText.write(page, words, { x: 40, y: height - 60, size: 11, color: COLOURS.red })
  return page
}

/** The words of margin notes on sheets of their own, by their numbers. */
async function addNotes(pdf: PDFDocument, title: string, notes: readonly string[]) {
  const html = `<ol>${notes.map(note => `<li><p>${escapeHtml(note).replaceAll('\n', '<br>')}</p></li>`).join('')}</ol>`
  const printed = await writtenPdf({ title, html, foot: title, pictures: new Map() })
  const paper = await PDFDocument.load(printed)
  for (const page of await pdf.copyPages(paper, paper.getPageIndices())) pdf.addPage(page)
}

/** What the pages were made of, each opened once. */
class Sources {
  readonly #pdf: PDFDocument
  readonly #files = new Map<string, Promise<PDFDocument>>()

  constructor(pdf: PDFDocument) {
    this.#pdf = pdf
  }

  async page(sheet: PdfSheet, path: string): Promise<PDFPage> {
    if (sheet.type === 'application/pdf') {
      const [page] = await this.#pdf.copyPages(await this.#open(path), [sheet.page - 1])
      if (page) return this.#pdf.addPage(page)
    }
    const picture = await this.#picture(path, sheet.type)
    const page = this.#pdf.addPage([sheet.width, sheet.height])
    page.drawImage(picture, { x: 0, y: 0, width: sheet.width, height: sheet.height })
    return page
  }

  #open(path: string): Promise<PDFDocument> {
    const known = this.#files.get(path) ?? readFile(path).then(bytes => PDFDocument.load(bytes))
    this.#files.set(path, known)
    return known
  }

  async #picture(path: string, type: string): Promise<PDFImage> {
    const bytes = await readFile(path)
    if (type === 'image/jpeg') return this.#pdf.embedJpg(bytes)
    return this.#pdf.embedJpg(
      await sharp(bytes).flatten({ background: '#fff' }).jpeg({ quality: 88 }).toBuffer(),
    )
  }
}

async function drawItem(page: PDFPage, pdfText: PdfText, item: InkItem, notes: string[]): Promise<void> {
  const { width, height } = page.getSize()
  const scale = width / PAGE_WIDTH
  // paths of SVG run downwards from where they are put; a PDF page begins below
  const place = { x: 0, y: height, scale }
  switch (item.kind) {
    case 'stroke': {
      const sheer = item.tool === 'highlighter'
      page.drawSvgPath(pathOf(outlineOf(item)), {
        ...place,
        color: COLOURS[item.colour],
        ...(sheer && { opacity: SHEER, blendMode: BlendMode.Multiply }),
      })
      break
    }
    case 'shape':
      page.drawSvgPath(linesOf(item), {
        ...place,
        borderColor: COLOURS[item.colour],
        borderWidth: item.width,
        borderLineCap: LineCapStyle.Round,
      })
      break
    case 'text': {
      const size = item.size * scale
      const at = { x: item.x * scale, y: height - item.y * scale - size, size, color: COLOURS[item.colour] }
      for (const [row, line] of item.text.split('\n').entries())
        await pdfText.write(page, line, { ...at, y: at.y - row * size * 1.3 })
      break
    }
    case 'note': {
      notes.push(item.text || (item.fileId ? '(a recording)' : ''))
      const [x, y, size] = [item.x * scale, height - item.y * scale, 8]
      page.drawCircle({ x, y, size, color: rgb(0.93, 0.73, 0.29) })
      const mark = String(notes.length)
      const wide = await pdfText.widthOf(mark, 9)
      await pdfText.write(page, mark, { x: x - wide / 2, y: y - 3.2, size: 9, color: COLOURS.black })
    }
  }
}
