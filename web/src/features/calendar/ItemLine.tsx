import type { Deadline, Entry } from '@oppen/contract'
import { stateOfWork } from '@oppen/core/work'
import { Ban, NotebookPen, School } from 'lucide-react'
import { Link } from 'react-router'
import { childrenOf, firstName } from '../../app/places.js'
import { useMarkWords, useMe, useNow } from '../../app/session.js'
import { RoomLink } from '../../parts/RoomLink.js'
import { StateGlyph, StateLabel } from '../../parts/StateLabel.js'
import { say } from '../../words/say.js'
import { stateWords } from '../../words/states.js'
import type { DayItem } from './items.js'

export type ItemProps = { readonly item: DayItem; readonly onEntry: (entry: Entry) => void }

/** Whose it is, where a family has several children: the first name. */
export function useNameOf(): (child: string | null) => string | null {
  const me = useMe()
  if (me.account.kind !== 'family') return () => null
  const children = childrenOf(me)
  return child => {
    const found = children.length > 1 && children.find(one => one.child === child)
    return found ? firstName(found.name) : null
  }
}

/** Where a press on a deadline leads: the submission, what became of it, or its marking. */
export function useWorkAddress(): (deadline: Deadline) => string {
  const { kind } = useMe().account
  return ({ classId, work, placeId }) => {
    const at = `/c/${classId}/work/${work.id}`
    if (kind === 'teacher') return `${at}/marking`
    return kind === 'family' ? `${at}/outcome/${placeId}` : at
  }
}

function useDeadlineState({ classId, work, status }: Deadline) {
  const time = useNow()
  const scaleOf = useMarkWords()
  if (!status) return null
  const state = stateOfWork(work, status, time.now)
  return { state, said: stateWords(state, { ...time, points: work.points, scale: scaleOf(classId) }) }
}

export function closureWords({
  name,
  starts,
  ends,
}: {
  name: string
  starts: string | null
  ends: string | null
}): string {
  if (starts === null && ends === null) return `${name}: ${say('calendar_closed')}`
  const parts = [
    starts === null ? null : say('calendar_from', { time: starts }),
    ends === null ? null : say('calendar_until', { time: ends }),
  ]
  return `${name}: ${say('calendar_closed_part', { part: parts.filter(Boolean).join(' ') })}`
}

/** One thing of a day with all there is to say of it; for lists, with the time in the margin. */
export function ItemLine({ item, onEntry }: ItemProps) {
  const nameOf = useNameOf()
  switch (item.is) {
    case 'term':
      return <p className="text-[0.9375rem] text-soft">{termWords(item)}</p>
    case 'closure':
      return (
        <p className="flex items-baseline gap-2 text-[0.9375rem]">
          <Ban size={14} aria-hidden="true" className="shrink-0 translate-y-[2px] text-soft" />
          {closureWords(item.closure)}
        </p>
      )
    case 'lesson': {
      const { lesson } = item
      const about = [
        `${item.time}–${item.ends}`,
        nameOf(lesson.child),
        lesson.groupNames.join(' + '),
        lesson.place,
      ]
      return (
        <p className="flex flex-wrap items-baseline gap-x-3 text-[0.9375rem]">
          <span className="flex items-baseline gap-2">
            <School size={14} aria-hidden="true" className="shrink-0 translate-y-[2px] text-soft" />
            {lesson.className}
          </span>
          <span className="text-sm text-soft">{about.filter(Boolean).join(' · ')}</span>
          {lesson.room && <RoomLink room={lesson.room} />}
        </p>
      )
    }
    case 'deadline':
      return <DeadlineLine deadline={item.deadline} name={nameOf(item.deadline.child)} />
    case 'entry':
      return (
        <button
          type="button"
          onClick={() => onEntry(item.entry)}
          className="flex min-h-6 items-baseline gap-2 rounded text-start text-[0.9375rem] hover:underline"
        >
          <NotebookPen size={14} aria-hidden="true" className="shrink-0 translate-y-[2px] text-soft" />
          <span>
            {item.entry.title}
            {item.entry.ends && item.time && (
              <span className="text-sm text-soft"> · {say('calendar_until', { time: item.entry.ends })}</span>
            )}
            {item.entry.note && (
              <span className="block text-sm whitespace-pre-line text-soft">{item.entry.note}</span>
            )}
          </span>
        </button>
      )
  }
}

