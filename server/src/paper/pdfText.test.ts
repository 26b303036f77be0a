import { PDFDocument, rgb } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { describe, expect, it } from 'vitest'
import { fontkitForPdf } from './fontkit.js'
import { PdfText } from './pdfText.js'

/** The pieces of a line as another reader finds them, from left to right. */
async function read(line: string, direction?: 'ltr' | 'rtl') {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkitForPdf)
  const page = pdf.addPage()
  const letters = new PdfText(pdf)
  const color = rgb(0, 0, 0)
  await letters.write(page, line, { x: 50, y: 700, size: 12, color, ...(direction && { direction }) })
  const wide = await letters.widthOf(line, 12)
  const read = await getDocument({ data: await pdf.save(), verbosity: 0 }).promise
  const { items } = await (await read.getPage(1)).getTextContent()
  const pieces = items.flatMap(one => ('str' in one && one.str.trim() ? [one] : []))
  const inOrder = pieces.sort((one, other) => one.transform[4] - other.transform[4])
  const last = inOrder.at(-1)
  return {
    words: inOrder.map(one => one.str.trim()),
    wide,
    end: last ? last.transform[4] + last.width - 50 : 0,
  }
}

describe('a line on a page', () => {
  // UAX #9, "Bidirectional Algorithm": rules L2 and W2, as its examples have them
  it('has what reads from right to left so, and numbers within it from left to right', async () => {
    expect((await read('Ada شجرة 12')).words).toEqual(['Ada 12', 'شجرة'])
    expect((await read('شجرة Ada 12')).words).toEqual(['Ada 12', 'شجرة'])
    expect((await read('شجرة (Ada)', 'ltr')).words.join(' ')).toBe('شجرة (Ada)')
  })

  it('is as wide as it was measured, also with marks upon letters', async () => {
    for (const line of ['Łukasz and Ada', 'সমস্ত মানুষ', '王小明 Wang', 'নদী']) {
      const { wide, end } = await read(line)
      expect(Math.abs(wide - end), line).toBeLessThan(3)
    }
  })

  it('has a letter with its accent as one sign', async () => {
    expect((await read('Zoe\u0308 Jose\u0301')).words.join(' ')).toBe('Zoë José')
  })
})
