import { type MarkBookPage, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { ATTEMPT_RULES, categoryKey, DECIMALS, type MarkRules } from '@oppen/core/marks'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice, Field } from '../../parts/Field.js'
import { Cell, Off } from '../../parts/inputs.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

type Props = { readonly classId: ClassId; readonly page: MarkBookPage; readonly onClose: () => void }
type Part = { readonly rules: MarkRules; readonly put: (part: Partial<MarkRules>) => void }

/** The rules with every category that work has, so that none is forgotten. */
function begin({ rules, works }: MarkBookPage): MarkRules {
  const known = new Set(rules.categories.map(one => categoryKey(one.name)))
  const found = new Map<string, string>()
  for (const { category } of works)
    if (category && !known.has(categoryKey(category))) found.set(categoryKey(category), category)
  // alike to begin with: a category that weighs nothing is a choice
  const more = [...found.values()].map(name => ({ name, weight: 10, dropLowest: 0 }))
  return { ...rules, categories: [...rules.categories, ...more] }
}

/** Steps of coming late, in hours. */
const STEPS = ['24', '1', '168', 'once'] as const

const whole = (text: string): number => Math.max(0, Math.round(Number(text) || 0))

/** How a class turns marks into averages. */
export function RulesForm({ classId, page, onClose }: Props) {
  const [rules, setRules] = useState(() => begin(page))
  const put = (part: Partial<MarkRules>) => setRules({ ...rules, ...part })
  const save = useCommand({
    do: () => call(routes.setMarkRules, { classId }, rules),
    again: [reads.markBook(classId).queryKey, reads.overview(classId).queryKey],
    done: onClose,
  })
  return (
    <Window open onClose={onClose} title={say('rules_marks_title')} size="wide">
      <form
        className="flex flex-col gap-5"
        onSubmit={event => {
          event.preventDefault()
          save.go()
        }}
      >
        <p className="max-w-prose text-[0.9375rem] text-soft">{say('rules_marks_lead')}</p>
        <Choice
          label={say('rules_basis')}
          value={rules.basis}
          onChange={value => put({ basis: value as MarkRules['basis'] })}
          options={(['points', 'categories'] as const).map(value => ({
            value,
            label: say(`rules_basis_${value}`),
          }))}
        />
        {rules.basis === 'categories' ? (
          <Categories rules={rules} put={put} />
        ) : (
          <WholeField
            label={say('rules_drop')}
            value={rules.dropLowest}
            onChange={dropLowest => put({ dropLowest })}
          />
        )}
        <Missing rules={rules} put={put} />
        <Late rules={rules} put={put} />
        <Choice
          label={say('rules_attempts')}
          value={rules.attempts}
          onChange={value => put({ attempts: value as MarkRules['attempts'] })}
          options={ATTEMPT_RULES.map(value => ({ value, label: say(`rules_attempts_${value}`) }))}
        />
        <Scale rules={rules} put={put} />
        <Choice
          label={say('rules_decimals')}
          value={String(rules.decimals)}
          onChange={value => put({ decimals: whole(value) as MarkRules['decimals'] })}
          options={DECIMALS.map(value => ({ value: String(value), label: String(value) }))}
        />
        <Tick on={rules.figures} onChange={figures => put({ figures })}>
          {say('rules_figures')}
        </Tick>
        <Signals rules={rules} put={put} />
        {save.words && <Problem words={save.words} />}
        <div className="flex gap-2">
          <Button type="submit" variant="primary" disabled={save.busy}>
            {say('book_save')}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}

type WholeProps = {
  readonly label: string
  readonly value: number
  readonly onChange: (value: number) => void
}

const WholeField = ({ label, value, onChange }: WholeProps) => (
  <div className="max-w-48">
    <Field
      label={label}
      type="number"
      min={0}
      value={String(value)}
      onChange={event => onChange(whole(event.target.value))}
    />
  </div>
)

function Categories({ rules, put }: Part) {
  const { categories } = rules
  const change = (at: number, part: Partial<(typeof categories)[number]>) =>
    put({ categories: categories.map((one, index) => (index === at ? { ...one, ...part } : one)) })
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('rules_categories_title')}</legend>
      <p className="mb-2 max-w-prose text-sm text-soft">{say('rules_categories_lead')}</p>
      <table className="text-[0.9375rem]">
        <thead>
          <tr className="text-start text-sm text-soft">
            <th scope="col" className="pe-3 pb-1 text-start font-normal">
              {say('post_field_category')}
            </th>
            <th scope="col" className="pe-3 pb-1 text-start font-normal">
              {say('rules_weight')}
            </th>
            <th scope="col" className="pe-3 pb-1 text-start font-normal">
              {say('rules_drop')}
            </th>
            <td />
          </tr>
        </thead>
        <tbody>
          {categories.map((one, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the names are what is typed
            <tr key={index}>
              <td className="pe-3 pb-1.5">
                <Cell
                  label={say('rules_category_name', { count: index + 1 })}
                  value={one.name}
                  maxLength={40}
                  onChange={event => change(index, { name: event.target.value })}
                />
              </td>
              <td className="pe-3 pb-1.5">
                <Cell
                  label={say('rules_weight_of', { name: one.name })}
                  type="number"
                  min={0}
                  className="w-20"
                  value={String(one.weight)}
                  onChange={event => change(index, { weight: whole(event.target.value) })}
                />
              </td>
              <td className="pe-3 pb-1.5">
                <Cell
                  label={say('rules_drop_of', { name: one.name })}
                  type="number"
                  min={0}
                  className="w-20"
                  value={String(one.dropLowest)}
                  onChange={event => change(index, { dropLowest: whole(event.target.value) })}
                />
              </td>
              <td className="pb-1.5">
                <Off
                  label={say('rules_category_remove', { name: one.name })}
                  onClick={() => put({ categories: categories.filter(other => other !== one) })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        variant="quiet"
        onClick={() => put({ categories: [...categories, { name: '', weight: 10, dropLowest: 0 }] })}
      >
        {say('rules_category_add')}
      </Button>
    </fieldset>
  )
}

function Missing({ rules, put }: Part) {
  const { zeroAfterDays } = rules
  return (
    <div className="flex flex-col gap-2">
      <Tick on={zeroAfterDays !== null} onChange={on => put({ zeroAfterDays: on ? 7 : null })}>
        {say('rules_zero')}
      </Tick>
      {zeroAfterDays !== null && (
        <WholeField
          label={say('rules_zero_days')}
          value={zeroAfterDays}
          onChange={days => put({ zeroAfterDays: days })}
        />
      )}
    </div>
  )
}

/** What coming late takes. */
export function Late({ rules, put }: Part) {
  const { late } = rules
  const change = (part: Partial<NonNullable<MarkRules['late']>>) =>
    late && put({ late: { ...late, ...part } })
  return (
    <div className="flex flex-col gap-2">
      <Tick
        on={late !== null}
        onChange={on => put({ late: on ? { everyHours: 24, take: 100, floor: 500 } : null })}
      >
        {say('rules_late')}
      </Tick>
      {late && (
        <div className="flex flex-wrap items-end gap-3">
          <Choice
            label={say('rules_late_every')}
            value={String(late.everyHours ?? 'once')}
            onChange={value => change({ everyHours: value === 'once' ? null : whole(value) })}
            options={STEPS.map(value => ({ value, label: say(`rules_late_every_${value}`) }))}
          />
          <WholeField
            label={say('rules_late_take')}
            value={late.take / 10}
            onChange={percent => change({ take: percent * 10 })}
          />
          <WholeField
            label={say('rules_late_floor')}
            value={late.floor / 10}
            onChange={percent => change({ floor: percent * 10 })}
          />
        </div>
      )}
    </div>
  )
}

const SIGNALS = [
  ['missingInWeek', 'rules_signal_missing'],
  ['fallingRun', 'rules_signal_falling'],
  ['unseenDays', 'rules_signal_unseen'],
] as const

/** Of whom teachers want to be told. */
function Signals({ rules, put }: Part) {
  return (
    <fieldset>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('rules_signals')}</legend>
      <p className="mb-2 text-sm text-soft">{say('rules_signal_off')}</p>
      <ul className="flex flex-col gap-1.5">
        {SIGNALS.map(([name, key]) => (
          <li key={name} className="flex items-center gap-2 text-[0.9375rem]">
            <Cell
              label={say(key)}
              type="number"
              min={0}
              max={60}
              className="w-20"
              value={String(rules.signals[name] ?? 0)}
              onChange={event =>
                put({ signals: { ...rules.signals, [name]: whole(event.target.value) || null } })
              }
            />
            <span aria-hidden="true">{say(key)}</span>
          </li>
        ))}
      </ul>
    </fieldset>
  )
}

function Scale({ rules, put }: Part) {
  const { scale } = rules
  const change = (at: number, part: Partial<(typeof scale)[number]>) =>
    put({ scale: scale.map((one, index) => (index === at ? { ...one, ...part } : one)) })
  const beginning = [
    { label: say('rules_scale_best'), from: 900 },
    { label: say('rules_scale_good'), from: 600 },
    { label: say('rules_scale_begun'), from: 0 },
  ]
  return (
    <div className="flex flex-col gap-2">
      <Tick on={scale.length > 0} onChange={on => put({ scale: on ? beginning : [] })}>
        {say('rules_scale')}
      </Tick>
      {scale.length > 0 && (
        <ul className="flex flex-col gap-1.5">
          {scale.map((one, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the words are what is typed
            <li key={index} className="flex items-center gap-2 text-[0.9375rem]">
              <Cell
                label={say('rules_scale_word', { count: index + 1 })}
                value={one.label}
                maxLength={40}
                onChange={event => change(index, { label: event.target.value })}
              />
              {say('rules_scale_from')}
              <Cell
                label={say('rules_scale_from_of', { name: one.label })}
                type="number"
                min={0}
                max={100}
                className="w-20"
                value={String(one.from / 10)}
                onChange={event => change(index, { from: whole(event.target.value) * 10 })}
              />
              %
              <Off
                label={say('rules_category_remove', { name: one.label })}
                onClick={() => put({ scale: scale.filter(other => other !== one) })}
              />
            </li>
          ))}
          <li>
            <Button variant="quiet" onClick={() => put({ scale: [...scale, { label: '', from: 0 }] })}>
              {say('rules_scale_add')}
            </Button>
          </li>
          <li>
            <Tick on={rules.wordsOnly} onChange={wordsOnly => put({ wordsOnly })}>
              {say('rules_words_only')}
            </Tick>
          </li>
        </ul>
      )}
    </div>
  )
}
