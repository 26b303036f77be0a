import type { Me } from '@oppen/contract'
import { CalendarDays, LayoutList, Plus, Search, Sun } from 'lucide-react'
import { Suspense, useEffect, useRef } from 'react'
import { Link, useLocation, useParams } from 'react-router'
import { Avatar } from '../parts/Avatar.js'
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
import { useChild } from './useChild.js'

const PersonMenu = part(() => import('./PersonMenu.js'))
const NewsLink = part(() => import('./NewsLink.js'))

/** Above the sheet on a phone: who is signed in, and the dividers as tabs (children, for a family). */
export function PhoneTop() {
  const me = useMe()
  const { pathname } = useLocation()
  const tabs = useRef<HTMLElement>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: on each address another tab may be the chosen one
  useEffect(() => {
    const chosen = tabs.current?.querySelector('[aria-current=true]')
    chosen?.scrollIntoView({ inline: 'nearest', block: 'nearest' })
  }, [pathname])
  return (
    <header className="phone-bar bg-linen pt-3 md:hidden">
      <div className="flex items-center justify-between gap-2 pe-4">
        <Brand />
        <div className="ms-auto flex items-center">
          <Suspense fallback={null}>
            <NewsLink />
          </Suspense>
        </div>
        <button
          type="button"
          onClick={openPalette}
          aria-label={say('shortcut_find')}
          className="flex size-8 shrink-0 items-center justify-center rounded text-soft hover:bg-linen-deep"
        >
          <Search size={18} aria-hidden="true" />
        </button>
        <ReadingButton className="-ms-2 flex size-8 shrink-0 items-center justify-center rounded text-soft hover:bg-linen-deep" />
        {me.tablet ? (
          <p className="min-w-0 truncate text-sm text-soft">
            {me.account.shownName} <SignOut />
          </p>
        ) : (
          <Suspense fallback={<OwnFace account={me.account} />}>
            <PersonMenu me={me} />
          </Suspense>
        )}
      </div>
      <nav ref={tabs} aria-label={say('binder')} className="mt-2 flex scroll-px-3 gap-1 overflow-x-auto px-3">
        {me.account.kind === 'family' ? <ChildTabs me={me} /> : <ClassTabs me={me} />}
      </nav>
    </header>
  )
}

const TAB =
  'flex shrink-0 items-center gap-2 whitespace-nowrap rounded-t-[var(--radius-card)] px-3 py-2 text-[0.9375rem] font-semibold'

function ClassTabs({ me }: { readonly me: Me }) {
  const { classId } = useParams()
  return (
    <>
      {placesOf(me).daily.map(tie => (
        <Link
          key={tie.classId}
          to={homeOf(tie)}
          aria-current={tie.classId === classId ? 'true' : undefined}
          className={`${TAB} ${tie.classId === classId ? 'bg-sheet' : ''}`}
        >
          <Look of={tie} />
          {nameAmong(tie, me.ties)}
        </Link>
      ))}
      <Link
        to={me.account.kind === 'teacher' ? '/classes/new' : '/?join'}
        className={`${TAB} font-normal text-soft`}
      >
        <Plus size={15} aria-hidden="true" />
        {say(me.account.kind === 'teacher' ? 'new_class' : 'join_class')}
      </Link>
      <MoreTabs me={me} />
    </>
  )
}

/** Circles, and everything that has no tab of its own. */
function MoreTabs({ me }: { readonly me: Me }) {
  const { circleId } = useParams()
  return (
    <>
      {me.account.ownsSchool && (
        <Link to="/school" className={TAB}>
          {say('area_school')}
        </Link>
      )}
      {me.circles.map(circle => (
        <Link
          key={circle.circleId}
          to={`/circles/${circle.circleId}`}
          aria-current={circle.circleId === circleId ? 'true' : undefined}
          className={`${TAB} ${circle.circleId === circleId ? 'bg-sheet' : ''}`}
        >
          {circle.name}
        </Link>
      ))}
      <Link to="/calendar" className={`${TAB} font-normal text-soft`}>
        <CalendarDays size={15} aria-hidden="true" />
        {say('calendar')}
      </Link>
      <Link to="/classes" className={`${TAB} font-normal text-soft`}>
        <LayoutList size={15} aria-hidden="true" />
        {say('classes_all')}
      </Link>
    </>
  )
}

function ChildTabs({ me }: { readonly me: Me }) {
  const chosen = useChild(me)
  return (
    <>
      {childrenOf(me).map(one => (
        <Link
          key={one.child}
          to={`/today?child=${one.child}`}
          aria-current={one.child === chosen?.child ? 'true' : undefined}
          className={`${TAB} ${one.child === chosen?.child ? 'bg-sheet' : ''}`}
        >
          <Avatar name={firstName(one.name)} size={26} />
          {firstName(one.name)}
        </Link>
      ))}
      <Link to="/?join" className={`${TAB} font-normal text-soft`}>
        <Plus size={15} aria-hidden="true" />
        {say('add_child')}
      </Link>
      <MoreTabs me={me} />
    </>
  )
}

/** What a class says of itself is a press away on its week; the bar keeps its room for what changes every day. */
const fits = (area: Area) => area.key !== 'area_about'

/** Below the sheet on a phone: Today and the areas of the chosen class or child. */
export function PhoneBar() {
  const me = useMe()
  const { classId } = useParams()
  const child = useChild(me) ?? childrenOf(me)[0]
  const { pathname } = useLocation()
  const tie = me.ties.find(one => one.classId === classId) ?? placesOf(me).daily[0]
  const areas =
    me.account.kind === 'family' ? (child ? areasOfChild(child.child) : []) : tie ? areasOf(tie) : []
  const today: Area = { to: '/today', key: 'today', icon: Sun }
  return (
    <nav
      aria-label={say('areas')}
      className="phone-bar grid auto-cols-fr grid-flow-col border-t border-linen-deep bg-linen pb-[env(safe-area-inset-bottom)] md:hidden"
    >
      {[today, ...areas.filter(fits)].map(area => {
        const Icon = area.icon
        return (
          <Link
            key={area.key}
            to={area.to}
            aria-current={pathname.startsWith(area.to) ? 'page' : undefined}
            className="flex min-w-0 flex-col items-center gap-0.5 py-2 text-xs text-soft aria-[current=page]:font-bold aria-[current=page]:text-blue"
          >
            <Icon size={20} aria-hidden="true" />
            <span className="max-w-full text-center leading-tight hyphens-auto [overflow-wrap:anywhere]">
              {say(area.key)}
            </span>
          </Link>
        )
      })}
    </nav>
  )
}
