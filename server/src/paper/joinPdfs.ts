import { PDFDocument } from 'pdf-lib'

/** Several PDFs as one. */
export async function joinPdfs(parts: readonly Uint8Array[]): Promise<Uint8Array> {
  const whole = await PDFDocument.create()
  for (const bytes of parts) {
    const part = await PDFDocument.load(bytes)
    for (const page of await whole.copyPages(part, part.getPageIndices())) whole.addPage(page)
  }
  return whole.save()
}
