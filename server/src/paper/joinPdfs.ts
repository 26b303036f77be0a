import { PDFDocument } from 'pdf-lib'

/** Several PDFs as one. What cannot be read, because it is broken or locked, is left out. */
export async function joinPdfs(parts: readonly Uint8Array[]): Promise<Uint8Array> {
  const whole = await PDFDocument.create()
  for (const bytes of parts) {
    const part = await PDFDocument.load(bytes).catch(() => undefined)
    if (!part) continue
    for (const page of await whole.copyPages(part, part.getPageIndices())) whole.addPage(page)
  }
  return whole.save()
}