export const termWords = ({ name, begins }: Extract<DayItem, { is: 'term' }>): string =>
  say(begins ? 'calendar_term_begins' : 'calendar_term_ends', { name })

function DeadlineLine({ deadline, name }: { readonly deadline: Deadline; readonly name: string | null }) {
  const to = useWorkAddress()(deadline)
  const found = useDeadlineState(deadline)
  const about = [name, deadline.className, deadline.groupNames.join(' + ')].filter(Boolean).join(' · ')
  return (
    <Link to={to} className="group block rounded">
      <span className="font-semibold group-hover:underline group-hover:underline-offset-2">
        {deadline.work.title}
      </span>
      <span className="flex flex-wrap items-baseline gap-x-3">
        {found ? (
          <StateLabel state={found.state} said={found.said} small />
        ) : (
          <span className="text-sm font-semibold">{say('calendar_due')}</span>
        )}
        <span className="text-sm text-soft">{about}</span>
      </span>
    </Link>
  )
}

/** One thing of a day on one short line, for where a month is seen at once. */
export function ItemChip({ item, onEntry }: ItemProps) {
  const nameOf = useNameOf()
  const toWork = useWorkAddress()
  const line =
    'flex min-h-6 w-full min-w-0 items-center gap-1 rounded px-0.5 text-start text-[0.8125rem] leading-snug'
  switch (item.is) {
    case 'term':
      return <p className={`${line} text-soft`}>{termWords(item)}</p>
    case 'closure':
      return (
        <p className={`${line} text-soft`}>
          <Ban size={12} aria-hidden="true" className="shrink-0" />
          <span className="line-clamp-2">
            {item.time === null && item.closure.ends === null
              ? item.closure.name
              : closureWords(item.closure)}
          </span>
        </p>
      )
    case 'lesson': {
      const name = nameOf(item.lesson.child)
      return (
        <p className={`${line} text-soft`}>
          <span className="tabular-nums">{item.time}</span>
          <span className="truncate" title={item.lesson.className}>
            {name && `${name}: `}
            {item.lesson.className}
            {item.lesson.child === null &&
              item.lesson.groupNames.length === 1 &&
              `, ${item.lesson.groupNames[0]}`}
          </span>
        </p>
      )
    }
    case 'deadline':
      return (
        <DeadlineChip
          deadline={item.deadline}
          time={item.time}
          to={toWork(item.deadline)}
          name={nameOf(item.deadline.child)}
        />
      )
    case 'entry':
      return (
        <button type="button" onClick={() => onEntry(item.entry)} className={`${line} hover:bg-pale`}>
          <NotebookPen size={12} aria-hidden="true" className="shrink-0 text-soft" />
          {item.time && <span className="tabular-nums">{item.time}</span>}
          <span className="truncate">{item.entry.title}</span>
        </button>
      )
  }
}

type ChipProps = {
  readonly deadline: Deadline
  readonly time: string
  readonly to: string
  readonly name: string | null
}

function DeadlineChip({ deadline, time, to, name }: ChipProps) {
  const found = useDeadlineState(deadline)
  const words = found?.said.words ?? say('calendar_due_at', { time })
  const title = `${name ? `${name}: ` : ''}${deadline.work.title}`
  return (
    <Link
      to={to}
      title={`${title} · ${words}`}
      className="block rounded px-0.5 py-0.5 text-[0.8125rem] leading-snug hover:bg-pale"
    >
      <span className="flex items-center gap-1 tabular-nums">
        {found ? <StateGlyph state={found.state} said={found.said} /> : null}
        {time}
      </span>
      <span className="line-clamp-2 font-semibold">{title}</span>
      {found && <span className="sr-only">{words}</span>}
    </Link>
  )
}
