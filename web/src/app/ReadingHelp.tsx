import { Glasses } from 'lucide-react'
import { Suspense, useEffect, useEffectEvent, useRef, useState } from 'react'
import { say } from '../words/say.js'
import { part } from './part.js'
import { type Asked, readingOf } from './reading.js'
import { useMe } from './session.js'

const ReadingPanel = part(() => import('../features/readingHelp/ReadingPanel.js'), ['readingHelp'])
const Guide = part(() => import('../features/readingHelp/Guide.js'), ['readingHelp'])
const ListenBar = part(() => import('../features/readingHelp/aloud/ListenBar.js'), ['readingHelp'])

const ShownWords = part(() => import('../features/readingHelp/words/ShownWords.js'), ['readingHelp'])

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

/** The window of reading help (Alt R), what reads aloud (Alt L), what helps with a word (Alt W), and the guide where somebody wants one. */
export function ReadingHelp() {
  const { guide, listen, showing } = readingOf(useMe())
  const [open, setOpen] = useState(false)
  /** A guide that was just chosen shows itself; on other pages it waits until a text is pressed. */
  const [begin, setBegin] = useState(false)
  /** How often it was asked to read or to help with a word, and whether that was put away since. */
  const [asked, setAsked] = useState<Asked>({ times: 0, what: 'read' })
  const [away, setAway] = useState(false)
  const opener = useRef<Element | null>(null)
  const show = useEffectEvent(() => {
    opener.current = document.activeElement
    setOpen(true)
  })
  const ask = (what: Asked['what']) => {
    setAsked({ times: asked.times + 1, what })
    setAway(false)
  }
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (!event.altKey || event.ctrlKey || event.metaKey) return
    const what = ({ KeyL: 'read', KeyW: 'word' } as const)[event.code]
    if (!what && event.code !== 'KeyR') return
    event.preventDefault()
    if (what) ask(what)
    else show()
  })
  useEffect(() => {
    const onOpen = () => show()
    const onDown = (event: KeyboardEvent) => onKey(event)
    window.addEventListener(OPEN, onOpen)
    window.addEventListener('keydown', onDown)
    return () => {
      window.removeEventListener(OPEN, onOpen)
      window.removeEventListener('keydown', onDown)
    }
  }, [])
  const close = (used: boolean) => {
    setOpen(false)
    setBegin(used)
    if (used) setAway(false)
    if (opener.current instanceof HTMLElement) opener.current.focus()
  }
  return (
    <Suspense fallback={null}>
      {guide > 0 && <Guide count={guide} begin={begin} />}
      {showing !== 'nothing' && <ShownWords showing={showing} />}
      {(listen || asked.times > 0) && !away && (
        <ListenBar
          asked={asked}
          onChoose={openReadingHelp}
          onClose={() => {
            setAsked({ times: 0, what: 'read' })
            setAway(true)
          }}
        />
      )}
      {open && (
        <ReadingPanel
          onClose={close}
          onAsk={what => {
            close(false)
            ask(what)
          }}
        />
      )}
    </Suspense>
  )
}
