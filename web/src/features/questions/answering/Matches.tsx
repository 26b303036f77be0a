import type { AskedQuestion } from '@oppen/core/questions'
import { say } from '../../../words/say.js'
import { Listen, PartPicture } from '../Listen.js'
import type { InputProps } from './inputProps.js'
import { SMALL } from './look.js'

type MatchesProps = {
  readonly question: AskedQuestion
  readonly items: readonly { id: string; text: string }[]
  readonly options: readonly { id: string; text: string }[]
  readonly chosen: Readonly<Record<string, string>>
  readonly locked: boolean
  readonly wrong: readonly string[]
  readonly onChange: (chosen: Record<string, string>) => void
}

/** To each item one of a list: pairs and groups. */
function Matches({ question, items, options, chosen, locked, wrong, onChange }: MatchesProps) {
  return (
    <ul className="flex max-w-prose flex-col gap-1.5">
      {items.map(({ id, text }) => (
        <li key={id} className="grid grid-cols-[1fr_1fr] items-center gap-3">
          <span className={`flex items-center gap-2 ${wrong.includes(id) ? 'text-rust' : ''}`}>
            <PartPicture question={question} part={id} />
            {text}
            <Listen question={question} part={id} name={text} />
          </span>
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

export const Pairs = ({ question, given, locked, wrong, onChange }: InputProps<'pairs'>) => (
  <Matches
    question={question}
    items={question.ask.left}
    options={question.ask.right}
    chosen={given.pairs}
    locked={locked}
    wrong={wrong}
    onChange={pairs => onChange({ ...given, pairs })}
  />
)

export const Groups = ({ question, given, locked, wrong, onChange }: InputProps<'groups'>) => (
  <Matches
    question={question}
    items={question.ask.items}
    options={question.ask.groups}
    chosen={given.groups}
    locked={locked}
    wrong={wrong}
    onChange={groups => onChange({ ...given, groups })}
  />
)
