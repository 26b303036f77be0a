import type { Found, Me } from '@oppen/contract'
import { FOUND_KINDS, routes } from '@oppen/contract'
import { segmentsOf, wordsOf } from '@oppen/core/search'
import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { ClipboardList, FileText, type LucideIcon, MessagesSquare, Paperclip, UserRound } from 'lucide-react'
import {
  type KeyboardEvent,
  memo,
  startTransition,
  useDeferredValue,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { flushSync } from 'react-dom'
import { useNavigate } from 'react-router'
import { Window } from '../parts/Window.js'
import { say } from '../words/say.js'
import { call } from './api.js'
import { addressOfFound } from './foundAt.js'
import { areasOf, areasOfChild, childrenOf } from './places.js'
import { openReadingHelp } from './ReadingHelp.js'
import { SCHOOL_PARTS } from './schoolParts.js'
import { isTeacher, useMe, useSignOut } from './session.js'

type Entry = { readonly id: string; readonly words: string; readonly where?: string; readonly go: () => void }

const LINE =
  'flex cursor-pointer items-baseline justify-between gap-4 rounded px-3 py-1.5 data-[selected=true]:bg-pale'
const GROUP =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft'

/** Finds every class, area and action of whoever is signed in by its name, and everything written by its words. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const [typed, setTyped] = useState('')
  const [looked, catchUp] = usePaused(typed)
  const [chosen, setChosen] = useState('')
  const entries = useGrowing(useFitting(looked))
  const search = useDeferredValue(useSearch(looked), NOTHING)
  // in the order in which they stand there
  const results = FOUND_KINDS.flatMap(kind => search.found.filter(one => one.kind === kind).map(idOf))
  const all = [...entries.map(entry => entry.id), ...results]
  return (
    <Window open onClose={onClose} title={say('shortcut_find')} size="wide">
      <Command
        label={say('shortcut_find')}
        shouldFilter={false}
        // what was chosen may be gone as one types on: then the first is
        value={all.includes(chosen) ? chosen : (all[0] ?? '')}
        onValueChange={setChosen}
        className="flex flex-col gap-2"
      >
        <Command.Input
          autoFocus
          placeholder={say('find_hint')}
          value={typed}
          onValueChange={setTyped}
          onKeyDown={(event: KeyboardEvent) => {
            // whoever chooses means what fits all that is typed
            if (event.key === 'Enter' || event.key.startsWith('Arrow')) catchUp()
          }}
          className="w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 py-2"
        />
        <Lines entries={entries} found={search.found} onClose={onClose} />
        <p role="status" className="min-h-9 px-3 py-2 text-sm text-soft">
          {search.words}
        </p>
      </Command>
    </Window>
  )
}

/** Who types pauses for so long, in milliseconds, to see what was found. */
const PAUSE = 150

/** What was typed when typing last paused, and the way to have it now: before a key chooses from what it found. */
function usePaused(typed: string): readonly [paused: string, catchUp: () => void] {
  const [paused, setPaused] = useState(typed)
  useEffect(() => {
    const timer = setTimeout(() => startTransition(() => setPaused(typed)), PAUSE)
    return () => clearTimeout(timer)
  }, [typed])
  return [paused, () => flushSync(() => setPaused(typed))]
}

/** So many lines are added at a time, with so many milliseconds in between for a picture and for keys. */
const STEP = 12
const BETWEEN = 32

/** A list that grows to its whole length by and by, so that no key waits for all of it; nothing of it is there at first. */
function useGrowing<T>(list: readonly T[]): readonly T[] {
  const [length, setLength] = useState(0)
  const whole = length >= list.length
  useEffect(() => {
    if (whole) return
    const timer = setTimeout(() => startTransition(() => setLength(length + STEP)), BETWEEN)
    return () => clearTimeout(timer)
  }, [whole, length])
  return useMemo(() => list.slice(0, length), [list, length])
}

type LinesProps = {
  readonly entries: readonly Entry[]
  readonly found: readonly Found[]
  readonly onClose: () => void
}

/** What there is to choose from; a key that changes nothing of it leaves it as it stands. */
const Lines = memo(function Lines({ entries, found, onClose }: LinesProps) {
  return (
    <Command.List className="h-[50vh] overflow-y-auto contain-strict">
      {entries.length > 0 && (
        <Command.Group heading={say('find_places')} className={GROUP}>
          {entries.map(entry => (
            <Command.Item
              key={entry.id}
              value={entry.id}
              onSelect={() => {
                onClose()
                entry.go()
              }}
              className={LINE}
            >
              <span>{entry.words}</span>
              <span className="text-sm text-soft">{entry.where}</span>
            </Command.Item>
          ))}
        </Command.Group>
      )}
      {FOUND_KINDS.map(kind => (
        <Results key={kind} kind={kind} found={found} onClose={onClose} />
      ))}
    </Command.List>
  )
})

const NOTHING: Search = { found: [], words: null }

const idOf = ({ kind, ref }: Found): string => `found ${kind} ${ref}`

/** The places and actions that fit what was typed, best first. */
function useFitting(typed: string): Entry[] {
  const entries = useEntries()
  return useMemo(
    () =>
      entries
        .map(entry => ({ entry, fit: fitOf(entry, typed) }))
        .filter(one => one.fit > 0)
        .sort((a, b) => b.fit - a.fit)
        .map(one => one.entry),
    [entries, typed],
  )
}

/** How well a place fits what was typed: every word has to begin one of its words, and the first counts most. */
function fitOf({ words, where }: Entry, typed: string): number {
  const names = wordsOf(`${words} ${where ?? ''}`.toLowerCase())
  const looked = wordsOf(typed.toLowerCase())
  if (!looked.every(word => names.some(one => one.startsWith(word)))) return 0
  return names[0]?.startsWith(looked[0] ?? '') ? 2 : 1
}

/** So many letters are looked for at the least: one alone stands in everything. */
const LEAST = 2

const searchFor = (words: string) =>
  queryOptions({
    queryKey: ['search', words],
    queryFn: ({ signal }) => call(routes.search, {}, { words }, { signal }),
    enabled: words.length >= LEAST,
    // what was found is true when it was looked for; the next look looks again
    gcTime: 0,
    placeholderData: keepPreviousData,
  })

type Search = { readonly found: readonly Found[]; readonly words: string | null }

/** What was found for what is typed, and how that is said. */
function useSearch(typed: string): Search {
  const looked = wordsOf(typed).join(' ')
  const { data, isFetching, isError } = useQuery(searchFor(looked))
  return useMemo(() => {
    if (looked.length < LEAST) return NOTHING
    if (isError) return { found: [], words: say('find_failed') }
    const found = data?.found ?? []
    return { found, words: isFetching ? say('find_looking') : say('find_count', { count: found.length }) }
  }, [looked, data, isFetching, isError])
}

type ResultsProps = {
  readonly kind: Found['kind']
  readonly found: readonly Found[]
  readonly onClose: () => void
}

function Results({ kind, found, onClose }: ResultsProps) {
  const here = found.filter(one => one.kind === kind)
  if (!here.length) return null
  return (
    <Command.Group heading={say(`find_kind_${kind}`)} className={GROUP}>
      {here.map(one => (
        <Result key={one.ref} found={one} onClose={onClose} />
      ))}
    </Command.Group>
  )
}

const ICONS: Readonly<Record<Found['kind'], LucideIcon>> = {
  work: ClipboardList,
  post: MessagesSquare,
  page: FileText,
  file: Paperclip,
  person: UserRound,
}

function Result({ found, onClose }: { readonly found: Found; readonly onClose: () => void }) {
  const me = useMe()
  const navigate = useNavigate()
  const Icon = ICONS[found.kind]
  const address = addressOfFound(found, me)
  return (
    <Command.Item
      value={idOf(found)}
      onSelect={() => {
        onClose()
        void navigate(address)
      }}
      className={LINE}
    >
      <span className="flex min-w-0 items-baseline gap-2">
        <Icon size={15} aria-hidden="true" className="shrink-0 translate-y-[2px] text-soft" />
        <span className="min-w-0">
          {found.title && <Marked text={found.title} />}
          {found.draft && <span className="ms-2 text-sm text-soft">{say('find_draft')}</span>}
          {found.body && (
            <span className={`block ${found.title ? 'text-sm text-soft' : ''}`}>
              <Marked text={found.body} />
            </span>
          )}
        </span>
      </span>
      <span className="shrink-0 text-sm text-soft">{found.where}</span>
    </Command.Item>
  )
}

/** A text with the words found in it marked in pencil. */
function Marked({ text }: { readonly text: string }) {
  return segmentsOf(text).map(({ text: part, found }, index) =>
    found ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: parts of a text have no name but their place
      <mark key={index} className="rounded-sm bg-ochre-pale px-0.5 font-semibold text-ink">
        {part}
      </mark>
    ) : (
      part
    ),
  )
}

