import { readFile } from 'node:fs/promises'

/** The same letters upright and slanted, light and heavy: paths of files, or `data:` addresses that hold them. */
export type FontFiles = {
  readonly family: string
  readonly plain: string
  readonly bold: string
  readonly italic: string
  readonly boldItalic: string
}

/** The bytes of a font; where it was made here its address holds them. */
export async function bytesOf(address: string): Promise<Uint8Array> {
  const [, made] = address.split(';base64,')
  return made === undefined ? readFile(address) : Buffer.from(made, 'base64')
}
