import type { Sheet } from '@oppen/contract'
import { useEffect, useRef, useState } from 'react'
import { say } from '../../words/say.js'
import type { Pdf } from '../files/pdf.js'

type Props = {
  readonly sheet: Sheet
  readonly pdf: Pdf | undefined
  readonly address: string
  readonly number: number
  /** How wide it is shown, in pixels of the screen. */
  readonly width: number
}

/** What was printed or photographed: the lowest layer of a page. */
export function Paper({ sheet, pdf, address, number, width }: Props) {
  const label = say('worksheet_page', { number })
  if (sheet.type !== 'application/pdf') {
    return <img src={address} alt={label} draggable={false} className="absolute inset-0 size-full bg-white" />
  }
  return <Printed pdf={pdf} page={sheet.page} width={width} label={label} />
}

type PrintedProps = {
  readonly pdf: Pdf | undefined
  readonly page: number
  readonly width: number
  readonly label: string
}

function Printed({ pdf, page, width, label }: PrintedProps) {
  const place = useRef<HTMLDivElement>(null)
  const [drawn, setDrawn] = useState(false)
  useEffect(() => {
    if (!pdf || !width) return
    const drawing = pdf.draw(page, Math.min(width * devicePixelRatio, 2400))
    void drawing.canvas.then(canvas => {
      canvas.className = 'absolute inset-0 size-full'
      place.current?.replaceChildren(canvas)
      setDrawn(true)
    })
    return drawing.cancel
  }, [pdf, page, width])
  return (
    <div ref={place} role="img" aria-label={label} aria-busy={!drawn} className="absolute inset-0 bg-white" />
  )
}
