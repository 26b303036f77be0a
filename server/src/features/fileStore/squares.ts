import sharp from 'sharp'

/** Pixels of a stored face, each way: sharp on a tablet's large targets, small on the wire. */
const SIDE = 256
/** A strip longer than so many times its width is cut first: it would be blown up to a square's width before. */
const LONGEST = 4

/** A picture cut to a square around what is in it. */
export async function square(path: string): Promise<Uint8Array> {
  const { width, height } = await sharp(path).metadata()
  const most = LONGEST * Math.min(width, height)
  const cut = { width: Math.min(width, most), height: Math.min(height, most) }
  return sharp(path)
    .timeout({ seconds: 12 })
    .extract({
      ...cut,
      left: Math.floor((width - cut.width) / 2),
      top: Math.floor((height - cut.height) / 2),
    })
    .resize(SIDE, SIDE, { fit: 'cover', position: sharp.strategy.attention })
    .webp({ quality: 82 })
    .toBuffer()
}
