import type { Answer, AskedQuestion } from '@oppen/core/questions'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { Button } from '../../../parts/Button.js'
import { Field, TextBox } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import { BLANK } from './blankAnswer.js'

type Props = {
  readonly question: AskedQuestion
  readonly answer: Answer | null
  readonly locked: boolean
  /** The parts of the answer that are wrong, where that may be seen. */
  readonly wrong: readonly string[]
  readonly onChange: (answer: Answer) => void
}

/** Where a question is answered, by its kind. */
export function AnswerInput({ question, answer, locked, wrong, onChange }: Props) {
  const given = answer?.kind === question.kind ? answer : BLANK[question.kind]
  switch (given.kind) {
    case 'one':
    case 'several':
      return question.kind === 'one' || question.kind === 'several' ? (
        <Choices {...{ question, given, locked, wrong, onChange }} />
      ) : null
    case 'text':
    case 'number':
    case 'formula':
      return (
        <div className="flex max-w-prose items-end gap-2">
          <Field
            label={say(`quiz_your_${given.kind}`)}
            value={given.text}
            disabled={locked}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            inputMode={given.kind === 'number' ? 'text' : undefined}
            onChange={event => onChange({ ...given, text: event.target.value })}
          />
          {question.kind === 'number' && question.ask.unit && (
            <span className="pb-2.5">{question.ask.unit}</span>
          )}
        </div>
      )
    case 'long':
      return (
        <TextBox
          label={say('quiz_your_text')}
          rows={5}
          value={given.text}
          disabled={locked}
          onChange={event => onChange({ ...given, text: event.target.value })}
        />
      )
    case 'gaps':
      return question.kind === 'gaps' ? <Gaps {...{ question, given, locked, wrong, onChange }} /> : null
    case 'pairs':
      return question.kind === 'pairs' ? (
        <Matches
          items={question.ask.left}
          options={question.ask.right}
          chosen={given.pairs}
          {...{ locked, wrong }}
          onChange={pairs => onChange({ ...given, pairs })}
        />
      ) : null
    case 'groups':
      return question.kind === 'groups' ? (
        <Matches
          items={question.ask.items}
          options={question.ask.groups}
          chosen={given.groups}
          {...{ locked, wrong }}
          onChange={groups => onChange({ ...given, groups })}
        />
      ) : null
    case 'order':
      return question.kind === 'order' ? <Order {...{ question, given, locked, onChange }} /> : null
    default:
      return null
  }
}

type Of<K extends AskedQuestion['kind']> = Omit<Props, 'question' | 'answer'> & {
  readonly question: Extract<AskedQuestion, { kind: K }>
  readonly given: Extract<Answer, { kind: K }>
}

function Choices({ question, given, locked, wrong, onChange }: Of<'one' | 'several'>) {
  const chosen = given.kind === 'one' ? [given.choice] : given.choices
  const turn = (id: string) => {
    if (given.kind === 'one') return onChange({ kind: 'one', choice: id })
    const choices = given.choices.includes(id)
      ? given.choices.filter(one => one !== id)
      : [...given.choices, id]
    onChange({ kind: 'several', choices })
  }
  return (
    <fieldset className="flex max-w-prose flex-col gap-1" disabled={locked}>
      <legend className="mb-1 text-sm text-soft">
        {say(given.kind === 'one' ? 'answer_choose' : 'answer_choose_several')}
      </legend>
      {question.ask.choices.map(({ id, text }) => (
        <label
          key={id}
          className="flex min-h-9 items-center gap-2.5 rounded px-1.5 text-[17px] hover:bg-pale"
        >
          <input
            type={given.kind === 'one' ? 'radio' : 'checkbox'}
            name={question.id}
            checked={chosen.includes(id)}
            onChange={() => turn(id)}
            className="size-5 shrink-0"
          />
          <span className={wrong.includes(id) ? 'text-rust line-through' : ''}>{text}</span>
        </label>
      ))}
    </fieldset>
  )
}

const SMALL =
  'rounded border border-edge leading-normal bg-sheet px-2 py-1 text-[17px] text-ink disabled:bg-linen/50'

