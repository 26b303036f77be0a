import type { Tie } from '@oppen/contract'
import { useQueries } from '@tanstack/react-query'
import { Command } from 'cmdk'
import { useNavigate } from 'react-router'
import { Window } from '../parts/Window.js'
import { say } from '../words/say.js'
import { areasOf, areasOfChild, childrenOf } from './places.js'
import { reads } from './queries.js'
import { isTeacher, useMe, useSignOut } from './session.js'

type Entry = { readonly id: string; readonly words: string; readonly where?: string; readonly go: () => void }

/** Finds every class, area, work and deed of whoever is signed in, by any part of its name. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const entries = useEntries()
  return (
    <Window open onClose={onClose} title={say('find_or_do')}>
      <Command label={say('find_or_do')} className="flex min-h-72 flex-col gap-2">
        <Command.Input
          autoFocus
          placeholder={say('find_or_do')}
          className="w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 py-2"
        />
        <Command.List className="max-h-80 overflow-y-auto">
          <Command.Empty className="p-3 text-soft">{say('find_nothing')}</Command.Empty>
          {entries.map(entry => (
            <Command.Item
              key={entry.id}
              value={`${entry.words} ${entry.where ?? ''} ${entry.id}`}
              onSelect={() => {
                onClose()
                entry.go()
              }}
              className="flex cursor-pointer items-baseline justify-between gap-4 rounded px-3 py-1.5 data-[selected=true]:bg-pale"
            >
              <span>{entry.words}</span>
              <span className="text-sm text-soft">{entry.where}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </Window>
  )
}

function useEntries(): Entry[] {
  const me = useMe()
  const navigate = useNavigate()
  const signOut = useSignOut()
  const withWork = me.ties.filter(tie => tie.role !== 'family' && tie.role !== 'leaver')
  const topics = useQueries({ queries: withWork.map(tie => reads.topics(tie.classId)) })
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
  const works = withWork.flatMap((tie, index) =>
    (topics[index]?.data?.topics ?? []).flatMap(topic =>
      topic.works.map(work => to(work.id, work.title, tie.className, workAddress(tie, work.id))),
    ),
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
  return [...own, ...areas, ...children, ...deeds, ...works, leave]
}

/** Where a press on a piece of work leads: the own page, or marking for a teacher. */
export const workAddress = (tie: Pick<Tie, 'classId' | 'role'>, workId: string): string =>
  `/c/${tie.classId}/work/${workId}${tie.role === 'pupil' ? '' : '/marking'}`
