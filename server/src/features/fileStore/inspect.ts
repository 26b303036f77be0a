import { readFile } from 'node:fs/promises'
import { FILE_KINDS, FILE_LIMITS, kindOfFile } from '@oppen/contract'
import sharp from 'sharp'
import { Refused } from '../../refusal.js'
import { writeThrough } from '../../sync.js'
import { trueType, utf16Of } from './types.js'

export type Incoming = {
  readonly path: string
  readonly name: string
  /** What the sender says that it is. */
  readonly declared?: string
  readonly size: number
  /** The most bytes of a video, where that is more than usual. */
  readonly mostOfVideo?: number
  /** Where to put what is written anew; the file itself is left as it is. */
  readonly into: string
}

export type Inspected = {
  readonly type: string
  /** The file to keep: the one that came, or the one that was written anew. */
  readonly path: string
}

/** Seconds that one picture may take. */
const PICTURE_SECONDS = 12

/**
 * Looks at a file that came in, in a thread of its own: by what it holds, not what it is called. Refuses `file_type`,
 * `file_large` and `file_picture`.
 */
export async function inspect(coming: Incoming): Promise<Inspected> {
  const { path, name, declared, size, mostOfVideo } = coming
  const utf16 = await utf16Of(path, name)
  const type = utf16 ?? (await trueType(path, name, declared))
  const kind = type && kindOfFile(type)
  if (!type || !kind) throw new Refused('file_type', { name })
  refuseLarge(kind === 'video' && mostOfVideo ? mostOfVideo : FILE_KINDS[kind].most, name, size)
  if (utf16) return { type, path: await asUtf8(coming) }
  if (kind === 'picture') return { type, path: await strippedPicture(coming) }
  return { type, path }
}

function refuseLarge(most: number, name: string, size: number): void {
  if (size > most) throw new Refused('file_large', { name, most: most / 1024 / 1024 })
}

/** A text in UTF-16, as some programs save it, becomes one in UTF-8, as all others are. */
async function asUtf8({ path, name, into }: Incoming): Promise<string> {
  const bytes = await readFile(path)
  try {
    const text = new TextDecoder(bytes[0] === 0xfe ? 'utf-16be' : 'utf-16le', { fatal: true }).decode(bytes)
    if (/[^\P{Cc}\t\n\r\f]/u.test(text)) throw new TypeError('control characters')
    await writeThrough(into, Buffer.from(text))
    return into
  } catch (error) {
    if (error instanceof TypeError) throw new Refused('file_type', { name })
    throw error
  }
}

/**
 * The picture upright and written anew without place, time and camera, no larger than it can be looked at. More pixels
 * than can be decoded are refused before they are, and so is a side that no camera makes: a small file can unpack to a
 * huge picture.
 */
async function strippedPicture({ path, name, into }: Incoming): Promise<string> {
  const { pixels, side, longest } = FILE_LIMITS
  try {
    const { width, height, pages = 1 } = await sharp(path, { limitInputPixels: false }).metadata()
    if (width * height * pages > pixels || Math.max(width, height) > longest)
      throw new Refused('file_picture', { name, width, height })
    const picture = await sharp(path, { limitInputPixels: pixels, animated: pages > 1 })
      .timeout({ seconds: PICTURE_SECONDS })
      .rotate()
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .toBuffer()
    await writeThrough(into, picture)
    return into
  } catch (error) {
    if (error instanceof Refused || (error as NodeJS.ErrnoException).code === 'ENOSPC') throw error
    throw new Refused('file_type', { name })
  }
}
