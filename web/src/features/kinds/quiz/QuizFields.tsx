import type { QuizDetails } from '@oppen/contract'
import { showHundredths } from '@oppen/core/marks'
import type { Question } from '@oppen/core/questions'
import {
  COUNTED,
  mostPoints,
  PAGES,
  questionsOf,
  type Section,
  SHOWN_WHEN,
  USUAL_RULES,
} from '@oppen/core/work/kinds/quiz'
import { ArrowDown, ArrowUp, Copy, X } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../parts/Button.js'
import { Choice, Field } from '../../../parts/Field.js'
import { say } from '../../../words/say.js'
import type { FieldsProps } from '../postedProps.js'
import { freeId, newQuestion, WRITTEN, type WrittenKind } from './newQuestion.js'
import { QuestionEditor } from './QuestionEditor.js'

const PATH = 'details.quiz.key.sections'
const FIRST: Section = { id: 's1', title: '', pick: null, questions: [] }

/** The questions of a quiz, and how it runs. */
export function QuizFields({ posting: { form, put, problemAt, addPicture } }: FieldsProps) {
  const quiz: QuizDetails = form.details.quiz ?? USUAL_RULES
  const sections = quiz.key?.sections.length ? quiz.key.sections : [FIRST]
  const [opened, setOpened] = useState<string | null>(null)
  const set = (part: Partial<QuizDetails>) =>
    put({ details: { ...form.details, quiz: { ...quiz, ...part } } })
  const setSections = (next: readonly Section[]) =>
    put({
      points: showHundredths(mostPoints(next)),
      details: { ...form.details, quiz: { ...quiz, key: { sections: [...next] as never } } },
    })
  const change = (at: number, section: Partial<Section>) =>
    setSections(sections.map((one, index) => (index === at ? { ...one, ...section } : one)))
  const all = questionsOf<Question>(sections)
  const add = (at: number, question: Question) => {
    change(at, { questions: [...(sections[at]?.questions ?? []), question] })
    setOpened(question.id)
  }
  const firstOf = (at: number) => questionsOf<Question>(sections.slice(0, at)).length
  const problem = problemAt(PATH)
  return (
    <section aria-labelledby="quiz-questions" className="flex flex-col gap-4">
      <h2 id="quiz-questions" className="text-lg">
        {say('quiz_questions')}
      </h2>
      {sections.map((section, at) => (
        <div key={section.id} className="flex flex-col gap-2">
          {sections.length > 1 && (
            <SectionHead
              section={section}
              onChange={part => change(at, part)}
              onRemove={() => setSections(sections.filter((_, index) => index !== at))}
            />
          )}
          <ol className="flex flex-col">
            {section.questions.map((question, index) => (
              <li key={question.id} className="border-b border-rule py-1.5">
                <QuestionLine
                  number={firstOf(at) + index + 1}
                  question={question}
                  open={opened === question.id}
                  first={index === 0}
                  last={index === section.questions.length - 1}
                  onOpen={() => setOpened(opened === question.id ? null : question.id)}
                  onMove={by => change(at, { questions: moved(section.questions, index, by) })}
                  onCopy={() => add(at, { ...question, id: freeId(all.map(({ id }) => id)) })}
                  onRemove={() =>
                    change(at, { questions: section.questions.filter(one => one !== question) })
                  }
                />
                {opened === question.id && (
                  <QuestionEditor
                    question={question}
                    problem={problemAt(`${PATH}.${at}.questions.${index}`)}
                    onPicture={addPicture}
                    onChange={changed =>
                      change(at, {
                        questions: section.questions.map(one => (one.id === changed.id ? changed : one)),
                      })
                    }
                  />
                )}
                {opened !== question.id && problemAt(`${PATH}.${at}.questions.${index}`) && (
                  <p role="alert" className="text-[15px] font-medium text-rust">
                    {problemAt(`${PATH}.${at}.questions.${index}`)}
                  </p>
                )}
              </li>
            ))}
          </ol>
          <AddQuestion onAdd={kind => add(at, newQuestion(kind, freeId(all.map(({ id }) => id))))} />
        </div>
      ))}
      {problem && (
        <p role="alert" className="text-[15px] font-medium text-rust">
          {problem}
        </p>
      )}
      <div>
        <Button
          onClick={() =>
            setSections([...sections, { ...FIRST, id: `s${sections.length + 1}${Date.now() % 1000}` }])
          }
        >
          {say('quiz_add_section')}
        </Button>
      </div>
      <Running quiz={quiz} set={set} />
    </section>
  )
}

function moved<T>(list: readonly T[], at: number, by: number): T[] {
  const next = [...list]
  next.splice(at + by, 0, ...next.splice(at, 1))
  return next
}

type HeadProps = {
  readonly section: Section
  readonly onChange: (part: Partial<Section>) => void
  readonly onRemove: () => void
}

const SectionHead = ({ section, onChange, onRemove }: HeadProps) => (
  <div className="grid items-end gap-3 sm:grid-cols-[1fr_12rem_auto]">
    <Field
      label={say('quiz_section')}
      value={section.title}
      onChange={event => onChange({ title: event.target.value })}
    />
    <Choice
      label={say('quiz_pick')}
      value={String(section.pick ?? '')}
      onChange={value => onChange({ pick: value ? Number(value) : null })}
      options={[
        { value: '', label: say('quiz_pick_all') },
        ...section.questions.map((_, index) => ({
          value: String(index + 1),
          label: say('quiz_pick_some', { count: index + 1 }),
        })),
      ]}
    />
    <Button onClick={onRemove} disabled={section.questions.length > 0}>
      {say('quiz_remove_section')}
    </Button>
  </div>
)

