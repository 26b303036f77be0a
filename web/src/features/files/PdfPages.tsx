import { Fragment, type ReactNode, useEffect, useRef, useState } from 'react'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { openPdf, type Pdf } from './pdf.js'

type Props = {
  readonly address: string
  /** Puts something around a page. */
  readonly around?: (number: number, page: ReactNode) => ReactNode
}

/** A PDF page under page, each drawn when it comes near. */
export function PdfPages({ address, around }: Props) {
  const [pdf, setPdf] = useState<Pdf>()
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    const opening = openPdf(address)
    opening.pdf.then(setPdf, () => setFailed(true))
    return opening.close
  }, [address])
  if (failed) return <Problem words={say('preview_failed')} />
  if (!pdf) return <Waiting />
  return (
    <div className="flex flex-col gap-3">
      {pdf.pages.map(({ number, height, width }) => {
        const page = <PdfPage pdf={pdf} number={number} ratio={height / width} />
        return <Fragment key={number}>{around ? around(number, page) : page}</Fragment>
      })}
    </div>
  )
}

type PageProps = { readonly pdf: Pdf; readonly number: number; readonly ratio: number }

function PdfPage({ pdf, number, ratio }: PageProps) {
  const place = useRef<HTMLDivElement>(null)
  const [near, setNear] = useState(false)
  useEffect(() => {
    const seen = new IntersectionObserver(
      entries => entries.some(one => one.isIntersecting) && setNear(true),
      {
        rootMargin: '600px',
      },
    )
    if (place.current) seen.observe(place.current)
    return () => seen.disconnect()
  }, [])
  // drawn anew where it is given another width, else its letters are stretched
  const [width, setWidth] = useState(0)
  useEffect(() => {
    const sized = new ResizeObserver(([entry]) => setWidth(Math.round(entry?.contentRect.width ?? 0)))
    if (place.current) sized.observe(place.current)
    return () => sized.disconnect()
  }, [])
  useEffect(() => {
    const element = place.current
    if (!near || !element || !width) return
    const drawing = pdf.draw(number, width * devicePixelRatio)
    void drawing.canvas.then(canvas => {
      canvas.style.width = '100%'
      element.replaceChildren(canvas)
    })
    return drawing.cancel
  }, [near, pdf, number, width])
  return (
    <div
      ref={place}
      role="img"
      aria-label={say('preview_page', { number })}
      className="border border-rule bg-white"
      style={{ aspectRatio: String(1 / ratio) }}
    />
  )
}
