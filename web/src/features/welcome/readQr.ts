import jsQR from 'jsqr'

/** Larger pictures are looked at in this size, in pixels: a code fills enough of it. */
const LARGEST = 1_000

/** The text of the QR code in a picture; undefined where none can be read. */
export function readQr(picture: CanvasImageSource, width: number, height: number): string | undefined {
  if (!width || !height) return undefined
  const scale = Math.min(1, LARGEST / Math.max(width, height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(width * scale)
  canvas.height = Math.round(height * scale)
  const pen = canvas.getContext('2d', { willReadFrequently: true })
  if (!pen) return undefined
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height)
  const { data } = pen.getImageData(0, 0, canvas.width, canvas.height)
  return jsQR(data, canvas.width, canvas.height)?.data || undefined
}
