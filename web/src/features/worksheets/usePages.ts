import type { Sheet } from '@oppen/contract'
import { useEffect, useState } from 'react'
import { openPdf, type Pdf } from '../files/pdf.js'

/** How the file of a page is had: by the page. */
export type AddressOf = (sheet: Sheet) => string

/** The PDFs of a worksheet, each opened once for all its pages. */
export function usePdfs(sheets: readonly Sheet[], addressOf: AddressOf): ReadonlyMap<string, Pdf> {
  const [open, setOpen] = useState<ReadonlyMap<string, Pdf>>(new Map())
  const files = [...new Set(sheets.filter(one => one.type === 'application/pdf').map(one => one.file))].join(
    ' ',
  )
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names of the files are what they are opened by
  useEffect(() => {
    const openings = files.split(' ').flatMap(file => {
      const sheet = sheets.find(one => one.file === file)
      if (!sheet) return []
      const opening = openPdf(addressOf(sheet))
      opening.pdf.then(
        pdf => setOpen(before => new Map(before).set(file, pdf)),
        () => undefined,
      )
      return [opening]
    })
    return () => {
      for (const { close } of openings) close()
      setOpen(new Map())
    }
  }, [files])
  return open
}