function useEntries(): Entry[] {
  const me = useMe()
  const navigate = useNavigate()
  const signOut = useSignOut()
  const latest = useRef({ navigate, signOut })
  useEffect(() => {
    latest.current = { navigate, signOut }
  })
  return useMemo(
    () =>
      entriesOf(me, {
        go: address => void latest.current.navigate(address),
        leave: () => void latest.current.signOut(),
      }),
    [me],
  )
}

type Ways = { readonly go: (address: string) => void; readonly leave: () => void }

/** Everything that somebody can go to or do. */
function entriesOf(me: Me, { go, leave: signOut }: Ways): Entry[] {
  const withWork = me.ties.filter(tie => tie.role !== 'family' && tie.role !== 'leaver')
  const to = (id: string, words: string, where: string | undefined, address: string): Entry => ({
    id,
    words,
    ...(where && { where }),
    go: () => go(address),
  })
  const areas = withWork.flatMap(tie =>
    areasOf(tie).map(area => to(area.to, say(area.key), tie.className, area.to)),
  )
  const children = childrenOf(me).flatMap(one =>
    areasOfChild(one.child).map(area => to(area.to, say(area.key), one.name, area.to)),
  )
  const actions = withWork
    .filter(isTeacher)
    .flatMap(tie => [
      to(`door ${tie.classId}`, say('today_open_door'), tie.className, `/c/${tie.classId}/door`),
      to(`post ${tie.classId}`, say('post_work'), tie.className, `/c/${tie.classId}/post`),
    ])
  const leave: Entry = { id: 'sign out', words: say('sign_out'), go: signOut }
  const own = [
    to('today', say('today'), undefined, '/today'),
    to('news', say('news'), undefined, '/new'),
    to('calendar', say('calendar'), undefined, '/calendar'),
    to('classes', say('classes_all'), undefined, '/classes'),
    to('account', say('account'), undefined, '/account'),
    { id: 'reading', words: say('reading_help'), go: openReadingHelp },
    ...me.circles.map(one => to(one.circleId, one.name, say('circles'), `/circles/${one.circleId}`)),
  ]
  const school = me.account.ownsSchool
    ? SCHOOL_PARTS.map(part => to(part.to, say(part.key), say('area_school'), part.to))
    : []
  return [...own, ...school, ...areas, ...children, ...actions, leave]
}
