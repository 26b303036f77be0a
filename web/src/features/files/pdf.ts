import type { PDFDocumentProxy } from 'pdfjs-dist'
import workerAddress from 'pdfjs-dist/build/pdf.worker.min.mjs?url'

export type PageSize = { readonly number: number; readonly width: number; readonly height: number }

export type Pdf = {
  readonly pages: readonly PageSize[]
  /** Draws a page so many pixels wide. */
  readonly draw: (
    number: number,
    width: number,
  ) => {
    readonly canvas: Promise<HTMLCanvasElement>
    readonly cancel: () => void
  }
}

/**
 * Opens a PDF by its address, in a worker; no script in it is ever run. Rejects where it cannot be read. `close` lets
 * go of everything.
 */
export function openPdf(address: string): { readonly pdf: Promise<Pdf>; readonly close: () => void } {
  const loading = import('pdfjs-dist').then(({ getDocument, GlobalWorkerOptions, version }) => {
    GlobalWorkerOptions.workerSrc = workerAddress
    const parts = `${import.meta.env.BASE_URL}assets/pdfjs-${version}`
    return getDocument({
      url: address,
      isEvalSupported: false,
      enableXfa: false,
      // in one piece, so that it can be kept on the device and is there without a network
      disableRange: true,
      // what scanners make (CCITT, JBIG2, JPEG 2000) is read by these
      wasmUrl: `${parts}/wasm/`,
      // the letters of PDFs that bring none, the same on each device, and which sign is which in those of East Asia
      useSystemFonts: false,
      standardFontDataUrl: `${parts}/standard_fonts/`,
      cMapUrl: `${parts}/cmaps/`,
      iccUrl: `${parts}/iccs/`,
    })
  })
  const pdf = loading.then(task => task.promise).then(read)
  return { pdf, close: () => void loading.then(task => task.destroy()).catch(() => undefined) }
}

async function read(document: PDFDocumentProxy): Promise<Pdf> {
  const numbers = Array.from({ length: document.numPages }, (_, index) => index + 1)
  const pages = await Promise.all(
    numbers.map(async number => {
      const { width, height } = (await document.getPage(number)).getViewport({ scale: 1 })
      return { number, width, height }
    }),
  )
  return { pages, draw: (number, width) => draw(document, number, width) }
}

function draw(document: PDFDocumentProxy, number: number, width: number) {
  let cancelled = false
  let cancel = () => {
    cancelled = true
  }
  const drawing = async () => {
    const page = await document.getPage(number)
    const viewport = page.getViewport({ scale: width / page.getViewport({ scale: 1 }).width })
    const canvas = globalThis.document.createElement('canvas')
    canvas.width = Math.round(viewport.width)
    canvas.height = Math.round(viewport.height)
    if (cancelled) return canvas
    const task = page.render({ canvas, viewport })
    cancel = () => task.cancel()
    await task.promise
    return canvas
  }
  const canvas = drawing()
  // a page that went out of sight before it was drawn is no failure
  canvas.catch(() => undefined)
  return { canvas, cancel: () => cancel() }
}
