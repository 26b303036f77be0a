import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { showCode } from '@oppen/core/joining'
import type { Language } from '@oppen/core/register'
import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, type PDFFont, type PDFPage, rgb } from 'pdf-lib'
import { create as createQr } from 'qrcode'
import { CARD_WORDS } from './cardWords.js'
import type { KeyKind } from './models.js'

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
  pdf.registerFontkit(fontkit)
  const pen = await makePen(pdf)
  for (let first = 0; first < cards.length || first === 0; first += CARDS_ON_A_PAGE) {
    const page = pdf.addPage([PAGE.width, PAGE.height])
    cutLines(page)
    for (const [index, card] of cards.slice(first, first + CARDS_ON_A_PAGE).entries()) {
      const x = (index % COLUMNS) * CARD.width
      const y = PAGE.height - (Math.floor(index / COLUMNS) + 1) * CARD.height
      drawCard(page, pen, card, { x, y, origin })
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

function drawCard(page: PDFPage, pen: Pen, card: Card, { x, y, origin }: At): void {
  const words = CARD_WORDS[card.language]
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
  pen.write(page, [card.name], { x: left, y: top - INSET - 11, size: 14, bold: true, most: beside })
  pen.write(page, [`${card.className} · ${card.teacherName}`], {
    x: left,
    y: top - INSET - 25,
    size: 9,
    most: beside,
    soft: true,
  })
  pen.write(page, [words.title[card.kind]], { x: left, y: top - INSET - 48, size: 10, bold: true })
  pen.write(page, showKeyInTwo(card.key), { x: left, y: top - INSET - 67, size: 16, bold: true, leading: 20 })
  drawQr(page, `${origin}/key#${card.key}`, { x: right - QR_SIDE, y: top - INSET - QR_SIDE })
  const lines = [
    ...pen.wrap(words.how[card.kind](said), 9, right - left),
    ...pen.wrap(words.lost(said), 9, right - left),
  ]
  pen.write(page, lines, { x: left, y: y + INSET + (lines.length - 1) * 11.5, size: 9, leading: 11.5 })
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

type Pen = {
  readonly write: (page: PDFPage, lines: readonly string[], writing: Writing) => void
  readonly wrap: (text: string, size: number, width: number) => string[]
}

const FONTS = '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next'

async function makePen(pdf: PDFDocument): Promise<Pen> {
  const embed = async (part: string, weight: number) => {
    const path = createRequire(import.meta.url).resolve(`${FONTS}-${part}-${weight}-normal.woff`)
    return pdf.embedFont(await readFile(path), { subset: true })
  }
  const regular = [await embed('latin', 400), await embed('latin-ext', 400)]
  const heavy = [await embed('latin', 700), await embed('latin-ext', 700)]
  return {
    write: (page, lines, { x, y, size, bold = false, soft = false, leading = size * 1.2, most }) => {
      for (const [index, line] of lines.entries()) {
        const runs = runsOf(line, bold ? heavy : regular)
        const wide = widthOf(runs, size)
        const fitted = most && wide > most ? (size * most) / wide : size
        let at = x
        for (const { text, font } of runs) {
          page.drawText(text, { x: at, y: y - index * leading, size: fitted, font, color: soft ? SOFT : INK })
          at += font.widthOfTextAtSize(text, fitted)
        }
      }
    },
    wrap: (text, size, width) => wrapped(text, line => widthOf(runsOf(line, regular), size) <= width),
  }
}

type Run = { text: string; font: PDFFont }

/** A text in pieces, each in the first font that has its letters; what none has becomes a dot. */
function runsOf(text: string, fonts: readonly PDFFont[]): Run[] {
  const sets = fonts.map(font => new Set(font.getCharacterSet()))
  const runs: Run[] = []
  for (const char of text.normalize('NFC')) {
    const index = sets.findIndex(set => set.has(char.codePointAt(0) ?? 0))
    const font = fonts[Math.max(0, index)]
    if (!font) continue
    const last = runs.at(-1)
    const shown = index < 0 ? '·' : char
    if (last?.font === font) last.text += shown
    else runs.push({ text: shown, font })
  }
  return runs
}

const widthOf = (runs: readonly Run[], size: number): number =>
  runs.reduce((sum, { text, font }) => sum + font.widthOfTextAtSize(text, size), 0)

function wrapped(text: string, fits: (line: string) => boolean): string[] {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && fits(`${last} ${word}`)) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}
