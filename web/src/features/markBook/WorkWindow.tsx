import { type BookWork, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { fiveNumbersOf, spreadOf } from '@oppen/core/marks'
import { useState } from 'react'
import { Link } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { oneDecimal, showHundredths } from '../../words/numbers.js'
import { say } from '../../words/say.js'

type Props = {
  readonly classId: ClassId
  readonly work: BookWork
  /** The marks of the class for it. */
  readonly marks: readonly number[]
  readonly categories: readonly string[]
  readonly archived: boolean
  readonly onClose: () => void
}

/** A piece of work in the mark book: how it counts, and how the class did. */
export function WorkWindow({ classId, work, marks, categories, archived, onClose }: Props) {
  const { id: workId, title, category, extra, counts } = work
  const [form, setForm] = useState({ category, extra, counts })
  const save = useCommand({
    do: () => call(routes.setCounting, { classId, workId }, form),
    again: [reads.markBook(classId).queryKey],
    done: onClose,
  })
  return (
    <Window open onClose={onClose} title={title}>
      <div className="flex flex-col gap-4">
        <Link
          to={`/c/${classId}/work/${workId}/marking`}
          className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2"
        >
          {say('book_to_marking')}
        </Link>
        <Figures marks={marks} points={work.points} />
        <form
          className="flex flex-col gap-3"
          onSubmit={event => {
            event.preventDefault()
            save.go()
          }}
        >
          <Field
            label={say('post_field_category')}
            value={form.category}
            list="book-categories"
            maxLength={80}
            onChange={event => setForm({ ...form, category: event.target.value })}
            problem={save.at('category')}
          />
          <datalist id="book-categories">
            {categories.map(one => (
              <option key={one} value={one} />
            ))}
          </datalist>
          <Tick on={form.counts} onChange={on => setForm({ ...form, counts: on })}>
            {say('book_counts')}
          </Tick>
          <Tick on={form.extra} onChange={on => setForm({ ...form, extra: on })}>
            {say('book_extra')}
          </Tick>
          {save.words && save.path !== 'category' && <Problem words={save.words} />}
          <div className="flex gap-2">
            <Button type="submit" variant="primary" disabled={save.busy || archived}>
              {say('book_save')}
            </Button>
            <Button onClick={onClose}>{say('cancel')}</Button>
          </div>
        </form>
      </div>
    </Window>
  )
}

function Figures({ marks, points }: { readonly marks: readonly number[]; readonly points: number | null }) {
  const five = fiveNumbersOf(marks)
  const spread = spreadOf(marks)
  if (!five || !spread || points === null)
    return <p className="text-[0.9375rem] text-soft">{say('figures_none')}</p>
  const lines = [
    [say('figures_marks'), String(five.count)],
    [say('figures_mean'), oneDecimal(spread.mean / 100)],
    [say('figures_median'), showHundredths(five.median)],
    [say('figures_middle'), `${showHundredths(five.lower)} – ${showHundredths(five.upper)}`],
    [say('figures_range'), `${showHundredths(five.least)} – ${showHundredths(five.most)}`],
  ] as const
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[0.9375rem]">
      {lines.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd className="tabular-nums">{value}</dd>
        </div>
      ))}
    </dl>
  )
}
