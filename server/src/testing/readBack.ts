import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { fromBuffer, type ZipFile } from 'yauzl'

/** A PDF as a reader finds it that shares no code with what wrote it. */
export async function readPdf(bytes: Uint8Array) {
  const pdf = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise
  const pages = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n)
    const text = (await page.getTextContent()).items.map(item => ('str' in item ? item.str : '')).join(' ')
    const { fnArray } = await page.getOperatorList()
    const count = (...ops: number[]) => fnArray.filter(fn => ops.includes(fn)).length
    const links = (await page.getAnnotations()).flatMap(one => (one.url as string | undefined) ?? [])
    const { width, height } = page.getViewport({ scale: 1 })
    const drawn = count(OPS.constructPath)
    pages.push({ text, width, height, drawn, pictures: count(OPS.paintImageXObject), links })
  }
  const script = await pdf.getJSActions()
  return { pages, script, title: ((await pdf.getMetadata()).info as { Title?: string }).Title }
}

/** What is in a zip, read with yauzl, which shares no code with what wrote it. It refuses names that lead outside. */
export async function unzip(bytes: Buffer): Promise<Map<string, Buffer>> {
  const zip = await new Promise<ZipFile>((resolve, reject) =>
    fromBuffer(bytes, { lazyEntries: true }, (error, found) => (found ? resolve(found) : reject(error))),
  )
  const files = new Map<string, Buffer>()
  await new Promise<void>((resolve, reject) => {
    zip.on('error', reject)
    zip.on('entry', entry =>
      zip.openReadStream(entry, (error, stream) => {
        if (!stream) return reject(error)
        const parts: Buffer[] = []
        stream.on('data', part => parts.push(part))
        stream.on('end', () => {
          files.set(entry.fileName, Buffer.concat(parts))
          zip.readEntry()
        })
      }),
    )
    zip.on('end', resolve)
    zip.readEntry()
  })
  return files
}
