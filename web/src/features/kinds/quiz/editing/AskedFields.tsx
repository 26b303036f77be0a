import type { QuizDetails } from '@oppen/contract'
import type { Question, QuestionKind } from '@oppen/core/questions'
import { questionsOf, type Section } from '@oppen/core/work/kinds/quiz'
import { type ReactNode, useState } from 'react'
import { useLocation } from 'react-router'
import { Button } from '../../../../parts/Button.js'
import { FieldProblem } from '../../../../parts/Feedback.js'
import { say } from '../../../../words/say.js'
import type { FieldsProps } from '../../postedProps.js'
import { CopyQuestions } from './CopyQuestions.js'
import { freeId, newQuestion, WRITTEN } from './newQuestion.js'
import { QuestionEditor } from './QuestionEditor.js'
import { QuestionLine } from './QuestionLine.js'
import { Rescoring } from './Rescoring.js'
import { Running } from './Running.js'
import { SectionHead } from './SectionHead.js'

const FIRST: Section = { id: 's1', title: '', pick: null, questions: [] }

type Props = Omit<FieldsProps, 'notBegun'> & {
  readonly quiz: QuizDetails
  /** Where its sections stand in the form: what is wrong with one is told by this path. */
  readonly path: string
  readonly onChange: (quiz: QuizDetails) => void
  /** What stands below a question that is open, such as the lines it is about. */
  readonly below?: (question: Question) => ReactNode
}

/** Questions, and how they run. */
export function AskedFields({
  posting: { problemAt, addPicture },
  begun,
  begunBy,
  quiz,
  path,
  onChange,
  below,
}: Props) {
  const sections = quiz.key?.sections.length ? quiz.key.sections : [FIRST]
  // whoever comes from the results has a question in mind
  const [opened, setOpened] = useState<string | null>(useLocation().hash.slice(1) || null)
  const [copying, setCopying] = useState<number | null>(null)
  const set = (part: Partial<QuizDetails>) => onChange({ ...quiz, ...part })
  const setSections = (next: readonly Section[]) => set({ key: { sections: [...next] as never } })
  const change = (at: number, section: Partial<Section>) =>
    setSections(sections.map((one, index) => (index === at ? { ...one, ...section } : one)))
  const ids = questionsOf<Question>(sections).map(({ id }) => id)
  const add = (at: number, questions: readonly Question[]) => {
    const taken = [...ids]
    const added = questions.map(question => {
      const id = freeId(taken)
      taken.push(id)
      return { ...question, id }
    })
    change(at, { questions: [...(sections[at]?.questions ?? []), ...added] })
    if (added.length === 1) setOpened(added[0]?.id ?? null)
  }
  const firstOf = (at: number) => questionsOf<Question>(sections.slice(0, at)).length
  return (
    <section aria-labelledby="quiz-questions" className="flex flex-col gap-4">
      <h2 id="quiz-questions" className="text-lg">
        {say('quiz_questions')}
      </h2>
      {sections.map((section, at) => (
        <div key={section.id} className="flex flex-col gap-2">
          {(sections.length > 1 || section.questions.length > 1) && (
            <SectionHead
              section={section}
              onChange={part => change(at, part)}
              onRemove={
                sections.length > 1
                  ? () => setSections(sections.filter((_, index) => index !== at))
                  : undefined
              }
            />
          )}
          <ol className="flex flex-col">
            {section.questions.map((question, index) => {
              const problem = problemAt(`${path}.${at}.questions.${index}`)
              return (
                <li key={question.id} className="border-b border-rule py-1.5">
                  <QuestionLine
                    number={firstOf(at) + index + 1}
                    question={question}
                    open={opened === question.id}
                    first={index === 0}
                    last={index === section.questions.length - 1}
                    onOpen={() => setOpened(opened === question.id ? null : question.id)}
                    onMove={by => change(at, { questions: moved(section.questions, index, by) })}
                    onCopy={() => add(at, [question])}
                    onRemove={() =>
                      change(at, { questions: section.questions.filter(one => one !== question) })
                    }
                  />
                  {opened === question.id ? (
                    <>
                      <QuestionEditor
                        question={question}
                        problem={problem}
                        onFile={addPicture}
                        onChange={changed =>
                          change(at, {
                            questions: section.questions.map(one => (one.id === changed.id ? changed : one)),
                          })
                        }
                      />
                      {below?.(question)}
                    </>
                  ) : (
                    problem && <FieldProblem words={problem} />
                  )}
                </li>
              )
            })}
          </ol>
          <AddQuestion onAdd={kind => add(at, [newQuestion(kind, '')])} onCopy={() => setCopying(at)} />
        </div>
      ))}
      {problemAt(path) && <FieldProblem words={problemAt(path) ?? ''} />}
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
      {begun.posted && begunBy.length > 0 && <Rescoring quiz={quiz} onNote={note => set({ note })} />}
      {copying !== null && (
        <CopyQuestions
          onFile={addPicture}
          onCopy={questions => add(copying, questions)}
          onClose={() => setCopying(null)}
        />
      )}
    </section>
  )
}

function moved<T>(list: readonly T[], at: number, by: number): T[] {
  const next = [...list]
  next.splice(at + by, 0, ...next.splice(at, 1))
  return next
}

type AddProps = { readonly onAdd: (kind: QuestionKind) => void; readonly onCopy: () => void }

/** A question of each kind, a press away, and those of other quizzes. */
const AddQuestion = ({ onAdd, onCopy }: AddProps) => (
  <fieldset className="flex flex-wrap gap-1.5">
    <legend className="mb-1 text-[0.9375rem] font-semibold">{say('quiz_add')}</legend>
    {WRITTEN.map(kind => (
      <button
        key={kind}
        type="button"
        onClick={() => onAdd(kind)}
        className="rounded-[var(--radius-card)] border border-edge px-2.5 py-1 text-[0.9375rem] hover:bg-pale"
      >
        {say(`asked_${kind}_kind`)}
      </button>
    ))}
    <button
      type="button"
      onClick={onCopy}
      className="rounded-[var(--radius-card)] border border-dashed border-edge px-2.5 py-1 text-[0.9375rem] hover:bg-pale"
    >
      {say('quiz_copy_from')}
    </button>
  </fieldset>
)
