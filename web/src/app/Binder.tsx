import type { Me, Tie } from '@oppen/contract'
import { CalendarDays, Plus, Users } from 'lucide-react'
import { Suspense } from 'react'
import { Link, NavLink, useLocation, useParams } from 'react-router'
import { OwnFace } from '../parts/OwnFace.js'
import { say } from '../words/say.js'
import { Brand, SignOut } from './brand.js'
import { openPalette } from './Keys.js'
import { Look } from './Look.js'
import { part } from './part.js'
import {
  type Area,
  areasOf,
  areasOfChild,
  childrenOf,
  firstName,
  homeOf,
  nameAmong,
  placesOf,
} from './places.js'
import { ReadingButton } from './ReadingHelp.js'
import { useMe } from './session.js'
import { useWaiting, type Waiting } from './waiting.js'

const DemoClock = part(() => import('./DemoClock.js'))
const NewsCount = part(() => import('./NewsCount.js'))

export function Binder() {
  const me = useMe()
  const waiting = useWaiting()
  return (
    <aside
      aria-label={say('binder_name')}
      className="flex min-h-0 flex-col overflow-y-auto bg-linen pt-4 pb-3 max-md:hidden"
    >
      <Brand />
      <button
        type="button"
        onClick={openPalette}
        className="mx-4 mt-2 flex items-center justify-between rounded-[var(--radius-card)] border border-edge/60 bg-sheet/60 px-2.5 py-1.5 text-sm text-soft hover:bg-sheet"
      >
        {say('find_or_do')}
        <kbd className="rounded border border-edge/60 px-1.5 font-sans text-xs">Ctrl K</kbd>
      </button>
      <nav aria-label={say('binder')} className="mt-4 flex flex-col gap-1 ps-4">
        <NavLink
          to="/today"
          className="flex items-center justify-between rounded-s-[var(--radius-card)] py-2 pe-3.5 ps-3 font-semibold aria-[current=page]:bg-sheet hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
        >
          {say('today')}
          <Count count={waiting.all} strong />
        </NavLink>
        <NavLink
          to="/new"
          className="flex items-center justify-between rounded-s-[var(--radius-card)] py-1.5 pe-3.5 ps-3 text-[0.9375rem] aria-[current=page]:bg-sheet aria-[current=page]:font-semibold hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
        >
          {say('news')}
          <Suspense fallback={null}>
            <NewsCount className={`${COUNT} bg-ochre text-on-ochre`} />
          </Suspense>
        </NavLink>
        <NavLink
          to="/calendar"
          className="flex items-center gap-2 rounded-s-[var(--radius-card)] py-1.5 pe-3.5 ps-3 text-[0.9375rem] aria-[current=page]:bg-sheet aria-[current=page]:font-semibold hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
        >
          <CalendarDays size={15} aria-hidden="true" className="shrink-0" />
          {say('calendar')}
        </NavLink>
        {me.account.kind === 'family' ? <Children me={me} /> : <Classes me={me} waiting={waiting} />}
        <Circles me={me} />
        {me.account.ownsSchool && <School />}
        <AddMore me={me} />
      </nav>
      <Foot me={me} />
    </aside>
  )
}

const COUNT = 'min-w-5 rounded-full px-1.5 text-center text-xs leading-5 font-bold tabular-nums'

function Count({ count, strong = false }: { readonly count: number; readonly strong?: boolean }) {
  if (!count) return null
  return (
    <span className={`${COUNT} ${strong ? 'bg-ochre text-on-ochre' : 'bg-linen-deep text-ink'}`}>
      {count}
    </span>
  )
}

function Classes({ me, waiting: { of, inTalk } }: { readonly me: Me; readonly waiting: Waiting }) {
  const { classId } = useParams()
  const { daily } = placesOf(me)
  // a class out of the way still has its divider while somebody is in it
  const visited = me.ties.find(tie => tie.classId === classId && !daily.includes(tie))
  return [...daily, ...(visited ? [visited] : [])].map(tie => (
    <Divider
      key={tie.classId}
      name={nameAmong(tie, me.ties)}
      look={tie}
      to={homeOf(tie)}
      chosen={tie.classId === classId}
      areas={areasOf(tie)}
      count={of(tie.classId)}
      inTalk={inTalk(tie.classId)}
    />
  ))
}

function Children({ me }: { readonly me: Me }) {
  const { child, classId, placeId } = useParams()
  const waiting = useWaiting()
  return childrenOf(me).map(one => {
    const chosen =
      one.child === child || one.ties.some(tie => tie.classId === classId && tie.placeId === placeId)
    return (
      <Divider
        key={one.child}
        name={firstName(one.name)}
        to={areasOfChild(one.child)[0]?.to ?? '/today'}
        chosen={chosen}
        areas={areasOfChild(one.child)}
        count={waiting.of(one.child)}
        inTalk={waiting.inTalk(one.child)}
      />
    )
  })
}

type DividerProps = {
  readonly name: string
  readonly look?: Pick<Tie, 'tint' | 'sign'>
  readonly to: string
  readonly chosen: boolean
  readonly areas: readonly Area[]
  readonly count: number
  readonly inTalk: number
}

