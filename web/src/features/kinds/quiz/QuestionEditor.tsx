import { showHundredths } from '@oppen/core/marks'
import type { Question } from '@oppen/core/questions'
import { X } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../parts/Button.js'
import { Choice, Field, TextBox } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import { FormattedField } from '../../posting/FormattedField.js'
import { gapLines, gapsOf, groupLines, groupsOf, itemLines, itemsOf, pairLines, pairsOf } from './lines.js'

type Props = {
  readonly question: Question
  readonly problem: string | undefined
  readonly onPicture: (file: File) => Promise<string>
  readonly onChange: (question: Question) => void
}

/** One question as its teacher writes it: what is asked, what is right, and what is said to it. */
export function QuestionEditor({ question, problem, onPicture, onChange }: Props) {
  const { key } = question
  const put = (part: object) => onChange({ ...question, ...part } as Question)
  const say_ = (part: object) => put({ key: { ...key, ...part } })
  return (
    <div className="my-2 flex flex-col gap-3 border-s-4 border-pale ps-4">
      <FormattedField
        label={say('quiz_prompt')}
        html={question.prompt}
        onPicture={onPicture}
        onChange={prompt => put({ prompt })}
        problem={problem}
      />
      <KindFields question={question} put={put} />
      <div className="grid gap-3 sm:grid-cols-[8rem_1fr]">
        <Points points={question.points} onChange={points => put({ points })} />
        <Field
          label={say('quiz_hint')}
          value={asText(question.hint ?? '')}
          onChange={event => put({ hint: asHtml(event.target.value) || null })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          label={say('quiz_if_right')}
          value={asText(key.ifRight)}
          onChange={event => say_({ ifRight: asHtml(event.target.value) })}
        />
        <Field
          label={say('quiz_if_wrong')}
          value={asText(key.ifWrong)}
          onChange={event => say_({ ifWrong: asHtml(event.target.value) })}
        />
      </div>
      <Field
        label={say('quiz_working')}
        value={asText(key.working)}
        onChange={event => say_({ working: asHtml(event.target.value) })}
      />
      {['number', 'gaps'].includes(question.kind) && <Draws question={question} put={put} />}
    </div>
  )
}

const asText = (html: string): string =>
  html
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&amp;/g, '&')
const asHtml = (text: string): string => {
  const safe = text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
  return safe && `<p>${safe}</p>`
}

type PointsProps = { readonly points: number; readonly onChange: (points: number) => void }

/** Points as they are typed; what is none leaves them as they were. */
function Points({ points, onChange }: PointsProps) {
  const [text, setText] = useState(showHundredths(points))
  return (
    <Field
      label={say('quiz_set_points')}
      value={text}
      inputMode="decimal"
      onChange={event => {
        setText(event.target.value)
        const value = Math.round(Number(event.target.value.replace(',', '.')) * 100)
        if (event.target.value.trim() && value >= 0 && value <= 100_000) onChange(value)
      }}
    />
  )
}

type PartProps = { readonly question: Question; readonly put: (part: object) => void }

