import { type NewsChoicesPage, routes } from '@oppen/contract'
import {
  type NewsChoices as Choices,
  MAIL_TIMES,
  type MailTime,
  type NewsKind,
  REMINDERS,
} from '@oppen/core/news'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useId, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Select } from '../../parts/inputs.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { PushDevice } from './PushDevice.js'

const TimeOfDayField = lazy(() =>
  import('../../parts/dates/DateFields.js').then(one => ({ default: one.TimeOfDayField })),
)

/** How somebody hears of what is new: by kind and way, when not, and of what they are reminded. */
export function NewsChoices() {
  const client = useQueryClient()
  const { queryKey } = reads.newsChoices()
  const { data } = useQuery(reads.newsChoices())
  const before = useRef<Promise<unknown>>(Promise.resolve())
  /** What was chosen and is not saved yet: what is read tells its screens of a change only after the press. */
  const [chosen, setChosen] = useState<Choices | null>(null)
  const save = useCommand({
    // one after the other, so that the last choice is the one that stays
    do: (choices: Choices) => {
      const saved = before.current.catch(() => undefined).then(() => call(routes.setNewsChoices, {}, choices))
      before.current = saved
      const over = () => before.current === saved && setChosen(null)
      void saved.then(over, over)
      return saved.catch(error => {
        void client.invalidateQueries({ queryKey })
        throw error
      })
    },
    again: [['news']],
  })
  const choose = (choices: Choices) => {
    // what was chosen stands at once, and goes back where it could not be saved
    setChosen(choices)
    client.setQueryData<NewsChoicesPage>(queryKey, page => page && { ...page, choices })
    save.go(choices)
  }
  const here = useArrived(data !== undefined)
  if (!data) return null
  const choices = chosen ?? data.choices
  return (
    <Row className="pt-6">
      <section id="news" ref={here} tabIndex={-1} className="max-w-2xl outline-none">
        <h2 className="text-lg">{say('news_how')}</h2>
        <p className="mb-2 text-sm text-soft">{say('news_how_lead')}</p>
        <Kinds page={{ ...data, choices }} onChange={choose} />
        {choices.kinds.dueSoon && data.kinds.includes('dueSoon') && (
          <fieldset className="mt-4 flex flex-col gap-1.5">
            <legend className="mb-1 text-[0.9375rem] font-semibold">{say('news_reminders')}</legend>
            {REMINDERS.map(one => (
              <label key={one} className="flex items-baseline gap-2 text-[0.9375rem]">
                <input
                  type="checkbox"
                  checked={choices.reminders.includes(one)}
                  onChange={event =>
                    choose({
                      ...choices,
                      reminders: REMINDERS.filter(other =>
                        other === one ? event.target.checked : choices.reminders.includes(other),
                      ),
                    })
                  }
                />
                <span>{say(`news_reminder_${one}`)}</span>
              </label>
            ))}
          </fieldset>
        )}
        <Quiet key={JSON.stringify(choices.quiet)} choices={choices} onChange={choose} />
        {save.words && <Problem words={save.words} />}
        {data.device && <PushDevice device={data.device} />}
      </section>
    </Row>
  )
}

/** Whoever comes by a link to the choices stands before them. */
function useArrived(ready: boolean) {
  const ref = useRef<HTMLElement>(null)
  const { hash } = useLocation()
  useEffect(() => {
    if (!ready || hash !== '#news') return
    ref.current?.scrollIntoView()
    ref.current?.focus({ preventScroll: true })
  }, [ready, hash])
  return ref
}

type KindsProps = { readonly page: NewsChoicesPage; readonly onChange: (choices: Choices) => void }

