import type { TodayLesson } from '@oppen/contract'
import { timeOfDay } from '@oppen/core/timing'
import { Video } from 'lucide-react'
import { Link } from 'react-router'
import { childrenOf, firstName } from '../../app/places.js'
import { useMe, useNow } from '../../app/session.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'

/** The lessons of the day, each with the way into its meeting room. */
export function Lessons({ lessons }: { readonly lessons: readonly TodayLesson[] }) {
  const me = useMe()
  const { now, zone } = useNow()
  const nameOf = (child: string | null) => {
    const found = me.account.kind === 'family' && childrenOf(me).find(one => one.child === child)
    return found ? firstName(found.name) : null
  }
  return (
    <Section title={say('today_lessons')}>
      <ul>
        {lessons.map(lesson => (
          <Row
            as="li"
            key={`${lesson.child} ${lesson.key}`}
            margin={`${timeOfDay(lesson.startsAt, zone)}–${timeOfDay(lesson.endsAt, zone)}`}
            className="py-1"
          >
            <span className="flex flex-wrap items-baseline gap-x-4">
              <Link
                to={
                  me.account.kind === 'family' ? `/child/${lesson.child}/week` : `/c/${lesson.classId}/week`
                }
                className={`inline-block min-h-6 font-semibold hover:underline ${lesson.endsAt < now ? 'text-soft' : ''}`}
              >
                {lesson.className}
              </Link>
              <span className="text-sm text-soft">
                {[nameOf(lesson.child), lesson.groupNames.join(' + '), lesson.place]
                  .filter(Boolean)
                  .join(' · ')}
              </span>
              {lesson.startsAt <= now && now < lesson.endsAt && (
                <span className="rounded-full bg-ochre px-2 text-xs leading-5 font-bold text-on-ochre">
                  {say('today_lesson_now')}
                </span>
              )}
              {lesson.room && (
                <a
                  href={lesson.room}
                  target="_blank"
                  rel="noreferrer"
                  className="inline-flex min-h-6 items-center gap-1 text-[15px] text-blue underline underline-offset-2"
                >
                  <Video size={15} aria-hidden="true" />
                  {say('today_room')}
                </a>
              )}
            </span>
          </Row>
        ))}
      </ul>
    </Section>
  )
}