/** One divider of the binder; the chosen one joins the sheet and opens into its areas. */
function Divider({ name, look, to, chosen, areas, count, inTalk }: DividerProps) {
  const { pathname } = useLocation()
  // screens that are reached from an area and stand at an address of their own
  const within = /\/(mark-book$|reports$|portfolio(\/|$))/.test(pathname)
    ? 'area_progress'
    : pathname.includes('/work/') || pathname.endsWith('/post')
      ? 'area_topics'
      : undefined
  return (
    <div className={chosen ? 'rounded-s-[var(--radius-card)] bg-sheet pb-2' : ''}>
      <Link
        to={to}
        className={`flex items-center justify-between gap-2 rounded-s-[var(--radius-card)] py-2 pe-3.5 ps-3 font-semibold ${chosen ? '' : 'hover:bg-linen-deep'}`}
      >
        <span className="flex min-w-0 items-center gap-2">
          <Look of={look} />
          <span className="min-w-0">{name}</span>
        </span>
        <Count count={count} />
      </Link>
      {chosen &&
        areas.map(area => {
          const here = pathname.startsWith(area.to) || area.key === within
          const Icon = area.icon
          return (
            <Link
              key={area.key}
              to={area.to}
              aria-current={here ? 'page' : undefined}
              className="me-3.5 ms-2.5 flex items-center gap-2.5 rounded-md px-2.5 py-1.5 text-[0.9375rem] text-soft hover:bg-pale aria-[current=page]:bg-blue aria-[current=page]:font-semibold aria-[current=page]:text-on-blue"
            >
              <Icon size={16} aria-hidden="true" />
              <span className="flex-1">{say(area.key)}</span>
              {area.key === 'area_talk' && <Count count={inTalk} />}
            </Link>
          )
        })}
    </div>
  )
}

/** The school, for whoever looks after it. */
function School() {
  const { pathname } = useLocation()
  const here = /^\/school(\/|$)/.test(pathname)
  return (
    <Link
      to="/school"
      aria-current={here ? 'page' : undefined}
      className="rounded-s-[var(--radius-card)] py-2 pe-3.5 ps-3 font-semibold aria-[current=page]:bg-sheet hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
    >
      {say('area_school')}
    </Link>
  )
}

/** The circles, each a press away. */
function Circles({ me }: { readonly me: Me }) {
  const waiting = useWaiting()
  return me.circles.map(circle => (
    <NavLink
      key={circle.circleId}
      to={`/circles/${circle.circleId}`}
      className="flex items-center gap-2 rounded-s-[var(--radius-card)] py-2 pe-3.5 ps-3 text-[0.9375rem] aria-[current=page]:bg-sheet aria-[current=page]:font-semibold hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
    >
      <Users size={15} aria-hidden="true" className="shrink-0" />
      <span className="min-w-0 flex-1">{circle.name}</span>
      <Count count={waiting.inTalk(circle.circleId)} />
    </NavLink>
  ))
}

const QUIET =
  'flex items-center gap-1.5 rounded-s-[var(--radius-card)] py-1.5 ps-3 text-[0.9375rem] text-soft hover:bg-linen-deep'

function AddMore({ me }: { readonly me: Me }) {
  const { kind } = me.account
  const [to, words] =
    kind === 'teacher'
      ? ['/classes/new', say('new_class')]
      : kind === 'pupil'
        ? ['/?join', say('join_class')]
        : ['/?join', say('add_child')]
  if (me.account.guest) return null
  return (
    <>
      <Link to={to} className={QUIET}>
        <Plus size={15} aria-hidden="true" />
        {words}
      </Link>
      <Link to="/circles/new" className={QUIET}>
        <Plus size={15} aria-hidden="true" />
        {say('circle_new')}
      </Link>
      <Link to="/classes" className={QUIET}>
        {say('classes_all')}
      </Link>
    </>
  )
}

function Foot({ me }: { readonly me: Me }) {
  const { shownName, kind, guest } = me.account
  return (
    <>
      {me.clockMoves && (
        <div className="mx-4 mt-auto pt-4">
          <Suspense fallback={null}>
            <DemoClock />
          </Suspense>
        </div>
      )}
      {/* devices are shared: who is in stays in sight, however many classes there are */}
      <div className="sticky -bottom-3 mt-auto -mb-3 bg-linen px-4 pb-3">
        <div className="flex items-center gap-2.5 border-t border-linen-deep pt-3">
          <OwnFace account={me.account} />
          <div className="min-w-0 text-sm leading-snug">
            <Link
              to="/account"
              className="block min-h-6 truncate rounded font-bold hover:underline hover:underline-offset-2"
            >
              {shownName}
            </Link>
            <p className="text-soft">
              {say(guest ? 'role_guest' : `role_${kind}`)} · <SignOut />
            </p>
          </div>
          <ReadingButton className="ms-auto flex size-8 shrink-0 items-center justify-center rounded text-soft hover:bg-linen-deep" />
        </div>
      </div>
    </>
  )
}