function KindFields({ question, put }: PartProps) {
  switch (question.kind) {
    case 'one':
    case 'several':
      return <Choices question={question} put={put} />
    case 'text':
      return (
        <>
          <TextBox
            label={say('quiz_accepted')}
            hint={say('quiz_accepted_hint')}
            rows={3}
            value={question.key.accepted.join('\n')}
            onChange={event => put({ key: { ...question.key, accepted: event.target.value.split('\n') } })}
          />
          <div className="flex flex-wrap gap-x-5 gap-y-1">
            {(['capitals', 'accents', 'spaces'] as const).map(name => (
              <label key={name} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={question.key[name]}
                  onChange={event => put({ key: { ...question.key, [name]: event.target.checked } })}
                />
                {say(`quiz_text_${name}`)}
              </label>
            ))}
          </div>
          <Choice
            label={say('quiz_slips')}
            value={String(question.key.slips)}
            onChange={value => put({ key: { ...question.key, slips: Number(value) } })}
            options={[0, 1, 2].map(count => ({
              value: String(count),
              label: say('quiz_slips_allowed', { count }),
            }))}
          />
        </>
      )
    case 'number':
      return <NumberFields question={question} put={put} />
    case 'formula':
      return (
        <div className="grid gap-3 sm:grid-cols-[1fr_12rem]">
          <Field
            label={say('quiz_formula')}
            value={question.key.formula}
            spellCheck={false}
            onChange={event => put({ key: { ...question.key, formula: event.target.value } })}
          />
          <Field
            label={say('quiz_variables')}
            value={question.ask.variables.join(' ')}
            spellCheck={false}
            onChange={event =>
              put({
                ask: {
                  variables: event.target.value
                    .split(/[\s,;]+/)
                    .filter(Boolean)
                    .slice(0, 10),
                },
              })
            }
          />
        </div>
      )
    case 'gaps':
      return (
        <Lines
          label={say('quiz_gaps')}
          hint={say('quiz_gaps_hint')}
          text={gapLines(question.ask, question.key.blanks)}
          onChange={text => {
            const { ask, blanks } = gapsOf(text)
            put({ ask, key: { ...question.key, blanks } })
          }}
        />
      )
    case 'pairs':
      return (
        <Lines
          label={say('quiz_pairs')}
          hint={say('quiz_pairs_hint')}
          text={pairLines(question.ask, question.key.pairs)}
          onChange={text => {
            const { left, right, pairs } = pairsOf(text)
            put({ ask: { left, right }, key: { ...question.key, pairs } })
          }}
        />
      )
    case 'order':
      return (
        <Lines
          label={say('quiz_order')}
          hint={say('quiz_order_hint')}
          text={itemLines(question.ask.items)}
          onChange={text => {
            const items = itemsOf(text)
            put({ ask: { items }, key: { ...question.key, order: items.map(({ id }) => id) } })
          }}
        />
      )
    case 'groups':
      return (
        <Lines
          label={say('quiz_groups')}
          hint={say('quiz_groups_hint')}
          text={groupLines(question.ask, question.key.groups)}
          onChange={text => {
            const { items, groups, of } = groupsOf(text)
            put({ ask: { items, groups }, key: { ...question.key, groups: of } })
          }}
        />
      )
    case 'long':
      return (
        <TextBox
          label={say('quiz_example')}
          rows={3}
          value={question.key.example}
          onChange={event => put({ key: { ...question.key, example: event.target.value } })}
        />
      )
    default:
      return null
  }
}

type LinesProps = {
  readonly label: string
  readonly hint: string
  readonly text: string
  readonly onChange: (text: string) => void
}

/** A text that stands for the parts of a question; it stays as it is typed. */
function Lines({ label, hint, text, onChange }: LinesProps) {
  const [typed, setTyped] = useState(text)
  return (
    <TextBox
      label={label}
      hint={hint}
      rows={5}
      value={typed}
      onChange={event => {
        setTyped(event.target.value)
        onChange(event.target.value)
      }}
    />
  )
}

