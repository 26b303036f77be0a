import { type KeyKind, showCode } from '@oppen/core/joining'
import type { Language } from '@oppen/core/register'
import { PDFDocument, type PDFPage, rgb } from 'pdf-lib'
import { create as createQr } from 'qrcode'
import { fontkitForPdf } from '../../paper/fontkit.js'
import { PdfText } from '../../paper/pdfText.js'
import { sayIn } from '../../words/index.js'

/** Points to the millimetre: PDF measures in 1/72 inch. */
const MM = 72 / 25.4
/** A4, and eight cards on it: two beside each other, four below each other. */
const PAGE = { width: 210 * MM, height: 297 * MM }
const COLUMNS = 2
const ROWS = 4
const CARDS_ON_A_PAGE = COLUMNS * ROWS
const CARD = { width: PAGE.width / COLUMNS, height: PAGE.height / ROWS }
const INSET = 9 * MM
const QR_SIDE = 25 * MM

const INK = rgb(0.125, 0.19, 0.17)
const SOFT = rgb(0.33, 0.39, 0.37)
const MARGIN = rgb(0.84, 0.35, 0.27)
const CUT = rgb(0.6, 0.6, 0.58)

export type Card = {
  readonly name: string
  readonly className: string
  readonly teacherName: string
  readonly key: string
  readonly kind: KeyKind
  readonly language: Language
}

export type Cards = { readonly cards: readonly Card[]; readonly origin: string }

/** The cards as a PDF, eight to a page with lines to cut along. `origin` is where Oppen is to be found. */
export async function cardsPdf({ cards, origin }: Cards): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkitForPdf)
  const pdfText = new PdfText(pdf)
  for (let first = 0; first < cards.length || first === 0; first += CARDS_ON_A_PAGE) {
    const page = pdf.addPage([PAGE.width, PAGE.height])
    cutLines(page)
    for (const [index, card] of cards.slice(first, first + CARDS_ON_A_PAGE).entries()) {
      const x = (index % COLUMNS) * CARD.width
      const y = PAGE.height - (Math.floor(index / COLUMNS) + 1) * CARD.height
      await drawCard(page, pdfText, card, { x, y, origin })
    }
  }
  return pdf.save()
}

function cutLines(page: PDFPage): void {
  const line = (from: { x: number; y: number }, to: { x: number; y: number }) =>
    page.drawLine({ start: from, end: to, thickness: 0.5, color: CUT, dashArray: [3, 3] })
  for (let row = 1; row < ROWS; row++) {
    line({ x: 0, y: row * CARD.height }, { x: PAGE.width, y: row * CARD.height })
  }
  line({ x: CARD.width, y: 0 }, { x: CARD.width, y: PAGE.height })
}

type At = { readonly x: number; readonly y: number; readonly origin: string }

async function drawCard(page: PDFPage, pdfText: PdfText, card: Card, { x, y, origin }: At): Promise<void> {
  const say = sayIn(card.language)
  const address = origin.replace(/^https?:\/\//, '')
  const said = { address, name: card.name.split(' ')[0] ?? '', teacherName: card.teacherName }
  const left = x + INSET
  const right = x + CARD.width - INSET
  const top = y + CARD.height
  page.drawLine({
    start: { x: left - 3 * MM, y: y + INSET },
    end: { x: left - 3 * MM, y: top - INSET },
    thickness: 1,
    color: MARGIN,
  })
  const beside = right - left - QR_SIDE - 4 * MM
  await write(page, pdfText, [card.name], {
    x: left,
    y: top - INSET - 11,
    size: 14,
    bold: true,
    most: beside,
  })
  await write(page, pdfText, [`${card.className} · ${card.teacherName}`], {
    x: left,
    y: top - INSET - 25,
    size: 9,
    most: beside,
    soft: true,
  })
  await write(page, pdfText, [say(`card_title_${card.kind}`)], {
    x: left,
    y: top - INSET - 48,
    size: 10,
    bold: true,
  })
  await write(page, pdfText, showKeyInTwo(card.key), {
    x: left,
    y: top - INSET - 67,
    size: 16,
    bold: true,
    leading: 20,
  })
  drawQr(page, `${origin}/key#${card.key}`, { x: right - QR_SIDE, y: top - INSET - QR_SIDE })
  const lines = [
    ...(await wrap(pdfText, say(`card_how_${card.kind}`, said), 9, right - left)),
    ...(await wrap(pdfText, say('card_lost', said), 9, right - left)),
  ]
  await write(page, pdfText, lines, {
    x: left,
    y: y + INSET + (lines.length - 1) * 11.5,
    size: 9,
    leading: 11.5,
  })
}

/** Four groups of four, two and two: short lines are typed with fewer slips than a long one. */
function showKeyInTwo(key: string): string[] {
  const groups = showCode(key).split('-')
  return [groups.slice(0, 2).join(' – '), groups.slice(2).join(' – ')]
}

function drawQr(page: PDFPage, text: string, { x, y }: { x: number; y: number }): void {
  const { modules } = createQr(text, { errorCorrectionLevel: 'M' })
  const side = QR_SIDE / modules.size
  for (let row = 0; row < modules.size; row++) {
    for (let column = 0; column < modules.size; column++) {
      if (!modules.get(row, column)) continue
      // a hair wider than its cell, so that no printer leaves white between two
      page.drawRectangle({
        x: x + column * side,
        y: y + QR_SIDE - (row + 1) * side,
        width: side + 0.05,
        height: side + 0.05,
        color: INK,
      })
    }
  }
}

type Writing = {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly bold?: boolean
  readonly soft?: boolean
  readonly leading?: number
  /** Shrinks a line that would be wider. */
  readonly most?: number
}

/** Writes lines below each other from the lower left of the first on. */
async function write(
  page: PDFPage,
  pdfText: PdfText,
  lines: readonly string[],
  writing: Writing,
): Promise<void> {
  const { x, y, size, bold = false, soft = false, leading = size * 1.2, most } = writing
  for (const [index, line] of lines.entries()) {
    const wide = most ? await pdfText.widthOf(line, size, bold) : 0
    const fitted = most && wide > most ? (size * most) / wide : size
    const color = soft ? SOFT : INK
    // all languages of cards read from left to right, whoever's name a line begins with
    const spot = { x, y: y - index * leading, size: fitted, bold, color, direction: 'ltr' } as const
    await pdfText.write(page, line, spot)
  }
}

/** A text in lines that are no wider than `width` at a size, both in points. */
async function wrap(pdfText: PdfText, text: string, size: number, width: number): Promise<string[]> {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    const longer = `${last} ${word}`
    if (last !== undefined && (await pdfText.widthOf(longer, size)) <= width) lines[lines.length - 1] = longer
    else lines.push(word)
  }
  return lines
}
