import type { DoorPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type DoorSpan, doorState, showCode } from '@oppen/core/joining'
import { timeOfDay } from '@oppen/core/timing'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { Link, useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useLive } from '../../app/live.js'
import { firstName } from '../../app/places.js'
import { reads } from '../../app/queries.js'
import { useIds, useTicking } from '../../app/session.js'
import { Avatar } from '../../parts/Avatar.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { QrCode } from './QrCode.js'

/** The door on the board: the code for the back row, and who is in. */
export function Screen() {
  const { classId } = useIds()
  useLive()
  const page = useQuery(reads.door(classId))
  const me = useQuery(reads.me())
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
      <div className="relative flex flex-col border-r-4 border-margin p-8 md:p-12">
        <h1 className="text-2xl">
          {page.className}
          <span className="ml-4 font-sans text-lg font-normal opacity-90">
            {page.teacherName} {page.yearLabel && `· ${page.yearLabel}`}
          </span>
        </h1>
        {door && open?.open ? (
          <Open code={door.code} />
        ) : (
          <p className="mt-16 text-2xl">
            {open && !open.open
              ? say('board_closed_at', { at: timeOfDay(open.since, zone) })
              : say('board_never')}
          </p>
        )}
        <div className="mt-auto flex flex-wrap items-end gap-8 pt-8">
          {door && open?.open && <QrCode text={`${location.origin}/come/${door.code}`} />}
          <Controls page={page} now={now} />
        </div>
        <LeaveBoard />
      </div>
      <Inside page={page} now={now} />
    </main>
  )
}

function Open({ code }: { readonly code: string }) {
  return (
    <div className="mt-14">
      <p className="text-2xl">{say('board_type')}</p>
      <p
        data-code={code}
        className="my-3 font-head text-[clamp(4.5rem,12.4vw,13rem)] leading-none font-bold whitespace-nowrap text-white"
      >
        {showCode(code)}
      </p>
      <p className="text-lg opacity-90">{say('board_alike')}</p>
    </div>
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
      className="absolute top-5 right-5 flex items-center gap-2 rounded px-2 py-1 text-sm text-chalk hover:bg-chalk/10"
    >
      {say('board_leave')} <X size={16} aria-hidden="true" />
    </Link>
  )
}

const SPANS: readonly {
  readonly span: DoorSpan
  readonly key: 'board_60' | 'board_30' | 'board_today' | 'board_open_untilClosed'
}[] = [
  { span: { minutes: 60 }, key: 'board_60' },
  { span: { minutes: 30 }, key: 'board_30' },
  { span: 'today', key: 'board_today' },
  { span: 'untilClosed', key: 'board_open_untilClosed' },
]

function Controls({ page, now }: { readonly page: DoorPage; readonly now: number }) {
  const { classId } = useIds()
  const client = useQueryClient()
  const put = (next: DoorPage) => client.setQueryData(reads.door(classId).queryKey, next)
  const openIt = useMutation({
    mutationFn: (span: DoorSpan) => call(routes.openDoor, { classId }, { span }),
    onSuccess: put,
  })
  const lengthen = useMutation({
    mutationFn: () => call(routes.lengthenDoor, { classId }, { minutes: 30 }),
    onSuccess: put,
  })
  const close = useMutation({ mutationFn: () => call(routes.closeDoor, { classId }), onSuccess: put })
  const problem = openIt.error ?? lengthen.error ?? close.error
  const state = page.door ? doorState(page.door, now) : undefined
  return (
    <div className="flex flex-1 flex-wrap items-end justify-between gap-6">
      {problem && <Problem words={problemWords(problem, { now, zone: 'UTC' })} />}
      {state?.open ? (
        <>
          <div>
            {state.left !== null && (
              <p role="timer" className="font-head text-5xl font-bold tabular-nums">
                {countdown(state.left)}
              </p>
            )}
            <p className="mt-1 max-w-80 text-lg opacity-90">
              {say(state.left === null ? 'board_untilClosed' : 'board_left')}
            </p>
          </div>
          <div className="flex flex-wrap gap-3">
            {state.left !== null && (
              <Button look="ochre" onClick={() => lengthen.mutate()}>
                {say('board_longer')}
              </Button>
            )}
            <Button look="board" onClick={() => close.mutate()}>
              {say('board_close')}
            </Button>
          </div>
        </>
      ) : (
        <div>
          <p className="mb-3 text-xl">{say('board_open_for')}</p>
          <div className="flex flex-wrap gap-3">
            {SPANS.map(({ span, key }, index) => (
              <Button
                key={key}
                look={index === 0 ? 'ochre' : 'board'}
                onClick={() => openIt.mutate(span)}
                disabled={openIt.isPending}
              >
                {say(key)}
              </Button>
            ))}
          </div>
        </div>
      )}
    </div>
  )
}

/** "42:17", with hours before it where there are any. */
function countdown(left: number): string {
  const seconds = Math.ceil(left / 1000)
  const two = (value: number) => String(value).padStart(2, '0')
  const hours = Math.floor(seconds / 3600)
  const rest = `${two(Math.floor((seconds % 3600) / 60))}:${two(seconds % 60)}`
  return hours ? `${hours}:${rest}` : rest
}

function Inside({ page, now }: { readonly page: DoorPage; readonly now: number }) {
  const { inside, notYet } = page
  const all = inside.length + notYet.length
  return (
    <aside
      aria-label={say('board_who')}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a long list scrolls, and has to be reached by the keyboard
      tabIndex={0}
      className="flex min-h-0 flex-col overflow-y-auto bg-linen px-6 py-7 text-ink"
    >
      <h2 className="text-2xl" aria-live="polite">
        {say('board_in', { in: inside.length, of: all })}
      </h2>
      <progress
        max={Math.max(1, all)}
        value={inside.length}
        aria-label={say('board_in', { in: inside.length, of: all })}
        className="mt-3 h-2 w-full appearance-none overflow-hidden rounded-full bg-linen-deep [&::-webkit-progress-bar]:bg-linen-deep [&::-webkit-progress-value]:bg-blue [&::-moz-progress-bar]:bg-blue"
      />
      <ul className="mt-4 flex flex-col gap-1.5">
        {inside.map(one => (
          <li key={one.placeId} className="flex items-center gap-3">
            <Avatar name={one.name} size={24} />
            <span className="flex-1">{one.name}</span>
            <span className="text-sm text-soft tabular-nums">
              {now - one.at < 60_000
                ? say('board_now')
                : say('board_ago', { minutes: Math.floor((now - one.at) / 60_000) })}
            </span>
          </li>
        ))}
      </ul>
      {notYet.length > 0 && (
        <p className="mt-3 border-t border-linen-deep pt-3 text-[15px] text-soft">
          {say('board_not_yet', { names: notYet.map(one => firstName(one.name)).join(', ') })}
        </p>
      )}
    </aside>
  )
}