type LineProps = {
  readonly number: number
  readonly question: Question
  readonly open: boolean
  readonly first: boolean
  readonly last: boolean
  readonly onOpen: () => void
  readonly onMove: (by: number) => void
  readonly onCopy: () => void
  readonly onRemove: () => void
}

const ICON = 'rounded p-1.5 hover:bg-pale disabled:opacity-40'

function QuestionLine({ number, question, open, first, last, onOpen, onMove, onCopy, onRemove }: LineProps) {
  const name = plain(question.prompt) || say(`quiz_${question.kind as WrittenKind}_kind`)
  const said = { number, name }
  return (
    <div className="flex items-center gap-1">
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex min-w-0 flex-1 items-baseline gap-2 rounded px-1 py-1 text-start hover:bg-pale"
      >
        <span className="w-5 shrink-0 text-soft tabular-nums">{number}</span>
        <span className="min-w-0 flex-1 truncate">{name}</span>
        <span className="shrink-0 text-sm text-soft">
          {say(`quiz_${question.kind as WrittenKind}_kind`)} · {showHundredths(question.points)}
        </span>
      </button>
      <button
        type="button"
        className={ICON}
        aria-label={say('quiz_up', said)}
        disabled={first}
        onClick={() => onMove(-1)}
      >
        <ArrowUp size={16} aria-hidden="true" />
      </button>
      <button
        type="button"
        className={ICON}
        aria-label={say('quiz_down', said)}
        disabled={last}
        onClick={() => onMove(1)}
      >
        <ArrowDown size={16} aria-hidden="true" />
      </button>
      <button type="button" className={ICON} aria-label={say('quiz_copy', said)} onClick={onCopy}>
        <Copy size={16} aria-hidden="true" />
      </button>
      <button type="button" className={ICON} aria-label={say('take_off', said)} onClick={onRemove}>
        <X size={16} aria-hidden="true" />
      </button>
    </div>
  )
}

const plain = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&amp;/g, '&')
    .trim()

/** A question of each kind, a press away. */
const AddQuestion = ({ onAdd }: { readonly onAdd: (kind: WrittenKind) => void }) => (
  <fieldset className="flex flex-wrap gap-1.5">
    <legend className="mb-1 text-[15px] font-semibold">{say('quiz_add')}</legend>
    {WRITTEN.map(kind => (
      <button
        key={kind}
        type="button"
        onClick={() => onAdd(kind)}
        className="rounded-[var(--radius-card)] border border-edge px-2.5 py-1 text-[15px] hover:bg-pale"
      >
        {say(`quiz_${kind}_kind`)}
      </button>
    ))}
  </fieldset>
)

type RunningProps = { readonly quiz: QuizDetails; readonly set: (part: Partial<QuizDetails>) => void }

const COSTS = [0, 10, 20, 25, 33, 50, 100]
const numbered = (value: string): number | null => (value === 'any' ? null : Number(value))

/** How the quiz runs. */
function Running({ quiz, set }: RunningProps) {
  return (
    <fieldset className="grid gap-3 sm:grid-cols-2">
      <legend className="mb-1 text-[15px] font-semibold">{say('quiz_running')}</legend>
      <Choice
        label={say('quiz_set_checks')}
        value={String(quiz.checks ?? 'any')}
        onChange={value => set({ checks: numbered(value) })}
        options={[
          ...[0, 1, 2, 3, 5].map(count => ({ value: String(count), label: say('quiz_checks', { count }) })),
          { value: 'any', label: say('quiz_checks_any') },
        ]}
      />
      <Choice
        label={say('quiz_set_cost')}
        value={String(quiz.checkCost)}
        onChange={value => set({ checkCost: Number(value) })}
        options={COSTS.map(percent => ({
          value: String(percent),
          label: percent ? say('quiz_check_cost', { percent }) : say('quiz_cost_none'),
        }))}
      />
      <Choice
        label={say('quiz_set_attempts')}
        value={String(quiz.attempts ?? 'any')}
        onChange={value => set({ attempts: numbered(value) })}
        options={[
          ...[1, 2, 3, 5].map(count => ({ value: String(count), label: say('quiz_attempts', { count }) })),
          { value: 'any', label: say('quiz_attempts_any') },
        ]}
      />
      <Choice
        label={say('quiz_set_counted')}
        value={quiz.counted}
        onChange={value => set({ counted: value as QuizDetails['counted'] })}
        options={COUNTED.map(value => ({ value, label: say(`quiz_counted_${value}`) }))}
      />
      <Choice
        label={say('quiz_set_shown')}
        value={quiz.shown}
        onChange={value => set({ shown: value as QuizDetails['shown'] })}
        options={SHOWN_WHEN.map(value => ({ value, label: say(`quiz_shown_${value}`) }))}
      />
      <Choice
        label={say('quiz_set_minutes')}
        value={String(quiz.minutes ?? 'any')}
        onChange={value => set({ minutes: numbered(value) })}
        options={[
          { value: 'any', label: say('quiz_no_limit') },
          ...[5, 10, 15, 20, 30, 45, 60, 90].map(count => ({
            value: String(count),
            label: say('quiz_minutes', { count }),
          })),
        ]}
      />
      <Choice
        label={say('quiz_set_pages')}
        value={quiz.pages}
        onChange={value => set({ pages: value as QuizDetails['pages'] })}
        options={PAGES.map(value => ({ value, label: say(`quiz_pages_${value}`) }))}
      />
      <label className="flex items-center gap-2 self-end pb-2">
        <input
          type="checkbox"
          checked={quiz.mixed}
          onChange={event => set({ mixed: event.target.checked })}
        />
        {say('quiz_mixed')}
      </label>
    </fieldset>
  )
}
