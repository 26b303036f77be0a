import { say } from '../../../words/say.js'
import { Listen, PartPicture } from '../Listen.js'
import type { InputProps } from './inputProps.js'

/** Choices to take one or several of, seen and heard. */
export function Choices({
  question,
  given,
  locked,
  wrong,
  onChange,
}: InputProps<'one'> | InputProps<'several'>) {
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
        <div key={id} className="flex items-center gap-2">
          <label className="flex min-h-9 flex-1 items-center gap-2.5 rounded px-1.5 text-[1.0625rem] hover:bg-pale">
            <input
              type={given.kind === 'one' ? 'radio' : 'checkbox'}
              name={question.id}
              checked={chosen.includes(id)}
              onChange={() => turn(id)}
              className="size-5 shrink-0"
            />
            <span className={`read ${wrong.includes(id) ? 'text-rust line-through' : ''}`}>
              <PartPicture question={question} part={id} />
              {text}
            </span>
          </label>
          <Listen question={question} part={id} name={text} />
        </div>
      ))}
    </fieldset>
  )
}
