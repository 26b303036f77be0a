import '../words/en/finding.js'
import type { Found } from '@oppen/contract'
import { FOUND_KINDS, routes } from '@oppen/contract'
import { segmentsOf, wordsOf } from '@oppen/core/search'
import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { ClipboardList, FileText, type LucideIcon, MessagesSquare, Paperclip, UserRound } from 'lucide-react'
import { useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import { Window } from '../parts/Window.js'
import { say } from '../words/say.js'
import { call } from './api.js'
import { addressOfFound } from './foundAt.js'
import { areasOf, areasOfChild, childrenOf } from './places.js'
import { isTeacher, useMe, useSignOut } from './session.js'

type Entry = { readonly id: string; readonly words: string; readonly where?: string; readonly go: () => void }

const LINE =
  'flex cursor-pointer items-baseline justify-between gap-4 rounded px-3 py-1.5 data-[selected=true]:bg-pale'
const GROUP =
  '[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-0.5 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft'

/** Finds every class, area and deed of whoever is signed in by its name, and everything written by its words. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const [typed, setTyped] = useState('')
  const entries = useEntries()
  return (
    <Window open onClose={onClose} title={say('find_or_do')} wide>
      <Command label={say('find_or_do')} filter={fits} className="flex min-h-96 flex-col gap-2">
        <Command.Input
          autoFocus
          placeholder={say('find_hint')}
          value={typed}
          onValueChange={setTyped}
          className="w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 py-2"
        />
        <Command.List className="max-h-[60vh] overflow-y-auto">
          <Command.Group heading={say('find_places')} className={GROUP}>
            {entries.map(entry => (
              <Command.Item
                key={entry.id}
                value={entry.id}
                keywords={[entry.words, entry.where ?? '']}
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
          <Results typed={typed} onClose={onClose} />
        </Command.List>
      </Command>
    </Window>
  )
}

/** How well a place fits what was typed: every word has to begin one of its words, and the first counts most. */
function fits(_: string, typed: string, names: string[] = []): number {
  const has = wordsOf(names.join(' ').toLowerCase())
  const words = wordsOf(typed.toLowerCase())
  if (!words.every(word => has.some(one => one.startsWith(word)))) return 0
  return has[0]?.startsWith(words[0] ?? '') ? 1 : 0.5
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

function Results({ typed, onClose }: { readonly typed: string; readonly onClose: () => void }) {
  const words = useDeferredValue(wordsOf(typed).join(' '))
  const { data, isFetching, isError } = useQuery(searchFor(words))
  if (words.length < LEAST) return null
  const found = data?.found ?? []
  return (
    <>
      {FOUND_KINDS.map(kind => {
        const here = found.filter(one => one.kind === kind)
        if (!here.length) return null
        return (
          <Command.Group key={kind} forceMount heading={say(`find_kind_${kind}`)} className={GROUP}>
            {here.map(one => (
              <Result key={`${kind} ${one.ref}`} found={one} onClose={onClose} />
            ))}
          </Command.Group>
        )
      })}
      <p role="status" className="px-3 py-2 text-sm text-soft">
        {isError
          ? say('find_failed')
          : isFetching
            ? say('find_looking')
            : say('find_count', { count: found.length })}
      </p>
    </>
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
      forceMount
      value={`found ${found.kind} ${found.ref}`}
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
          {found.draft && <span className="ml-2 text-sm text-soft">{say('find_draft')}</span>}
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
  return segmentsOf(text).map(({ text: piece, found }, index) =>
    found ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of a text have no name but their place
      <mark key={index} className="rounded-sm bg-ochre-pale px-0.5 font-semibold text-ink">
        {piece}
      </mark>
    ) : (
      piece
    ),
  )
}

function useEntries(): Entry[] {
  const me = useMe()
  const navigate = useNavigate()
  const signOut = useSignOut()
  const withWork = me.ties.filter(tie => tie.role !== 'family' && tie.role !== 'leaver')
  const to = (id: string, words: string, where: string | undefined, address: string): Entry => ({
    id,
    words,
    ...(where && { where }),
    go: () => void navigate(address),
  })
  const areas = withWork.flatMap(tie =>
    areasOf(tie).map(area => to(area.to, say(area.key), tie.className, area.to)),
  )
  const children = childrenOf(me).flatMap(one =>
    areasOfChild(one.child).map(area => to(area.to, say(area.key), one.name, area.to)),
  )
  const deeds = withWork
    .filter(isTeacher)
    .flatMap(tie => [
      to(`door ${tie.classId}`, say('today_open_door'), tie.className, `/c/${tie.classId}/door`),
      to(`post ${tie.classId}`, say('post_work'), tie.className, `/c/${tie.classId}/post`),
    ])
  const leave: Entry = { id: 'sign out', words: say('sign_out'), go: () => void signOut() }
  const own = [
    to('today', say('today'), undefined, '/today'),
    to('calendar', say('calendar'), undefined, '/calendar'),
    to('classes', say('classes_all'), undefined, '/classes'),
    to('account', say('account'), undefined, '/account'),
    ...me.circles.map(one => to(one.circleId, one.name, say('circles'), `/circles/${one.circleId}`)),
  ]
  return [...own, ...areas, ...children, ...deeds, leave]
}
