import { readFile } from 'node:fs/promises'
import type { PDFDocument, PDFFont, PDFPage, RGB } from 'pdf-lib'
import { FONTS, writable } from './fonts.js'

type Font = { readonly font: PDFFont; readonly signs: ReadonlySet<number> }

/** Words in a row that are written with the same font. */
type Run = { readonly font: PDFFont; text: string }

export type Spot = { readonly x: number; readonly y: number; readonly size: number; readonly color: RGB }

/** Writes onto pages of a PDF that is there already, each sign with the first font that has it. */
export class Letters {
  readonly #pdf: PDFDocument
  readonly #fonts: Promise<Font>[] = []

  /** @param pdf - with fontkit registered */
  constructor(pdf: PDFDocument) {
    this.#pdf = pdf
  }

  /** Writes one line from its lower left on. */
  async write(page: PDFPage, line: string, { x, ...spot }: Spot): Promise<void> {
    let at = x
    for (const { font, text } of await this.#runs(line)) {
      page.drawText(text, { ...spot, x: at, font })
      at += font.widthOfTextAtSize(text, spot.size)
    }
  }

  /** How wide a line is at a size, both in points. */
  async widthOf(line: string, size: number): Promise<number> {
    const runs = await this.#runs(line)
    return runs.reduce((sum, { font, text }) => sum + font.widthOfTextAtSize(text, size), 0)
  }

  async #runs(line: string): Promise<Run[]> {
    const runs: Run[] = []
    for (const sign of (await writable())(line)) {
      const font = await this.#fontFor(sign.codePointAt(0) ?? 0)
      const last = runs.at(-1)
      if (last?.font === font) last.text += sign
      else runs.push({ font, text: sign })
    }
    return runs
  }

  /** The first that has a sign. */
  async #fontFor(sign: number): Promise<PDFFont> {
    for (const index of FONTS.keys()) {
      const { font, signs } = await this.#font(index)
      if (signs.has(sign)) return font
    }
    return (await this.#font(0)).font
  }

  /** Only those that are needed go into the PDF. */
  #font(index: number): Promise<Font> {
    const known = this.#fonts[index] ?? this.#embed(index)
    this.#fonts[index] = known
    return known
  }

  async #embed(index: number): Promise<Font> {
    const font = await this.#pdf.embedFont(await readFile(FONTS[index]?.plain ?? ''), { subset: true })
    return { font, signs: new Set(font.getCharacterSet()) }
  }
}
