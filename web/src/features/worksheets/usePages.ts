import type { Sheet } from '@oppen/contract'
import { useEffect, useState } from 'react'
import { onceReachable, retryAfter } from '../../app/delivery.js'
import { openPdf, type Pdf } from '../files/pdf.js'

/** How the file of a page is had: by the page. */
export type AddressOf = (sheet: Sheet) => string

/** A PDF that is open, or that it could not be had yet and is tried again; nothing while it is on its way. */
export type PdfOrMissing = Pdf | 'missing' | undefined

/** Opens a PDF, however often it takes. Gives the way to let go of it. */
function keepOpening(address: string, say: (pdf: PdfOrMissing) => void): () => void {
  let letGo = (): void => undefined
  let gone = false
  const open = (failed: number) => {
    const opening = openPdf(address)
    letGo = opening.close
    opening.pdf.then(
      pdf => !gone && say(pdf),
      () => {
        // what could not be read still has a worker
        opening.close()
        if (gone) return
        say('missing')
        letGo = onceReachable(() => open(failed + 1), retryAfter(failed))
      },
    )
  }
  open(0)
  return () => {
    gone = true
    letGo()
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
    const closing = files.split(' ').flatMap(file => {
      const sheet = sheets.find(one => one.file === file)
      if (!sheet) return []
      const show = (pdf: PdfOrMissing) => setOpen(before => new Map(before).set(file, pdf))
      return [keepOpening(addressOf(sheet), show)]
    })
    return () => {
      for (const close of closing) close()
      setOpen(new Map())
    }
  }, [files])
  return open
}
