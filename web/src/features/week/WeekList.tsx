import type { WeekCard, WeekPage } from '@oppen/contract'
import { LANES } from '@oppen/core/timing'
import { owes, UNTOUCHED } from '@oppen/core/work'
import { localDateAt } from '@oppen/core/zone'
import { Link } from 'react-router'
import { useNow } from '../../app/session.js'
import { NewMark } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { StateLabel } from '../../parts/StateLabel.js'
import { dayNumber, longDay } from '../../words/dates.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { KIND_ICON } from '../kinds/icons.js'
import { useSubmissionState } from '../work/useSubmissionState.js'

import { LessonNote } from './LessonNote.js'
import { cellsOf, shownLessons } from './layout.js'

type Props = { readonly page: WeekPage; readonly to: (card: WeekCard) => string }

/** The week where there is little room: day by day, the lane in the margin. */
export function WeekList({ page, to }: Props) {
  const time = useNow()
  const today = localDateAt(time.now, time.zone)
  const cards = cellsOf({ page, groupId: null, ...time })
  const lessons = shownLessons(page, null)
  // what is to come stands first; earlier days follow
  const days = [...page.days.filter(day => day.date >= today), ...page.days.filter(day => day.date < today)]
  return days.map(day => {
    const held = lessons.filter(one => one.lesson.date === day.date)
    const lanes = LANES.map(lane => ({ lane, list: cards(lane, day.date) }))
    const empty = lanes.every(one => !one.list.length) && !held.length && !day.closed
    if (empty && day.date !== today) return null
    return (
      <section
        key={day.date}
        aria-label={`${longDay(day.date)} ${dayNumber(day.date)}, ${page.className}`}
        className="pt-4"
      >
        <Row margin={listWords(held.map(one => one.lesson.starts)) || null}>
          <h2 className={`inline-block text-lg ${day.date === today ? 'border-b-[3px] border-ochre' : ''}`}>
            {longDay(day.date)} {dayNumber(day.date)}
            {day.date === today && <span className="font-normal text-soft"> · {say('week_today')}</span>}
          </h2>
          {day.closed !== null && <p className="text-[0.9375rem] text-soft">{day.closed}</p>}
          {held.map(one => (
            <div key={one.lesson.key} className="mt-1">
              <p className="text-[0.9375rem] font-semibold text-blue">
                {say('week_lesson', { at: one.lesson.starts })}
                {one.lesson.place && <span className="font-normal text-soft"> · {one.lesson.place}</span>}
              </p>
              <LessonNote {...one} week={page.week} writes={false} />
            </div>
          ))}
        </Row>
        <ul>
          {lanes.flatMap(({ lane, list }) =>
            list.map(card => <ListCard key={card.id} card={card} lane={lane} to={to(card)} />),
          )}
        </ul>
      </section>
    )
  })
}

type CardProps = { readonly card: WeekCard; readonly lane: WeekCard['lane']; readonly to: string }

function ListCard({ card, lane, to }: CardProps) {
  const { state, said } = useSubmissionState(card, card.mine ?? UNTOUCHED)
  const Icon = KIND_ICON[card.kind]
  return (
    <Row as="li" margin={say(`week_lane_${lane}`)} className="py-1.5">
      <Link to={to} className="block rounded">
        <span className="block text-[1.0625rem] leading-snug font-semibold">{card.title}</span>
        <span className="flex flex-wrap items-baseline gap-x-3">
          {(owes(card.kind) || state.is !== 'toDo' || state.by !== null) && (
            <StateLabel state={state} said={said} />
          )}
          <span className="inline-flex items-baseline gap-1 text-sm text-soft">
            <Icon size={13} aria-hidden="true" className="translate-y-[2px]" />
            {say(`kind_${card.kind}`)}
            {card.minutes !== null && ` · ${say('minutes', { minutes: card.minutes })}`}
          </span>
          {card.newNotes > 0 && <NewMark>{say('new_notes', { count: card.newNotes })}</NewMark>}
        </span>
      </Link>
    </Row>
  )
}
