import { Field, TextBox } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import type { InputProps } from './inputProps.js'

type Props = InputProps<'text'> | InputProps<'number'> | InputProps<'formula'>

/** A short answer that is typed: words, a number, a formula. */
export const Typed = ({ question, given, locked, onChange }: Props) => (
  <div className="flex max-w-prose items-end gap-2">
    <Field
      label={say(`quiz_your_${given.kind}`)}
      value={given.text}
      disabled={locked}
      autoComplete="off"
      autoCapitalize="off"
      spellCheck={false}
      onChange={event => onChange({ ...given, text: event.target.value })}
    />
    {question.kind === 'number' && question.ask.unit && <span className="pb-2.5">{question.ask.unit}</span>}
  </div>
)

export const Long = ({ given, locked, onChange }: InputProps<'long'>) => (
  <TextBox
    label={say('quiz_your_text')}
    rows={5}
    value={given.text}
    disabled={locked}
    onChange={event => onChange({ ...given, text: event.target.value })}
  />
)
