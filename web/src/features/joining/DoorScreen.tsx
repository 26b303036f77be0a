import type { DoorPage } from '@oppen/contract'
import { doorState, LETTER_ARC, showCode } from '@oppen/core/joining'
import { useQuery } from '@tanstack/react-query'
import { Maximize, X } from 'lucide-react'
import { useRef } from 'react'
import { Link, useNavigate } from 'react-router'
import { reads } from '../../app/queries.js'
import { useIds, useTicking } from '../../app/session.js'
import { useLive } from '../../app/useLive.js'
import { Waiting } from '../../parts/Feedback.js'
import { say, type WordKey } from '../../words/say.js'
import { timeOfDay } from '../../words/times.js'
import { AtTheDoor } from './AtTheDoor.js'
import { DoorControls } from './DoorControls.js'
import { QrCode } from './QrCode.js'
import { useLetterArc } from './useLetterArc.js'
import { WhoIsIn } from './WhoIsIn.js'

/** The door on the board: the code for the back row, and who is in. */
export function Screen() {
  const { classId } = useIds()
  const me = useQuery(reads.me())
  useLive(me.data?.live)
  const page = useQuery(reads.door(classId))
  if (page.error) throw page.error
  if (!page.data || !me.data) return <Waiting />
  return <Board page={page.data} zone={me.data.zone} />
}

function Board({ page, zone }: { readonly page: DoorPage; readonly zone: string }) {
  const now = useTicking(page.now, 1000)
  const { door } = page
  const open = door ? doorState(door, now) : undefined
  return (
    <main className="grid min-h-dvh bg-board text-chalk md:h-dvh md:grid-cols-[minmax(0,1fr)_372px]">
      <title>{say('board_title', { className: page.className })}</title>
      <div className="relative flex flex-col border-e-4 border-margin p-8 md:p-12">
        <h1 className="pe-72 text-2xl max-md:pe-0 max-md:pt-8">
          {page.className}
          <span className="ms-4 font-sans text-lg font-normal opacity-90">
            {page.teacherName} {page.yearLabel && `· ${page.yearLabel}`}
          </span>
        </h1>
        {door && open?.open ? (
          <Open code={door.code} admits={say(`board_admits_now_${door.admits}` as WordKey)} />
        ) : (
          <p className="mt-14 text-2xl">
            {open && !open.open
              ? say('board_closed_at', { at: timeOfDay(open.since, zone) })
              : say('board_never')}
          </p>
        )}
        <div className="mt-auto flex flex-wrap items-end gap-8 pt-6">
          {door && open?.open && <QrCode text={`${location.origin}/come/${door.code}`} />}
          <DoorControls page={page} now={now} zone={zone} />
        </div>
        <div className="absolute top-5 end-5 flex gap-1">
          <FillScreen />
          <LeaveBoard />
        </div>
      </div>
      <aside
        aria-label={say('board_who')}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a long list scrolls, and has to be reached by the keyboard
        tabIndex={0}
        className="flex min-h-0 flex-col overflow-y-auto bg-linen px-6 py-7 text-ink"
      >
        <AtTheDoor page={page} />
        <WhoIsIn page={page} now={now} />
      </aside>
    </main>
  )
}

function Open({ code, admits }: { readonly code: string; readonly admits: string }) {
  const letters = useRef<HTMLParagraphElement>(null)
  const arc = useLetterArc(letters)
  return (
    <div className="mt-8">
      <p data-back-row className="font-head text-[clamp(1.75rem,3.8vw,4.5rem)] leading-tight font-semibold">
        {say('board_type', { host: location.host })}
      </p>
      <p
        ref={letters}
        data-code={code}
        data-back-row
        className="my-3 font-head text-[clamp(3rem,12.4vw,13rem)] leading-none font-bold whitespace-nowrap text-white"
      >
        {showCode(code)}
      </p>
      {arc !== undefined && arc < LETTER_ARC.least && (
        <p role="status" className="mb-2 font-semibold text-ochre">
          {say('board_small')}
        </p>
      )}
      <p className="text-lg opacity-90">
        {say('board_alike')} {admits}
      </p>
    </div>
  )
}

const CORNER = 'flex items-center gap-2 rounded px-2 py-1 text-sm text-chalk hover:bg-chalk/10'

/** Nothing but the board on the screen, where the browser can do that. */
function FillScreen() {
  if (!document.fullscreenEnabled) return null
  const toggle = () =>
    document.fullscreenElement ? document.exitFullscreen() : document.documentElement.requestFullscreen()
  return (
    <button type="button" className={CORNER} onClick={() => void toggle()}>
      {say('board_fill')} <Maximize size={15} aria-hidden="true" />
    </button>
  )
}

function LeaveBoard() {
  const navigate = useNavigate()
  const { classId } = useIds()
  return (
    <Link
      to={`/c/${classId}/register`}
      onClick={event => {
        if (window.history.length <= 1) return
        event.preventDefault()
        navigate(-1)
      }}
      className={CORNER}
    >
      {say('board_leave')} <X size={16} aria-hidden="true" />
    </Link>
  )
}
