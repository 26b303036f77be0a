import bidiFactory from 'bidi-js'
import type { Font as Shapes } from 'fontkit'
import {
  beginText,
  endText,
  type PDFDocument,
  type PDFFont,
  PDFHexString,
  type PDFPage,
  type RGB,
  setFillingRgbColor,
  setFontAndSize,
  setTextMatrix,
  showText,
} from 'pdf-lib'
import { bytesOf } from './fontFiles.js'
import { writing } from './fonts.js'

type Font = { readonly font: PDFFont; readonly signs: ReadonlySet<number> }

/** Signs in a row that are written with the same font in the same direction. */
type Run = { readonly font: Font; readonly level: number; readonly first: number; text: string }

export type Spot = {
  readonly x: number
  readonly y: number
  readonly size: number
  readonly color: RGB
  readonly bold?: boolean
  /** How the line reads as a whole; by its first letter where it is not said. */
  readonly direction?: 'ltr' | 'rtl'
}

type RunSpot = Omit<Spot, 'bold' | 'direction'>

/** Writes a run; where letters stand above, below or within others, each at its own place, which pdf-lib does not do. */
function writeRun(page: PDFPage, font: PDFFont, text: string, { x, y, size, color }: RunSpot): void {
  const { font: shapes } = (font as unknown as { embedder: { font: Shapes } }).embedder
  const { positions } = shapes.layout(text)
  if (!positions.some(one => one.xOffset || one.yOffset)) {
    page.drawText(text, { x, y, size, color, font })
    return
  }
  const scale = size / shapes.unitsPerEm
  // four digits for each glyph, in the order of their places
  const glyphs = font.encodeText(text).asString().match(/.{4}/g) ?? []
  let at = x
  page.pushOperators(
    beginText(),
    setFillingRgbColor(color.red, color.green, color.blue),
    setFontAndSize(page.node.newFontDictionary(font.name, font.ref), size),
    ...glyphs.flatMap((glyph, index) => {
      const { xAdvance, xOffset, yOffset } = positions[index] ?? { xAdvance: 0, xOffset: 0, yOffset: 0 }
      const place = setTextMatrix(1, 0, 0, 1, at + xOffset * scale, y + yOffset * scale)
      at += xAdvance * scale
      return [place, showText(PDFHexString.of(glyph))]
    }),
    endText(),
  )
}

const bidi = bidiFactory()
const SPACE = 0x20

/** Writes onto pages of a PDF, each sign with the first font that has it. */
export class PdfText {
  readonly #pdf: PDFDocument
  readonly #fonts = new Map<string, Promise<Font>>()

  /** @param pdf - with fontkit registered */
  constructor(pdf: PDFDocument) {
    this.#pdf = pdf
  }

  /** Writes one line from its lower left on. */
  async write(page: PDFPage, line: string, { x, bold = false, direction, ...spot }: Spot): Promise<void> {
    let at = x
    for (const { font, text } of await this.#runs(line, bold, direction)) {
      writeRun(page, font.font, text, { ...spot, x: at })
      at += font.font.widthOfTextAtSize(text, spot.size)
    }
  }

  /** How wide a line is at a size, both in points. */
  async widthOf(line: string, size: number, bold = false): Promise<number> {
    const runs = await this.#runs(line, bold)
    return runs.reduce((sum, { font, text }) => sum + font.font.widthOfTextAtSize(text, size), 0)
  }

  /** From left to right as they are seen, by the Unicode Bidirectional Algorithm (UAX #9). */
  async #runs(given: string, bold: boolean, direction?: 'ltr' | 'rtl'): Promise<Run[]> {
    // a letter and its accent are one sign where there is such a one, as fonts have them
    const composed = given.normalize('NFC')
    const { fonts, drawable } = await writing(composed)
    const files = fonts.map(one => (bold ? one.bold : one.plain))
    const line = drawable(composed)
    const embedding = bidi.getEmbeddingLevels(line, direction)
    const mirrored = bidi.getMirroredCharactersMap(line, embedding.levels)
    const runs: Run[] = []
    let at = 0
    for (const sign of line) {
      const level = embedding.levels[at] ?? 0
      const last = runs.at(-1)
      const code = sign.codePointAt(0) ?? 0
      // a gap goes with the word before it, so that words from right to left stay in one piece
      const font = code === SPACE && last?.font.signs.has(code) ? last.font : await this.#fontFor(code, files)
      const text = mirrored.get(at) ?? sign
      if (last?.font === font && last.level === level) last.text += text
      else runs.push({ font, level, first: at, text })
      at += sign.length
    }
    const seen = new Map(bidi.getReorderedIndices(line, embedding).map((index, place) => [index, place]))
    const placeOf = (run: Run) => seen.get(run.first) ?? run.first
    return runs.sort((one, other) => placeOf(one) - placeOf(other))
  }

  /** The first that has a sign. */
  async #fontFor(sign: number, files: readonly string[]): Promise<Font> {
    for (const file of files) {
      const font = await this.#font(file)
      if (font.signs.has(sign)) return font
    }
    return this.#font(files[0] ?? '')
  }

  /** Only those that are needed go into the PDF. */
  #font(address: string): Promise<Font> {
    const known = this.#fonts.get(address) ?? this.#embed(address)
    this.#fonts.set(address, known)
    return known
  }

  async #embed(address: string): Promise<Font> {
    const font = await this.#pdf.embedFont(await bytesOf(address), { subset: true })
    return { font, signs: new Set(font.getCharacterSet()) }
  }
}
