import type { FormDetails } from '@oppen/contract'
import { ANSWERED_BY, FORM_LIMITS, FORM_QUESTIONS, type FormQuestion } from '@oppen/core/work/kinds/form'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { FieldProblem } from '../../../parts/Feedback.js'
import { Choice } from '../../../parts/Field.js'
import { Off } from '../../../parts/inputs.js'
import { say } from '../../../words/say.js'
import { FormattedField } from '../../posting/FormattedField.js'
import { Check } from '../../questions/editing/Check.js'
import type { FieldsProps } from '../postedProps.js'
import { AskFields } from './AskFields.js'
import { newFormQuestion } from './newFormQuestion.js'

const PATH = 'details.form'
const NEW: FormDetails = { answeredBy: 'pupils', named: true, questions: [] }

/** Who answers a form, with names or without, and what is asked. */
export default function FormFields({ posting: { form: work, put, problemAt, addPicture } }: FieldsProps) {
  const form = work.details.form ?? NEW
  const { questions } = form
  const set = (part: Partial<FormDetails>) =>
    put({ details: { ...work.details, form: { ...form, ...part } } })
  const change = (question: FormQuestion, part: object) =>
    set({ questions: questions.map(one => (one === question ? ({ ...one, ...part } as FormQuestion) : one)) })
  const move = (at: number, by: number) => {
    const next = [...questions]
    next.splice(at + by, 0, ...next.splice(at, 1))
    set({ questions: next })
  }
  const named = problemAt(`${PATH}.named`)
  const problem = problemAt(`${PATH}.questions`)
  return (
    <section aria-labelledby="form-questions" className="flex flex-col gap-4">
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label={say('form_answered_by')}
          value={form.answeredBy}
          onChange={value => set({ answeredBy: value as FormDetails['answeredBy'] })}
          options={ANSWERED_BY.map(value => ({ value, label: say(`form_by_${value}`) }))}
        />
        <Choice
          label={say('form_names')}
          value={form.named ? 'yes' : 'no'}
          onChange={value => set({ named: value === 'yes' })}
          options={[
            { value: 'yes', label: say('form_named') },
            { value: 'no', label: say('form_nameless') },
          ]}
        />
      </div>
      {named && <FieldProblem words={named} />}
      {!form.named && (
        <p className="text-sm text-soft">{say('form_nameless_hint', { count: FORM_LIMITS.together })}</p>
      )}
      <h2 id="form-questions" className="text-lg">
        {say('quiz_questions')}
      </h2>
      <ol className="flex flex-col gap-5">
        {questions.map((question, index) => {
          const name = say('quiz_question', { number: index + 1 })
          return (
            <li key={question.id} className="flex flex-col gap-3 border-s-4 border-pale ps-4">
              <div className="flex flex-wrap items-center gap-2">
                <h3 className="flex-1 text-base font-semibold">
                  {name}{' '}
                  <span className="text-sm font-normal text-soft">{say(`asked_${question.kind}_kind`)}</span>
                </h3>
                <button
                  type="button"
                  aria-label={say('quiz_up', { name })}
                  disabled={index === 0}
                  onClick={() => move(index, -1)}
                  className="rounded p-1.5 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowUp size={16} aria-hidden="true" />
                </button>
                <button
                  type="button"
                  aria-label={say('quiz_down', { name })}
                  disabled={index === questions.length - 1}
                  onClick={() => move(index, 1)}
                  className="rounded p-1.5 hover:bg-pale disabled:opacity-40"
                >
                  <ArrowDown size={16} aria-hidden="true" />
                </button>
                <Off
                  label={say('take_off', { name })}
                  onClick={() => set({ questions: questions.filter(one => one !== question) })}
                />
              </div>
              <FormattedField
                label={say('quiz_prompt')}
                html={question.prompt}
                onPicture={addPicture}
                onChange={prompt => change(question, { prompt })}
                problem={problemAt(`${PATH}.questions.${index}`)}
              />
              <AskFields question={question} put={part => change(question, part)} onFile={addPicture} />
              <Check checked={question.required} onChange={required => change(question, { required })}>
                {say('form_required')}
              </Check>
            </li>
          )
        })}
      </ol>
      {problem && <FieldProblem words={problem} />}
      <fieldset className="flex flex-wrap gap-1.5">
        <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_add')}</legend>
        {FORM_QUESTIONS.map(kind => (
          <button
            key={kind}
            type="button"
            disabled={questions.length >= FORM_LIMITS.questions}
            onClick={() => set({ questions: [...questions, newFormQuestion(kind)] })}
            className="rounded-[var(--radius-card)] border border-edge px-2.5 py-1 text-[0.9375rem] hover:bg-pale"
          >
            {say(`asked_${kind}_kind`)}
          </button>
        ))}
      </fieldset>
    </section>
  )
}
