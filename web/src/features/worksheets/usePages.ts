import type { Sheet } from '@oppen/contract'
import { useEffect, useState } from 'react'
import { retryAfter } from '../../app/reaching.js'
import { openPdf, type Pdf } from '../files/pdf.js'

/** How the file of a page is had: by the page. */
export type AddressOf = (sheet: Sheet) => string

/** A PDF that is open, or that it could not be had yet and is tried again; nothing while it is on its way. */
export type PdfOrMissing = Pdf | 'missing' | undefined

/** Opens a PDF, however often it takes. Gives the way to let go of it. */
function keepOpening(address: string, say: (pdf: PdfOrMissing) => void): () => void {
  let opening: ReturnType<typeof openPdf>
  let timer: ReturnType<typeof setTimeout> | undefined
  let failed = 0
  const open = () => {
    clearTimeout(timer)
    timer = undefined
    opening = openPdf(address)
    opening.pdf.then(say, () => {
      say('missing')
      timer = setTimeout(open, retryAfter(failed))
      failed += 1
    })
  }
  const online = () => timer && open()
  open()
  window.addEventListener('online', online)
  return () => {
    window.removeEventListener('online', online)
    clearTimeout(timer)
    opening.close()
  }
}

/** The PDFs of a worksheet, each opened once for all its pages. */
export function usePdfs(sheets: readonly Sheet[], addressOf: AddressOf): ReadonlyMap<string, PdfOrMissing> {
  const [open, setOpen] = useState<ReadonlyMap<string, PdfOrMissing>>(new Map())
  const files = [...new Set(sheets.filter(one => one.type === 'application/pdf').map(one => one.file))].join(
    ' ',
  )
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names of the files are what they are opened by
  useEffect(() => {
    let gone = false
    const closing = files.split(' ').flatMap(file => {
      const sheet = sheets.find(one => one.file === file)
      if (!sheet) return []
      const show = (pdf: PdfOrMissing) => !gone && setOpen(before => new Map(before).set(file, pdf))
      return [keepOpening(addressOf(sheet), show)]
    })
    return () => {
      gone = true
      for (const close of closing) close()
      setOpen(new Map())
    }
  }, [files])
  return open
}
