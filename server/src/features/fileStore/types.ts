import { open } from 'node:fs/promises'
import { FILE_TYPES } from '@oppen/contract'
import { fileTypeFromFile } from 'file-type'

/** Endings of names that a text may have, and what it is then. */
const TEXTS: Readonly<Record<string, string>> = {
  txt: 'text/plain',
  md: 'text/plain',
  csv: 'text/csv',
  tsv: 'text/csv',
}

/** Other names that libraries give to what we know by one. */
const SAME: Readonly<Record<string, string>> = {
  'audio/vnd.wave': 'audio/wav',
  'audio/x-flac': 'audio/flac',
  'audio/ogg; codecs=opus': 'audio/ogg',
  'audio/opus': 'audio/ogg',
}

/**
 * What a file is, by what it holds: its first bytes, or for a text that it is nothing but text. Undefined for what is
 * not taken. Whether a WebM or MP4 file is heard or seen cannot be told from its beginning: there the sender is
 * believed.
 */
export async function trueType(path: string, name: string, declared = ''): Promise<string | undefined> {
  const found = (await fileTypeFromFile(path))?.mime
  const type = found ? (SAME[found] ?? found) : await textType(path, name)
  const heard = declared.split(';')[0]
  if (type === 'video/webm' && heard === 'audio/webm') return heard
  if (type === 'video/mp4' && heard === 'audio/mp4') return heard
  return FILE_TYPES.find(one => one === type)
}

async function textType(path: string, name: string): Promise<string | undefined> {
  const type = TEXTS[/\.(\w+)$/.exec(name.toLowerCase())?.[1] ?? '']
  return type && (await isText(path)) ? type : undefined
}

/**
 * `text/plain` or `text/csv` for a text in UTF-16 by its mark (U+FEFF, Unicode 16.0, 23.8) and its name; undefined for
 * anything else. Its first bytes are also those of some sounds.
 */
export async function utf16Of(path: string, name: string): Promise<string | undefined> {
  const type = TEXTS[/\.(\w+)$/.exec(name.toLowerCase())?.[1] ?? '']
  if (!type) return undefined
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(2), 0, 2, 0)
    const mark = bytesRead === 2 ? buffer.readUInt16BE(0) : 0
    return mark === 0xfeff || mark === 0xfffe ? type : undefined
  } finally {
    await file.close()
  }
}

/** Whether a file is UTF-8 without control characters, in its first megabytes. */
async function isText(path: string): Promise<boolean> {
  const file = await open(path)
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(2 * 1024 * 1024))
    const text = new TextDecoder('utf-8', { fatal: true }).decode(buffer.subarray(0, bytesRead), {
      stream: true,
    })
    return !/[^\P{Cc}\t\n\r\f]/u.test(text)
  } catch (error) {
    if (error instanceof TypeError) return false
    throw error
  } finally {
    await file.close()
  }
}
