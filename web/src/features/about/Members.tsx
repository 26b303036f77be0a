import type { MembersPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { fromTodayOn } from '@oppen/core/about'
import type { ClassId } from '@oppen/core/ids'
import { localDateAt } from '@oppen/core/zone'
import { useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { dateWords, monthName } from '../../words/dates.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { WriteTo } from '../talk/WriteTo.js'

type Props = { readonly classId: ClassId; readonly teachers: readonly string[] }

/** Who is in the class, with the birthdays of those who want them known. */
export function Members({ classId, teachers }: Props) {
  const { data } = useSuspenseQuery(reads.members(classId))
  return (
    <>
      <Section title={say('members_title')}>
        <Row margin={say('members_teachers')} className="py-1">
          <p className="flex flex-wrap items-baseline gap-x-4">
            {listWords(teachers)}
            {teachers[0] && <WriteTo classId={classId} to="teacher" name={teachers[0]} />}
          </p>
        </Row>
        {data.groups.map(group => (
          <Row key={group.name} margin={group.name} className="py-1">
            <ul className="gap-x-8 sm:columns-2 lg:columns-3">
              {group.pupils.map(name => (
                <li key={name}>{name}</li>
              ))}
            </ul>
          </Row>
        ))}
      </Section>
      <Birthdays classId={classId} page={data} />
    </>
  )
}

function Birthdays({ classId, page }: { readonly classId: ClassId; readonly page: MembersPage }) {
  const { now, zone } = useNow()
  const { account } = useMe()
  const today = localDateAt(now, zone).slice(5)
  const coming = fromTodayOn(page.birthdays, today)
  return (
    <Section title={say('birthdays_title')}>
      {!coming.length && (
        <Row>
          <p className="text-soft">{say('birthdays_none')}</p>
        </Row>
      )}
      <ul>
        {coming.map(({ name, birthday }) => (
          <Row as="li" key={name} margin={dateWords(`2028-${birthday}`)} className="py-0.5">
            {name}
            {birthday === today && (
              <span className="ms-2 whitespace-nowrap rounded-full bg-ochre px-2 text-xs leading-5 font-bold text-on-ochre">
                {say('birthdays_today')}
              </span>
            )}
          </Row>
        ))}
      </ul>
      {account.kind === 'pupil' && <OwnBirthday classId={classId} own={page.own} />}
    </Section>
  )
}

/** Whether one's own birthday is shown is for the pupil alone to say. */
function OwnBirthday({ classId, own }: { readonly classId: ClassId; readonly own: string | null }) {
  const [day, setDay] = useState('1')
  const [month, setMonth] = useState('1')
  const again = [reads.members(classId).queryKey]
  const show = useCommand({
    do: () => call(routes.setBirthday, {}, { birthday: { day: Number(day), month: Number(month) } }),
    again,
  })
  const hide = useCommand({
    do: () => call(routes.setBirthday, {}, { birthday: null }),
    again,
    done: () => showToast(say('birthday_hidden')),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    show.go()
  }
  const box = 'rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1.5 text-[0.9375rem] text-ink'
  const numbers = (count: number) => Array.from({ length: count }, (_, n) => String(n + 1))
  return (
    <Row className="pt-3">
      <p className="max-w-prose text-[0.9375rem] text-soft">{say(own ? 'birthday_own' : 'birthday_ask')}</p>
      {own ? (
        <Button className="mt-2" disabled={hide.busy} onClick={() => hide.go()}>
          {say('birthday_hide')}
        </Button>
      ) : (
        <form onSubmit={submit} className="mt-2 flex flex-wrap items-center gap-2">
          <select
            aria-label={say('birthday_day')}
            value={day}
            onChange={event => setDay(event.target.value)}
            className={box}
          >
            {numbers(31).map(n => (
              <option key={n}>{n}</option>
            ))}
          </select>
          <select
            aria-label={say('birthday_month')}
            value={month}
            onChange={event => setMonth(event.target.value)}
            className={box}
          >
            {numbers(12).map(n => (
              <option key={n} value={n}>
                {monthName(Number(n))}
              </option>
            ))}
          </select>
          <Button type="submit" disabled={show.busy}>
            {say('birthday_show')}
          </Button>
        </form>
      )}
      {(show.words ?? hide.words) && <Problem words={show.words ?? hide.words ?? ''} />}
    </Row>
  )
}
