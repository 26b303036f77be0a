import { readFile } from 'node:fs/promises'
import { concatTransformationMatrix, drawObject, PDFDocument, PDFName } from 'pdf-lib'
import sharp from 'sharp'

const WIDTH = 200
const HEIGHT = 100
/** Where the black strip of a scanned page lies, in parts of its width and height. */
export const STRIP = { from: [0.2, 0.3], to: [0.8, 0.5] } as const

/**
 * A PDF as scanners make them: a page in each of the ways in which they write pictures, each with the same black
 * strip. The fourth is typed, in a font that is not in the file.
 */
export async function scannedPdf(): Promise<Buffer> {
  const fax = await faxBits()
  const gray = { Type: 'XObject', Subtype: 'Image', Width: WIDTH, Height: HEIGHT, ColorSpace: 'DeviceGray' }
  const lines = { K: -1, Columns: WIDTH, Rows: HEIGHT }
  const pdf = await PDFDocument.create()
  for (const picture of [
    pdf.context.stream(fax, { ...gray, BitsPerComponent: 1, Filter: 'CCITTFaxDecode', DecodeParms: lines }),
    pdf.context.stream(jbig2(fax), { ...gray, BitsPerComponent: 1, Filter: 'JBIG2Decode' }),
    // made by OpenJPEG 2.5.4, at a sixtieth of its size
    pdf.context.stream(await readFile(new URL('fixtures/strip.jp2', import.meta.url)), {
      ...gray,
      BitsPerComponent: 8,
      Filter: 'JPXDecode',
    }),
  ]) {
    const page = pdf.addPage([WIDTH, HEIGHT])
    page.node.setXObject(PDFName.of('Scan'), pdf.context.register(picture))
    page.pushOperators(concatTransformationMatrix(WIDTH, 0, 0, HEIGHT, 0, 0), drawObject('Scan'))
  }
  pdf.addPage([WIDTH, HEIGHT]).drawText('MMMMM', { x: 20, y: 40, size: 30 })
  return Buffer.from(await pdf.save())
}

/** The strip in the bits of ITU-T T.6 ("Group 4"), out of a TIFF that libtiff wrote. */
async function faxBits(): Promise<Buffer> {
  const strip = `<rect x="${STRIP.from[0] * WIDTH}" y="${STRIP.from[1] * HEIGHT}" width="${0.6 * WIDTH}" height="${0.2 * HEIGHT}"/>`
  // libtiff counts black as nought, fax as one
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">${strip}</svg>`
  const tiff = await sharp(Buffer.from(svg))
    .flatten({ background: '#fff' })
    .negate()
    .toColourspace('b-w')
    .tiff({ compression: 'ccittfax4', bitdepth: 1 })
    .toBuffer()
  const directory = tiff.readUInt32LE(4)
  const tag = (wanted: number): number => {
    for (let n = 0; n < tiff.readUInt16LE(directory); n++) {
      const at = directory + 2 + n * 12
      if (tiff.readUInt16LE(at) === wanted) return tiff.readUInt32LE(at + 8)
    }
    throw new Error(`the TIFF has no tag ${wanted}`)
  }
  const [offset, length] = [tag(273), tag(279)]
  return tiff.subarray(offset, offset + length)
}

/**
 * The same bits as JBIG2: a page and one generic region coded by MMR, which is T.6. ITU-T T.88, 7.2 segment headers,
 * 7.4.6 generic region, 7.4.8 page information (from memory).
 */
function jbig2(fax: Buffer): Buffer {
  const numbers = (...all: number[]): Buffer => {
    const bytes = Buffer.alloc(all.length * 4)
    for (const [index, number] of all.entries()) bytes.writeUInt32BE(number, index * 4)
    return bytes
  }
  const segment = (number: number, type: number, data: Buffer): Buffer =>
    Buffer.concat([numbers(number), Buffer.from([type, 0, 1]), numbers(data.length), data])
  const page = Buffer.concat([numbers(WIDTH, HEIGHT, 0, 0), Buffer.from([0, 0, 0])])
  const region = Buffer.concat([numbers(WIDTH, HEIGHT, 0, 0), Buffer.from([0, 1]), fax])
  return Buffer.concat([segment(0, 48, page), segment(1, 38, region)])
}
