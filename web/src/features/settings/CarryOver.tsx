import type { CarryOverPage, ClassSettings } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { mondayOf } from '@oppen/core/zone'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { LazyDayField } from '../../parts/dates/LazyDayField.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { shortDate } from '../../words/dates.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'

/** A class of the next year made of this one. */
export function CarryOver({ data }: { readonly data: ClassSettings }) {
  const [open, setOpen] = useState(false)
  return (
    <Section title={say('carry_title')}>
      <Row>
        <p className="mb-2 max-w-prose text-[0.9375rem] text-soft">{say('carry_says')}</p>
        <Button onClick={() => setOpen(true)}>{say('carry_go')}</Button>
        {open && <CarryOverWindow data={data} onClose={() => setOpen(false)} />}
      </Row>
    </Section>
  )
}

type Props = { readonly data: ClassSettings; readonly onClose: () => void }

function CarryOverWindow({ data, onClose }: Props) {
  const time = useNow()
  const navigate = useNavigate()
  const { classId } = data
  // one press is one class, also where its answer was lost and it is pressed again
  const [press] = useState(() => crypto.randomUUID())
  const [name, setName] = useState(data.name)
  const [yearLabel, setYearLabel] = useState(data.yearLabel)
  const [chosen, setFirst] = useState<string | null>(null)
  const preview = useQuery({
    ...reads.carryOver(classId, chosen ?? 'next'),
    placeholderData: keepPreviousData,
  })
  const first = chosen ?? preview.data?.first ?? ''
  const carry = useCommand({
    do: () => call(routes.carryOver, { classId }, { press, name, yearLabel, first }),
    again: [reads.me().queryKey],
    done: made => {
      showToast(say('carry_done', { name }))
      navigate(`/c/${made.classId}/topics`)
    },
  })
  const other = ['name', 'yearLabel', 'first'].includes(carry.path ?? '') ? undefined : carry.words
  return (
    <Window open onClose={onClose} title={say('carry_title')} size="wide">
      <form
        noValidate
        className="flex flex-col gap-4"
        onSubmit={event => {
          event.preventDefault()
          carry.go()
        }}
      >
        <div className="grid gap-3 md:grid-cols-2">
          <Field
            label={say('settings_name')}
            value={name}
            onChange={event => setName(event.target.value)}
            problem={carry.at('name')}
          />
          <Field
            label={say('settings_year')}
            value={yearLabel}
            onChange={event => setYearLabel(event.target.value)}
            problem={carry.at('yearLabel')}
          />
        </div>
        <div className="max-w-xs">
          <LazyDayField
            label={say('carry_first')}
            value={first}
            onChange={day => day && setFirst(mondayOf(day))}
          />
        </div>
        {preview.error && <Problem words={problemWords(preview.error, time)} />}
        {preview.data ? <Preview page={preview.data} /> : !preview.error && <Waiting />}
        {other && <Problem words={other} />}
        <div className="flex gap-2">
          <Button type="submit" variant="primary" disabled={carry.busy || !preview.data}>
            {say('carry_make')}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}

/** What would come along, and where each week would go. */
function Preview({
  page: { topics, groups, weeks, unplanned, termsKnown },
}: {
  readonly page: CarryOverPage
}) {
  const works = weeks.reduce((sum, week) => sum + week.works, unplanned)
  const lost = weeks.filter(week => week.to === null)
  return (
    <section aria-label={say('carry_comes')} className="flex flex-col gap-2 text-[0.9375rem]">
      <p>
        {[
          say('carry_works', { count: works }),
          say('carry_topics', { count: topics }),
          say('carry_groups', { count: groups.length }),
        ].join(' · ')}
      </p>
      <p className="text-soft">{say('carry_without')}</p>
      {!termsKnown && <p className="text-soft">{say('carry_terms')}</p>}
      {lost.length > 0 && <Problem words={say('carry_lost', { count: lost.length })} />}
      {weeks.length > 0 && (
        <div className="max-h-64 overflow-y-auto border border-rule">
          <table className="w-full">
            <thead className="sticky top-0 bg-sheet text-sm text-soft">
              <tr>
                {(['carry_from', 'carry_to', 'carry_holds'] as const).map(key => (
                  <th key={key} scope="col" className="px-3 py-1 text-start font-normal">
                    {say(key)}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {weeks.map(week => (
                <tr key={week.from} className="border-t border-rule">
                  <td className="px-3 py-1">{shortDate(week.from)}</td>
                  <td className={`px-3 py-1 ${week.to === null ? 'text-rust' : ''}`}>
                    {week.to === null ? say('carry_nowhere') : shortDate(week.to)}
                  </td>
                  <td className="px-3 py-1">
                    {[
                      week.works ? say('carry_works', { count: week.works }) : '',
                      week.goals ? say('carry_goals', { count: week.goals }) : '',
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  )
}
