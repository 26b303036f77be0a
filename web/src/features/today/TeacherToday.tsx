import type { TodayClass, TodayPage } from '@oppen/contract'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { placesOf } from '../../app/places.js'
import { useMe, useNow } from '../../app/session.js'
import { asText } from '../../parts/asHtml.js'
import { buttonClasses } from '../../parts/Button.js'
import { Columns } from '../../parts/Columns.js'
import { Empty } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { timeOfDay, when } from '../../words/times.js'
import { LessonNow, Lessons } from './Lessons.js'
import { NoticesToday } from './NoticesToday.js'

type Work = TodayClass['works'][number] & { readonly inClass: TodayClass }

/** A teacher's day: what to mark, who asks, what falls due, and the doors. */
export function TeacherToday({ page }: { readonly page: TodayPage }) {
  const me = useMe()
  const { now } = useNow()
  const works: Work[] = page.teaching.flatMap(one => one.works.map(work => ({ ...work, inClass: one })))
  const toMark = works.filter(work => work.toMark > 0).sort((a, b) => (a.oldestAt ?? 0) - (b.oldestAt ?? 0))
  const asks = page.teaching.flatMap(one => one.asks.map(ask => ({ ...ask, inClass: one })))
  const due = works.filter(work => work.dueAt !== null && work.dueAt > now)
  if (!placesOf(me).daily.length) {
    return (
      <Row>
        <Empty>{say('today_no_class_teacher')}</Empty>
        <Link to="/classes/new" className={buttonClasses('primary')}>
          {say('new_class')}
        </Link>
      </Row>
    )
  }
  return (
    <Columns
      beside={
        <>
          <Lessons lessons={page.lessons} />
          <Doors classes={page.teaching} />
          <NoticesToday notices={page.notices} to={notice => `/c/${notice.spaceId}/talk`} />
        </>
      }
    >
      <LessonNow lessons={page.lessons} />
      <AtTheDoors classes={page.teaching} />
      {!toMark.length && !asks.length && (
        <Row>
          <Empty>{say('today_nothing_teacher')}</Empty>
        </Row>
      )}
      <Asks asks={asks} />
      <WorkList
        title={say('today_mark')}
        works={toMark}
        line={work => say('counts_toMark', { count: work.toMark })}
      />
      <WorkList
        title={say('today_due')}
        works={due}
        moment={work => work.dueAt}
        line={work => say('counts_in', { in: work.in, of: work.of })}
      />
    </Columns>
  )
}

/** Who stands before a door now and waits, a press away from the answer. */
function AtTheDoors({ classes }: { readonly classes: readonly TodayClass[] }) {
  const waiting = classes.filter(one => one.waiting > 0)
  if (!waiting.length) return null
  return (
    <Section title={say('today_at_the_door')}>
      <ul>
        {waiting.map(one => (
          <Row as="li" key={one.classId} className="py-1.5">
            <Link
              to={`/c/${one.classId}/register`}
              className="rounded bg-ochre-pale px-2 py-1 font-semibold underline underline-offset-2"
            >
              {say('today_waiting', { count: one.waiting })}
            </Link>
            <span className="ms-3 text-sm text-soft">{one.className}</span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}

type Ask = TodayClass['asks'][number] & { readonly inClass: TodayClass }

/** Who asks what, a press away from the answer. */
function Asks({ asks }: { readonly asks: readonly Ask[] }) {
  const time = useNow()
  if (!asks.length) return null
  return (
    <Section title={say('today_asks')}>
      <ul>
        {asks.map(ask => (
          <Row
            as="li"
            key={`${ask.workId} ${ask.placeId} ${ask.at}`}
            margin={when(ask.at, time)}
            className="py-1.5"
          >
            <Link
              to={`/c/${ask.inClass.classId}/work/${ask.workId}/marking/${ask.placeId}`}
              className="group block rounded"
            >
              <span className="font-semibold group-hover:underline group-hover:underline-offset-2">
                {ask.name}
              </span>
              <span className="ms-3 text-sm text-soft">
                {ask.title} · {ask.inClass.className}
              </span>
              <span className="block max-w-prose">“{asText(ask.html)}”</span>
            </Link>
          </Row>
        ))}
      </ul>
    </Section>
  )
}

type ListProps = {
  readonly title: string
  readonly works: readonly Work[]
  readonly line: (work: Work) => ReactNode
  readonly moment?: (work: Work) => number | null
}

function WorkList({ title, works, line, moment = work => work.oldestAt }: ListProps) {
  const time = useNow()
  if (!works.length) return null
  return (
    <Section title={title}>
      <ul>
        {works.map(work => {
          const at = moment(work)
          return (
            <Row as="li" key={work.id} margin={at === null ? null : when(at, time)} className="py-1.5">
              <Link
                to={`/c/${work.inClass.classId}/work/${work.id}/marking`}
                className="group flex flex-wrap items-baseline gap-x-4 rounded"
              >
                <span className="font-semibold group-hover:underline group-hover:underline-offset-2">
                  {work.title}
                </span>
                <span className="text-[0.9375rem] font-semibold text-blue">{line(work)}</span>
                <span className="text-sm text-soft">{work.inClass.className}</span>
              </Link>
            </Row>
          )
        })}
      </ul>
    </Section>
  )
}

function Doors({ classes }: { readonly classes: readonly TodayClass[] }) {
  const { zone } = useNow()
  return (
    <Section title={say('today_doors')}>
      <ul>
        {classes.map(one => (
          <Row as="li" key={one.classId} className="py-1.5">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
              <Link to={`/c/${one.classId}/register`} className="font-semibold hover:underline">
                {one.className}
              </Link>
              <span className="text-[0.9375rem] text-soft">
                {doorWords(one, zone)} · {say('today_claimed', { claimed: one.claimed, pupils: one.pupils })}
              </span>
              <Link to={`/c/${one.classId}/door`} className={buttonClasses()}>
                {say(one.doorOpen ? 'today_show_door' : 'today_open_door')}
              </Link>
            </div>
          </Row>
        ))}
      </ul>
    </Section>
  )
}

function doorWords(one: TodayClass, zone: string): string {
  if (!one.doorOpen) return say('today_door_closed')
  return one.doorClosesAt === null
    ? say('today_door_open_long')
    : say('today_door_open', { at: timeOfDay(one.doorClosesAt, zone) })
}