function Choices({
  question,
  put,
}: {
  question: Extract<Question, { kind: 'one' | 'several' }>
  put: PartProps['put']
}) {
  const { choices } = question.ask
  const right = question.kind === 'one' ? [question.key.right] : question.key.right
  const setChoices = (next: typeof choices) => put({ ask: { ...question.ask, choices: next } })
  const turn = (id: string, on: boolean) => {
    if (question.kind === 'one') return put({ key: { ...question.key, right: id } })
    const next = on ? [...question.key.right, id] : question.key.right.filter(one => one !== id)
    put({ key: { ...question.key, right: next } })
  }
  const free = () => {
    for (let number = 1; ; number++) if (!choices.some(({ id }) => id === `p${number}`)) return `p${number}`
  }
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="mb-1 text-[15px] font-semibold">{say('quiz_choices')}</legend>
      {choices.map((choice, index) => (
        <div key={choice.id} className="grid grid-cols-[auto_1fr_1fr_auto] items-center gap-1.5">
          <input
            type={question.kind === 'one' ? 'radio' : 'checkbox'}
            name={`right-${question.id}`}
            aria-label={say('quiz_choice_right', { number: index + 1 })}
            checked={right.includes(choice.id)}
            onChange={event => turn(choice.id, event.target.checked)}
            className="size-5"
          />
          <input
            aria-label={say('post_choice', { number: index + 1 })}
            value={choice.text}
            onChange={event =>
              setChoices(choices.map(one => (one === choice ? { ...one, text: event.target.value } : one)))
            }
            className="min-w-0 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[15px]"
          />
          <input
            aria-label={say('quiz_choice_note', { number: index + 1 })}
            placeholder={say('quiz_choice_note_short')}
            value={question.key.notes[choice.id] ?? ''}
            onChange={event =>
              put({
                key: { ...question.key, notes: { ...question.key.notes, [choice.id]: event.target.value } },
              })
            }
            className="min-w-0 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[15px]"
          />
          <button
            type="button"
            aria-label={say('take_off', { name: choice.text || String(index + 1) })}
            onClick={() => setChoices(choices.filter(one => one !== choice))}
            className="rounded p-1 hover:bg-pale"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-4">
        <Button onClick={() => setChoices([...choices, { id: free(), text: '' }])}>
          {say('post_choice_add')}
        </Button>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={question.ask.mixed}
            onChange={event => put({ ask: { ...question.ask, mixed: event.target.checked } })}
          />
          {say('quiz_choices_mixed')}
        </label>
      </div>
    </fieldset>
  )
}

function NumberFields({
  question,
  put,
}: {
  question: Extract<Question, { kind: 'number' }>
  put: PartProps['put']
}) {
  const { key } = question
  const set = (part: Partial<typeof key>) => put({ key: { ...key, ...part } })
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <Field
        label={say('quiz_value')}
        hint={say('quiz_value_hint')}
        value={key.value}
        spellCheck={false}
        onChange={event => set({ value: event.target.value })}
      />
      <Field
        label={say('quiz_unit')}
        value={key.unit ?? ''}
        spellCheck={false}
        onChange={event => set({ unit: event.target.value || null })}
      />
      <Choice
        label={say('quiz_form')}
        value={key.form}
        onChange={value => set({ form: value as typeof key.form })}
        options={(['any', 'decimal', 'fraction', 'lowest'] as const).map(value => ({
          value,
          label: say(`quiz_form_${value}`),
        }))}
      />
      <Choice
        label={say('quiz_tolerance')}
        value={key.tolerance.is}
        onChange={value => set({ tolerance: { ...key.tolerance, is: value as typeof key.tolerance.is } })}
        options={(['exact', 'absolute', 'relative'] as const).map(value => ({
          value,
          label: say(`quiz_tolerance_${value}`),
        }))}
      />
      {key.tolerance.is !== 'exact' && (
        <Field
          label={say('quiz_tolerance_by')}
          value={key.tolerance.by}
          onChange={event => set({ tolerance: { ...key.tolerance, by: event.target.value } })}
        />
      )}
      <Choice
        label={say('quiz_figures')}
        value={String(key.figures ?? '')}
        onChange={value => set({ figures: value ? Number(value) : null })}
        options={[
          { value: '', label: say('quiz_figures_any') },
          ...[1, 2, 3, 4, 5].map(count => ({ value: String(count), label: String(count) })),
        ]}
      />
    </div>
  )
}

const DRAW = { name: 'a', from: '1', to: '10', step: '1', not: '' }
const NAMES = 'abcdfghjkm'

/** Numbers that are drawn for each pupil. */
function Draws({ question, put }: PartProps) {
  const { draws } = question
  const change = (at: number, part: Partial<typeof DRAW>) =>
    put({ draws: draws.map((draw, index) => (index === at ? { ...draw, ...part } : draw)) })
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-[15px] font-semibold">{say('quiz_draws')}</legend>
      <p className="text-sm text-soft">{say('quiz_draws_hint', { example: '{a}' })}</p>
      {draws.map((draw, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a draw has its place in the list
        <div key={at} className="grid grid-cols-2 items-end gap-2 sm:grid-cols-[repeat(5,1fr)_auto]">
          {(['name', 'from', 'to', 'step', 'not'] as const).map(part => (
            <Field
              key={part}
              label={say(`quiz_draw_${part}`)}
              value={draw[part]}
              onChange={event => change(at, { [part]: event.target.value })}
            />
          ))}
          <button
            type="button"
            aria-label={say('take_off', { name: draw.name })}
            onClick={() => put({ draws: draws.filter((_, index) => index !== at) })}
            className="mb-1 rounded p-2 hover:bg-pale"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      ))}
      <div>
        <Button onClick={() => put({ draws: [...draws, { ...DRAW, name: NAMES[draws.length] ?? 'z' }] })}>
          {say('quiz_add_draw')}
        </Button>
      </div>
    </fieldset>
  )
}
