import { Glasses } from 'lucide-react'
import { Suspense, useEffect, useRef, useState } from 'react'
import { say } from '../words/say.js'
import { part } from './part.js'
import { readingOf } from './reading.js'
import { useMe } from './session.js'

const ReadingPanel = part(() => import('../features/readingHelp/ReadingPanel.js'), ['readingHelp'])
const Guide = part(() => import('../features/readingHelp/Guide.js'), ['readingHelp'])

const OPEN = 'oppen:reading'
export const openReadingHelp = (): void => void window.dispatchEvent(new Event(OPEN))

/** One press from every page: help with reading. */
export const ReadingButton = ({ className }: { readonly className: string }) => (
  <button
    type="button"
    onClick={openReadingHelp}
    aria-haspopup="dialog"
    aria-label={say('reading_help')}
    title={say('reading_help')}
    className={className}
  >
    <Glasses size={20} aria-hidden="true" />
  </button>
)

/** The window of reading help, which Alt R opens too, and the guide where somebody wants one. */
export function ReadingHelp() {
  const [open, setOpen] = useState(false)
  /** A guide that was just chosen shows itself; on other pages it waits until a text is pressed. */
  const [begin, setBegin] = useState(false)
  const opener = useRef<Element | null>(null)
  const { guide } = readingOf(useMe())
  useEffect(() => {
    const show = () => {
      opener.current = document.activeElement
      setOpen(true)
    }
    const onKey = (event: KeyboardEvent) => {
      if (!event.altKey || event.ctrlKey || event.metaKey || event.code !== 'KeyR') return
      event.preventDefault()
      show()
    }
    window.addEventListener(OPEN, show)
    window.addEventListener('keydown', onKey)
    return () => {
      window.removeEventListener(OPEN, show)
      window.removeEventListener('keydown', onKey)
    }
  }, [])
  const close = (used: boolean) => {
    setOpen(false)
    setBegin(used)
    if (opener.current instanceof HTMLElement) opener.current.focus()
  }
  return (
    <Suspense fallback={null}>
      {guide > 0 && <Guide count={guide} begin={begin} />}
      {open && <ReadingPanel onClose={close} />}
    </Suspense>
  )
}