function Kinds({ page: { choices, kinds }, onChange }: KindsProps) {
  const set = (kind: NewsKind, more: Partial<Choices['kinds'][NewsKind]>) =>
    onChange({ ...choices, kinds: { ...choices.kinds, [kind]: { ...choices.kinds[kind], ...more } } })
  return (
    <div className="border-b border-rule">
      <div aria-hidden="true" className={`${COLUMNS} py-1 text-sm text-soft max-md:hidden`}>
        <span>{say('news_kind')}</span>
        <span>{say('news_in_oppen')}</span>
        <span>{say('news_by_mail')}</span>
        <span>{say('news_on_device')}</span>
      </div>
      {kinds.map(kind => {
        const { inOppen, mail, push } = choices.kinds[kind]
        const name = say(`news_kind_${kind}`)
        return (
          <fieldset key={kind} className="border-t border-rule py-1.5 max-md:py-2.5">
            <legend className="sr-only">{name}</legend>
            <div className={`${COLUMNS} text-[0.9375rem]`}>
              <span aria-hidden="true" className="max-md:basis-full max-md:font-semibold">
                {name}
              </span>
              <Tick label={say('news_in_oppen')} on={inOppen} onChange={on => set(kind, { inOppen: on })} />
              <div className="flex min-w-0 max-w-full flex-wrap items-center gap-x-2 max-md:order-last">
                <span aria-hidden="true" className="text-sm text-soft md:hidden">
                  {say('news_by_mail')}
                </span>
                <Select
                  label={say('news_by_mail')}
                  className="max-w-full"
                  value={kind === 'dueSoon' && mail !== 'never' ? 'daily' : mail}
                  onChange={event => set(kind, { mail: event.target.value as MailTime })}
                >
                  {/* reminders go once a day, whenever the first of them comes */}
                  {(kind === 'dueSoon' ? (['never', 'daily'] as const) : MAIL_TIMES).map(time => (
                    <option key={time} value={time}>
                      {say(
                        kind === 'dueSoon' && time === 'daily' ? 'news_mail_reminder' : `news_mail_${time}`,
                      )}
                    </option>
                  ))}
                </Select>
              </div>
              <Tick label={say('news_on_device')} on={push} onChange={on => set(kind, { push: on })} />
            </div>
          </fieldset>
        )
      })}
    </div>
  )
}

/** Columns where there is room, else the name over its choices. */
const COLUMNS =
  'md:grid md:grid-cols-[minmax(0,1fr)_6rem_13rem_9rem] md:items-center md:gap-3 max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-5 max-md:gap-y-1.5'

type TickProps = { readonly label: string; readonly on: boolean; readonly onChange: (on: boolean) => void }

const Tick = ({ label, on, onChange }: TickProps) => (
  <label className="flex min-h-8 items-center gap-2">
    <input type="checkbox" checked={on} onChange={event => onChange(event.target.checked)} />
    <span className="text-sm text-soft md:sr-only">{label}</span>
  </label>
)

type QuietProps = { readonly choices: Choices; readonly onChange: (choices: Choices) => void }

const NIGHT = { from: '20:00', until: '07:00' }

function Quiet({ choices, onChange }: QuietProps) {
  const [times, setTimes] = useState(choices.quiet ?? NIGHT)
  const id = useId()
  const time = (name: 'from' | 'until') => (
    <TimeOfDayField
      label={say(`news_quiet_${name}`)}
      value={times[name]}
      onChange={value => setTimes({ ...times, [name]: value })}
    />
  )
  const changed = choices.quiet && (times.from !== choices.quiet.from || times.until !== choices.quiet.until)
  return (
    <fieldset className="mt-4 text-[0.9375rem]">
      <legend className="mb-1 font-semibold">{say('news_quiet')}</legend>
      <label htmlFor={id} className="flex items-baseline gap-2">
        <input
          id={id}
          type="checkbox"
          checked={choices.quiet !== null}
          onChange={event => onChange({ ...choices, quiet: event.target.checked ? times : null })}
        />
        {say('news_quiet_on')}
      </label>
      {choices.quiet && (
        <form
          className="mt-1.5 flex flex-wrap items-end gap-4"
          onSubmit={event => {
            event.preventDefault()
            onChange({ ...choices, quiet: times })
          }}
        >
          <Suspense fallback={<Waiting />}>
            {time('from')}
            {time('until')}
          </Suspense>
          {changed && <Button type="submit">{say('news_quiet_save')}</Button>}
        </form>
      )}
    </fieldset>
  )
}
