import type { Question } from '@oppen/contract'
import { SHOWN } from '@oppen/core/work/kinds/question'
import { X } from 'lucide-react'
import { Button } from '../../../parts/Button.js'
import { FieldProblem } from '../../../parts/Feedback.js'
import { Choice } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import type { FieldsProps } from '../postedProps.js'

const USUAL: Question = { choices: [], several: false, shown: 'afterOwn' }

/** How an open question is answered, and when classmates' answers are shown. */
export function QuestionFields({ posting: { form, put, problemAt } }: FieldsProps) {
  const problem = problemAt('details.question')
  const question = form.details.question ?? USUAL
  const set = (part: Partial<Question>) =>
    put({ details: { ...form.details, question: { ...question, ...part } } })
  const { choices } = question
  const right = question.key?.right ?? []
  const setRight = (next: readonly string[]) => set({ key: next.length ? { right: [...next] } : undefined })
  const tick = (choice: string, on: boolean) =>
    setRight(on ? [...(question.several ? right : []), choice] : right.filter(one => one !== choice))
  const rename = (index: number, text: string) => {
    const before = choices[index]
    set({
      choices: choices.map((one, at) => (at === index ? text : one)),
      ...(before !== undefined &&
        right.includes(before) && { key: { right: right.map(one => (one === before ? text : one)) } }),
    })
  }
  return (
    <fieldset className="flex flex-col gap-3">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('post_answers')}</legend>
      <div className="flex flex-wrap gap-x-5">
        {[false, true].map(value => (
          <label key={String(value)} className="flex items-center gap-1.5">
            <input
              type="radio"
              name="choices"
              checked={choices.length > 0 === value}
              onChange={() => set({ choices: value ? ['', ''] : [] })}
            />
            {say(value ? 'post_answers_choices' : 'post_answers_words')}
          </label>
        ))}
      </div>
      {choices.length > 0 && (
        <div className="flex flex-col gap-1.5">
          {choices.map((choice, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a choice has no name but its line
            <div key={index} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                aria-label={say('post_right', { choice: choice || String(index + 1) })}
                checked={choice !== '' && right.includes(choice)}
                disabled={!choice}
                onChange={event => tick(choice, event.target.checked)}
                className="size-5"
              />
              <input
                aria-label={say('post_choice', { number: index + 1 })}
                value={choice}
                onChange={event => rename(index, event.target.value)}
                className="min-w-0 flex-1 rounded-[var(--radius-card)] border border-edge bg-sheet px-2.5 py-1.5 text-[0.9375rem]"
              />
              <button
                type="button"
                aria-label={say('take_off', { name: choice || String(index + 1) })}
                onClick={() =>
                  set({
                    choices: choices.filter((_, at) => at !== index),
                    key: { right: right.filter(one => one !== choice) },
                  })
                }
                className="rounded p-1 hover:bg-pale"
              >
                <X size={16} aria-hidden="true" />
              </button>
            </div>
          ))}
          <p className="max-w-prose text-sm text-soft">{say('post_right_hint')}</p>
          <div className="flex flex-wrap items-center gap-4">
            <Button onClick={() => set({ choices: [...choices, ''] })}>{say('post_choice_add')}</Button>
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={question.several}
                onChange={event => set({ several: event.target.checked })}
              />
              {say('post_choice_several')}
            </label>
          </div>
        </div>
      )}
      {problem && <FieldProblem words={problem} />}
      <Choice
        label={say('post_shown')}
        value={question.shown}
        onChange={value => set({ shown: value as Question['shown'] })}
        options={SHOWN.map(value => ({
          value,
          label: say(`post_shown_${value}`),
        }))}
      />
    </fieldset>
  )
}
