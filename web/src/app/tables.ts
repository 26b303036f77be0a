/** A file that unpacks to more than this is not looked at, in bytes. */
const MOST_UNPACKED = 20 * 1024 * 1024

/** The CSV files in a ZIP, by their names in small letters without folders. Rejects with why it cannot be read. */
export async function textsOfZip(file: File): Promise<Map<string, string>> {
  const { unzipSync } = await import('fflate')
  const found = unzipSync(new Uint8Array(await file.arrayBuffer()), {
    filter: entry => /\.csv$/i.test(entry.name) && entry.originalSize <= MOST_UNPACKED,
  })
  return new Map(
    Object.entries(found).map(([name, bytes]) => [
      (name.split('/').pop() ?? name).toLowerCase(),
      decode(bytes),
    ]),
  )
}

/** The text of a file. */
export const textOf = async (file: File): Promise<string> => decode(new Uint8Array(await file.arrayBuffer()))

/** UTF-8, or, where that cannot be, the Western code page in which older table programs write. */
function decode(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** The lines of a CSV text with their fields, whatever parts them. */
export async function tableOf(text: string): Promise<string[][]> {
  const { default: papa } = await import('papaparse')
  return papa.parse<string[]>(text, { skipEmptyLines: 'greedy' }).data
}

/** A table as a CSV text (RFC 4180); nothing in it is taken for a formula by a spreadsheet. */
export async function csvOf(table: readonly (readonly string[])[]): Promise<string> {
  const { default: papa } = await import('papaparse')
  return papa.unparse(table as string[][], { escapeFormulae: true, newline: '\r\n' })
}

/** CSV texts in one ZIP. */
export async function zipOf(texts: Readonly<Record<string, string>>): Promise<Uint8Array<ArrayBuffer>> {
  const { zipSync, strToU8 } = await import('fflate')
  return zipSync(
    Object.fromEntries(Object.entries(texts).map(([name, text]) => [name, strToU8(text)])),
  ) as Uint8Array<ArrayBuffer>
}

/** Downloads something that was made here. */
export function download(name: string, content: BlobPart, type: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  link.click()
  // the browser has begun with it by then
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}
