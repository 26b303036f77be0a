import type { Me } from '@oppen/contract'
import { agendaOf } from '@oppen/core/today'
import { stateOf } from '@oppen/core/work'
import { useQuery } from '@tanstack/react-query'
import { Plus } from 'lucide-react'
import { lazy, type ReactNode, Suspense, useMemo } from 'react'
import { Link, NavLink, useLocation, useParams } from 'react-router'
import { Avatar } from '../parts/Avatar.js'
import { say } from '../words/say.js'
import { openPalette } from './Keys.js'
import { type Area, areasOf, areasOfChild, childrenOf, firstName } from './places.js'
import { reads } from './queries.js'
import { useMe, useNow, useSignOut } from './session.js'

const DemoClock = lazy(() => import('./DemoClock.js'))

/** How much waits in each class and in all: to do for pupils, to mark and asks for teachers. */
export function useWaiting(): { all: number; of: (key: string) => number } {
  const { data } = useQuery(reads.today())
  const { now } = useNow()
  return useMemo(() => {
    const counts = new Map<string, number>()
    const add = (key: string, count: number) => counts.set(key, (counts.get(key) ?? 0) + count)
    for (const one of data?.teaching ?? []) {
      for (const work of one.works) add(one.classId, work.toMark + work.newNotes)
    }
    for (const piece of data?.pieces ?? []) {
      const agenda = agendaOf([{ state: stateOf(piece.standing, piece.work, now), minutes: null }])
      const count = agenda.needsAHand.length + agenda.next.length
      add(piece.classId, count)
      add(piece.child, count)
    }
    const classes = new Set([...(data?.teaching ?? []), ...(data?.pieces ?? [])].map(one => one.classId))
    const all = [...classes].reduce((sum, key) => sum + (counts.get(key) ?? 0), 0)
    return { all, of: (key: string) => counts.get(key) ?? 0 }
  }, [data, now])
}

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
      <nav aria-label={say('binder')} className="mt-4 flex flex-col gap-1 pl-4">
        <NavLink
          to="/today"
          className="flex items-center justify-between rounded-l-[var(--radius-card)] py-2 pr-3.5 pl-3 font-semibold aria-[current=page]:bg-sheet hover:bg-linen-deep aria-[current=page]:hover:bg-sheet"
        >
          {say('today')}
          <Count count={waiting.all} strong />
        </NavLink>
        {me.account.kind === 'family' ? <Children me={me} /> : <Classes me={me} of={waiting.of} />}
        <AddMore me={me} />
      </nav>
      <Foot me={me} />
    </aside>
  )
}

export function Brand() {
  return (
    <Link to="/today" className="ml-4 flex w-max items-center gap-2 rounded">
      <img src="/oppen.svg" alt="" width="28" height="28" />
      <span className="font-head text-2xl font-bold text-blue">{say('app')}</span>
    </Link>
  )
}

function Count({ count, strong = false }: { readonly count: number; readonly strong?: boolean }) {
  if (!count) return null
  return (
    <span
      className={`min-w-5 rounded-full px-1.5 text-center text-xs leading-5 font-bold tabular-nums ${strong ? 'bg-ochre text-on-ochre' : 'bg-linen-deep text-ink'}`}
    >
      {count}
    </span>
  )
}

function Classes({ me, of }: { readonly me: Me; readonly of: (key: string) => number }) {
  const { classId } = useParams()
  return me.ties.map(tie => (
    <Divider
      key={tie.classId}
      name={tie.className}
      to={areasOf(tie)[0]?.to ?? '/today'}
      chosen={tie.classId === classId}
      areas={areasOf(tie)}
      count={of(tie.classId)}
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
      />
    )
  })
}

type DividerProps = {
  readonly name: string
  readonly to: string
  readonly chosen: boolean
  readonly areas: readonly Area[]
  readonly count: number
}

/** One divider of the binder; the chosen one joins the sheet and opens into its areas. */
function Divider({ name, to, chosen, areas, count }: DividerProps) {
  const { pathname } = useLocation()
  const inWork = pathname.includes('/work/') || pathname.endsWith('/post')
  return (
    <div className={chosen ? 'rounded-l-[var(--radius-card)] bg-sheet pb-2' : ''}>
      <Link
        to={to}
        className={`flex items-center justify-between gap-2 rounded-l-[var(--radius-card)] py-2 pr-3.5 pl-3 font-semibold ${chosen ? '' : 'hover:bg-linen-deep'}`}
      >
        <span className="min-w-0">{name}</span>
        <Count count={count} />
      </Link>
      {chosen &&
        areas.map(area => {
          const here = pathname.startsWith(area.to) || (inWork && area.key === 'area_topics')
          const Icon = area.icon
          return (
            <Link
              key={area.key}
              to={area.to}
              aria-current={here ? 'page' : undefined}
              className="mr-3.5 ml-2.5 flex items-center gap-2.5 rounded-md px-2.5 py-1.5 text-[15px] text-soft hover:bg-pale aria-[current=page]:bg-blue aria-[current=page]:font-semibold aria-[current=page]:text-on-blue"
            >
              <Icon size={16} aria-hidden="true" />
              {say(area.key)}
            </Link>
          )
        })}
    </div>
  )
}

function AddMore({ me }: { readonly me: Me }) {
  const { kind } = me.account
  const [to, words] =
    kind === 'teacher'
      ? ['/classes/new', say('new_class')]
      : kind === 'pupil'
        ? ['/?join', say('join_class')]
        : ['/family', say('add_child')]
  return (
    <Link
      to={to}
      className="flex items-center gap-1.5 rounded-l-[var(--radius-card)] py-2 pl-3 text-[15px] text-soft hover:bg-linen-deep"
    >
      <Plus size={15} aria-hidden="true" />
      {words}
    </Link>
  )
}

function Foot({ me }: { readonly me: Me }) {
  const { shownName, kind } = me.account
  return (
    <div className="mx-4 mt-auto pt-4">
      {me.clockMoves && (
        <Suspense fallback={null}>
          <DemoClock />
        </Suspense>
      )}
      <div className="flex items-center gap-2.5 border-t border-linen-deep pt-3">
        <Avatar name={shownName} />
        <div className="min-w-0 text-sm leading-snug">
          <p className="truncate font-bold">{shownName}</p>
          <p className="text-soft">
            {say(`role_${kind}`)} · <SignOut />
          </p>
        </div>
      </div>
    </div>
  )
}

export function SignOut(): ReactNode {
  const signOut = useSignOut()
  return (
    <button type="button" className="underline underline-offset-2" onClick={() => void signOut()}>
      {say('sign_out')}
    </button>
  )
}