function Gaps({ question, given, locked, wrong, onChange }: Of<'gaps'>) {
  const put = (id: string, text: string) => onChange({ ...given, blanks: { ...given.blanks, [id]: text } })
  return (
    <p className="max-w-prose text-[17px] leading-10 whitespace-pre-wrap">
      {question.ask.text.split(/\[\[([\w-]+)\]\]/).map((part, index) => {
        if (index % 2 === 0) return part
        const blank = question.ask.blanks.find(({ id }) => id === part)
        const label = say('quiz_gap', { number: (index + 1) / 2 })
        const invalid = wrong.includes(part)
        if (blank?.is === 'choice')
          return (
            <select
              // biome-ignore lint/suspicious/noArrayIndexKey: a gap has its place in the text
              key={index}
              aria-label={label}
              aria-invalid={invalid}
              className={SMALL}
              disabled={locked}
              value={given.blanks[part] ?? ''}
              onChange={event => put(part, event.target.value)}
            >
              <option value="">…</option>
              {blank.choices.map(choice => (
                <option key={choice}>{choice}</option>
              ))}
            </select>
          )
        return (
          <input
            // biome-ignore lint/suspicious/noArrayIndexKey: a gap has its place in the text
            key={index}
            aria-label={label}
            aria-invalid={invalid}
            className={`${SMALL} w-32 aria-invalid:border-rust`}
            disabled={locked}
            autoComplete="off"
            spellCheck={false}
            value={given.blanks[part] ?? ''}
            onChange={event => put(part, event.target.value)}
          />
        )
      })}
    </p>
  )
}

type MatchesProps = {
  readonly items: readonly { id: string; text: string }[]
  readonly options: readonly { id: string; text: string }[]
  readonly chosen: Readonly<Record<string, string>>
  readonly locked: boolean
  readonly wrong: readonly string[]
  readonly onChange: (chosen: Record<string, string>) => void
}

function Matches({ items, options, chosen, locked, wrong, onChange }: MatchesProps) {
  return (
    <ul className="flex max-w-prose flex-col gap-1.5">
      {items.map(({ id, text }) => (
        <li key={id} className="grid grid-cols-[1fr_1fr] items-center gap-3">
          <span className={wrong.includes(id) ? 'text-rust' : ''}>{text}</span>
          <select
            aria-label={say('quiz_belongs', { name: text })}
            aria-invalid={wrong.includes(id)}
            className={SMALL}
            disabled={locked}
            value={chosen[id] ?? ''}
            onChange={event => {
              const { [id]: _, ...others } = chosen
              onChange(event.target.value ? { ...others, [id]: event.target.value } : others)
            }}
          >
            <option value="">…</option>
            {options.map(option => (
              <option key={option.id} value={option.id}>
                {option.text}
              </option>
            ))}
          </select>
        </li>
      ))}
    </ul>
  )
}

function Order({ question, given, locked, onChange }: Omit<Of<'order'>, 'wrong'>) {
  const { items } = question.ask
  const order = given.order.length ? given.order : items.map(({ id }) => id)
  const move = (at: number, by: number) => {
    const next = [...order]
    const [moved = ''] = next.splice(at, 1)
    next.splice(at + by, 0, moved)
    onChange({ ...given, order: next })
  }
  return (
    <>
      <ol className="flex max-w-prose list-decimal flex-col gap-1 ps-6">
        {order.map((id, at) => {
          const name = items.find(item => item.id === id)?.text ?? ''
          return (
            <li key={id}>
              <span className="flex items-center gap-2">
                <span className="min-w-0 flex-1">{name}</span>
                <button
                  type="button"
                  aria-label={say('quiz_up', { name })}
                  disabled={locked || at === 0}
                  onClick={() => move(at, -1)}
                  className="rounded p-2 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowUp size={18} aria-hidden="true" />
                </button>
                <button
                  type="button"
                  aria-label={say('quiz_down', { name })}
                  disabled={locked || at === order.length - 1}
                  onClick={() => move(at, 1)}
                  className="rounded p-2 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowDown size={18} aria-hidden="true" />
                </button>
              </span>
            </li>
          )
        })}
      </ol>
      {!given.order.length && !locked && (
        <div>
          <Button onClick={() => onChange({ ...given, order })}>{say('quiz_as_it_stands')}</Button>
        </div>
      )}
    </>
  )
}
