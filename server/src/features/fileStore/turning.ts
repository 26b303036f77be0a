import sharp from 'sharp'

/**
 * A picture turned a quarter to the right, of the same kind. One that moves is turned picture by picture, because a row
 * of them cannot be turned as one, and goes on at the same pace.
 */
export async function turn(path: string): Promise<Uint8Array> {
  const { pages = 1, delay, loop, format } = await sharp(path).metadata()
  if (pages === 1) return sharp(path).timeout({ seconds: 12 }).rotate(90).toBuffer()
  const frames: Buffer[] = []
  for (let page = 0; page < pages; page++)
    frames.push(await sharp(path, { page }).rotate(90).png().toBuffer())
  const again = { ...(delay && { delay }), ...(loop !== undefined && { loop }) }
  const joined = sharp(frames, { join: { animated: true } }).timeout({ seconds: 12 })
  return format === 'webp' ? joined.webp(again).toBuffer() : joined.gif(again).toBuffer()
}
