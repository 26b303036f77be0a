import type { TodayLesson } from '@oppen/contract'
import { Link } from 'react-router'
import { useMe, useNow } from '../../app/session.js'
import { RoomLink } from '../../parts/RoomLink.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { timeOfDay } from '../../words/times.js'

type Props = {
  readonly lessons: readonly TodayLesson[]
  /** The names of children by their ids, where there is more than one. */
  readonly names?: ReadonlyMap<string, string> | undefined
}

/** A lesson that begins so soon is what comes next; in milliseconds. */
const SOON = 45 * 60_000

/** The lesson that is on, or about to begin: with its way in, above everything else. */
export function LessonNow({ lessons, names }: Props) {
  const { now } = useNow()
  const here = lessons.filter(one => isNear(one, now))
  if (!here.length) return null
  return (
    <ul className="pb-3">
      {here.map(lesson => (
        <LessonLine key={`${lesson.child} ${lesson.key}`} lesson={lesson} names={names} />
      ))}
    </ul>
  )
}

const isNear = ({ startsAt, endsAt }: TodayLesson, now: number) => endsAt > now && startsAt - SOON <= now

/** The other lessons of the day, each with the way into its meeting room. */
export function Lessons({ lessons, names }: Props) {
  const { now } = useNow()
  const others = lessons.filter(one => !isNear(one, now))
  if (!others.length) return null
  return (
    <Section title={say('today_lessons')}>
      <ul>
        {others.map(lesson => (
          <LessonLine key={`${lesson.child} ${lesson.key}`} lesson={lesson} names={names} />
        ))}
      </ul>
    </Section>
  )
}

function LessonLine({ lesson, names }: Pick<Props, 'names'> & { readonly lesson: TodayLesson }) {
  const { account } = useMe()
  const { now, zone } = useNow()
  const on = lesson.startsAt <= now && now < lesson.endsAt
  const soon = !on && now < lesson.startsAt && lesson.startsAt - SOON <= now
  return (
    <Row
      as="li"
      margin={
        <bdi dir="ltr">
          {timeOfDay(lesson.startsAt, zone)}–{timeOfDay(lesson.endsAt, zone)}
        </bdi>
      }
      className="py-1"
    >
      <span className="flex flex-wrap items-baseline gap-x-4">
        <Link
          to={account.kind === 'family' ? `/child/${lesson.child}/week` : `/c/${lesson.classId}/week`}
          className={`inline-block min-h-6 font-semibold hover:underline ${lesson.endsAt < now ? 'text-soft' : ''}`}
        >
          {lesson.className}
        </Link>
        <span className="text-sm text-soft">
          {[names?.get(lesson.child ?? ''), lesson.groupNames.join(' + '), lesson.place]
            .filter(Boolean)
            .join(' · ')}
        </span>
        {(on || soon) && (
          <span className="whitespace-nowrap rounded-full bg-ochre px-2 text-xs leading-5 font-bold text-on-ochre">
            {say(on ? 'today_lesson_now' : 'today_next_lesson')}
          </span>
        )}
        {lesson.room && <RoomLink room={lesson.room} />}
      </span>
    </Row>
  )
}
