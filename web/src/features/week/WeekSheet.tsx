import type { WeekCard, WeekPage } from '@oppen/contract'
import { owes, stateOfWork, UNTOUCHED } from '@oppen/core/work'
import { addDays, localDateAt, mondayOf } from '@oppen/core/zone'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import { isTeacher, useNow, useTie } from '../../app/session.js'
import { useWide } from '../../app/wide.js'
import { OneLink } from '../../parts/OneLink.js'
import { Row } from '../../parts/Sheet.js'
import { longDay, shortDay, weekWords } from '../../words/dates.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { minutesWords } from '../../words/states.js'
import { CameBack } from './CameBack.js'
import { Goals } from './Goals.js'
import { shownLessons } from './layout.js'
import { Ribbon } from './Ribbon.js'
import { WeekList } from './WeekList.js'
import { WeekTable } from './WeekTable.js'

type Props = {
  readonly page: WeekPage
  readonly toWeek: (monday: string) => string
  readonly toWork: (workId: string) => string
  /** What stands beside the heading. */
  readonly aside?: ReactNode
  readonly heading?: 'h1' | 'h2'
}

/** The week of one pupil: goals, lanes and days, and what came back. */
export function OwnWeek({ page, toWeek, toWork, aside, heading }: Props) {
  const wide = useWide()
  const to = (card: WeekCard) => toWork(card.id)
  return (
    <>
      <WeekHead
        page={page}
        toWeek={toWeek}
        about={page.pupil ? groupName(page) : null}
        aside={aside}
        {...(heading && { heading })}
      />
      <Goals page={page} writes={false} aside={<Minutes page={page} />} />
      {wide ? (
        <div className="pe-4">
          <WeekTable page={page} groupId={null} writes={false} to={to} />
        </div>
      ) : (
        <WeekList page={page} to={to} />
      )}
      {!page.cards.length && !page.waiting.length && (
        <Row className="pt-4">
          <p className="text-soft">{say('week_empty')}</p>
        </Row>
      )}
      <CameBack page={page} to={toWork} />
    </>
  )
}

const groupName = ({ groups }: WeekPage): string => listWords(groups.map(group => group.name))

type HeadProps = {
  readonly page: WeekPage
  readonly toWeek: (monday: string) => string
  readonly about: string | null
  readonly aside?: ReactNode
  readonly heading?: 'h1' | 'h2'
}

/** Which week it is, of how many, whose, with which lessons; and the weeks around it. */
export function WeekHead({ page, toWeek, about, aside, heading: Heading = 'h1' }: HeadProps) {
  const { term, week, days } = page
  const { now, zone } = useNow()
  const here = term?.weeks.find(one => one.monday === week)
  const count = term?.weeks.filter(one => one.number !== null).length ?? 0
  const lessons = shownLessons(page, page.groups.length === 1 ? (page.groups[0]?.id ?? null) : null)
  const times = listWords(lessons.map(one => `${shortDay(one.lesson.date)} ${one.lesson.starts}`))
  const sub = [
    page.className,
    about,
    !lessons.length
      ? say('week_no_lessons')
      : page.groups.length === 1 && say('week_lessons', { list: times }),
    page.rotation && say('week_letter', { letter: page.rotation }),
  ].filter(Boolean)
  return (
    <Row
      as="header"
      margin={
        <div className="pt-1.5">
          {here?.number ? say('week_number', { number: here.number, of: count }) : (here?.closed ?? null)}
        </div>
      }
      className="pt-5 pb-3 max-md:pt-3"
    >
      <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div className="min-w-0">
          <div className="flex items-center gap-1">
            <Heading className="text-[1.6875rem] max-md:text-[1.375rem]">
              {weekWords(days[0]?.date ?? week, days.at(-1)?.date ?? addDays(week, 4))}
            </Heading>
            <span className="flex print:hidden">
              <Turn
                to={toWeek(addDays(week, -7))}
                label={say('week_before')}
                icon={<ChevronLeft size={20} aria-hidden="true" className="rtl:-scale-x-100" />}
              />
              <Turn
                to={toWeek(addDays(week, 7))}
                label={say('week_after')}
                icon={<ChevronRight size={20} aria-hidden="true" className="rtl:-scale-x-100" />}
              />
              {mondayOf(localDateAt(now, zone)) !== week && (
                <Link
                  to={toWeek('now')}
                  className="self-center px-1.5 text-[0.9375rem] text-blue underline underline-offset-2"
                >
                  {say('week_now')}
                </Link>
              )}
            </span>
          </div>
          <p className="text-[0.9375rem] text-soft">{sub.join(' · ')}</p>
          <WeekLinks page={page} />
        </div>
        <div className="flex max-w-full min-w-0 flex-wrap items-end gap-x-4 gap-y-2">
          {/* it is over all classes: once is enough where several stand below one another */}
          {Heading === 'h1' && <Ribbon page={page} to={toWeek} />}
          {aside}
        </div>
      </div>
    </Row>
  )
}

/** The links of the class, and the way to what it says of itself, one press away. */
function WeekLinks({ page }: { readonly page: WeekPage }) {
  const { child, classId } = useParams()
  const tie = useTie()
  return (
    <p className="flex flex-wrap items-center gap-x-5 print:hidden">
      {page.links.map(link => (
        <OneLink key={link.url} link={link} />
      ))}
      {isTeacher(tie) && page.lessons.length === 0 && (
        <Link
          to={`/c/${classId}/timetable`}
          className="inline-flex min-h-6 items-center text-[0.9375rem] text-blue underline underline-offset-2"
        >
          {say('week_timetable')}
        </Link>
      )}
      <Link
        to={child ? `/child/${child}/about` : `/c/${classId}/about`}
        className="inline-flex min-h-6 items-center text-[0.9375rem] text-blue underline underline-offset-2"
      >
        {say('week_about')}
      </Link>
    </p>
  )
}

function Turn({
  to,
  label,
  icon,
}: {
  readonly to: string
  readonly label: string
  readonly icon: ReactNode
}) {
  return (
    <Link to={to} aria-label={label} className="rounded p-1 text-soft hover:bg-pale hover:text-ink">
      {icon}
    </Link>
  )
}

/** What the week asks: in this class and in all, what is left, and the fullest day. */
function Minutes({ page }: { readonly page: WeekPage }) {
  const { now } = useNow()
  const cards = [...page.waiting, ...page.cards]
  const total = page.cards.reduce((sum, card) => sum + (card.minutes ?? 0), 0)
  const left = cards
    .filter(card => {
      const state = stateOfWork(card, card.mine ?? UNTOUCHED, now)
      return owes(card.kind)
        ? ['opens', 'toDo', 'started', 'overdue', 'tryAgain'].includes(state.is)
        : state.is === 'opens' || (state.is === 'toDo' && state.by !== null)
    })
    .reduce((sum, card) => sum + (card.minutes ?? 0), 0)
  const all = page.days.reduce((sum, day) => sum + day.minutes, 0)
  const peak = [...page.days].sort((a, b) => b.minutes - a.minutes)[0]
  return (
    <p className="text-sm text-soft tabular-nums">
      {say('week_here', { minutes: minutesWords(total) })} ·{' '}
      <span className="font-semibold text-ink">{say('week_left', { minutes: minutesWords(left) })}</span>
      {all > 0 && peak && (
        <span className="block">
          {say('week_all', { minutes: minutesWords(all) })},{' '}
          {say('week_peak', { day: longDay(peak.date), minutes: minutesWords(peak.minutes) })}
        </span>
      )}
    </p>
  )
}
