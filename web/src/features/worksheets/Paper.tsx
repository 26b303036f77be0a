import type { Sheet } from '@oppen/contract'
import { useEffect, useRef, useState } from 'react'
import { onceReachable, retryAfter } from '../../app/delivery.js'
import { say } from '../../words/say.js'
import type { PdfOrMissing } from './usePages.js'

type Props = {
  readonly sheet: Sheet
  readonly pdf: PdfOrMissing
  readonly address: string
  readonly number: number
  /** How wide it is shown, in pixels of the screen. */
  readonly width: number
}

/** What was printed or photographed: the lowest layer of a page. */
export function Paper({ sheet, pdf, address, number, width }: Props) {
  const label = say('worksheet_page', { number })
  if (sheet.type !== 'application/pdf') return <Photo address={address} label={label} />
  if (pdf === 'missing') return <NotYet />
  return <Printed pdf={pdf} page={sheet.page} width={width} label={label} />
}

/** What was drawn and typed is there already, and can be gone on with. */
function NotYet() {
  return (
    <p role="status" className="absolute inset-x-4 top-4 text-center">
      {say('worksheet_paper_missing')}
    </p>
  )
}

type PhotoProps = { readonly address: string; readonly label: string }

function Photo({ address, label }: PhotoProps) {
  const [failed, setFailed] = useState(0)
  const [missing, setMissing] = useState(false)
  useEffect(() => {
    if (missing) return onceReachable(() => setMissing(false), retryAfter(failed))
  }, [missing, failed])
  if (missing) return <NotYet />
  const fail = () => {
    setMissing(true)
    setFailed(times => times + 1)
  }
  const look = 'absolute inset-0 size-full bg-white'
  return <img src={address} alt={label} draggable={false} onError={fail} className={look} />
}

type PrintedProps = {
  readonly pdf: Exclude<PdfOrMissing, 'missing'>
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
