import type { Question, QuestionKind } from '@oppen/core/questions'
import { VIDEO_LIMITS, type VideoStop, type Way } from '@oppen/core/work/kinds/video'
import { Camera, X } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Choice, Field } from '../../../../parts/Field.js'
import { say } from '../../../../words/say.js'
import { FormattedField } from '../../../posting/FormattedField.js'
import { newPartId } from '../../../questions/editing/ids.js'
import { WRITTEN } from '../../quiz/editing/newQuestion.js'
import { QuestionEditor } from '../../quiz/editing/QuestionEditor.js'
import { QuestionLine } from '../../quiz/editing/QuestionLine.js'
import { TimeField } from './TimeField.js'

type Props = {
  readonly stop: VideoStop
  readonly seconds: number
  readonly questions: readonly Question[]
  /** What is wrong with a question, by its id. */
  readonly problemOf: (questionId: string) => string | undefined
  readonly onChange: (stop: VideoStop) => void
  readonly onRemove: () => void
  readonly onFile: (file: File) => Promise<string>
  readonly onQuestion: (question: Question) => void
  readonly onAddQuestion: (kind: QuestionKind) => void
  readonly onRemoveQuestion: (questionId: string) => void
  /** The picture of a moment, as the address of a file of the work. */
  readonly pictureAt: (second: number) => Promise<string>
}

/** One stop as its teacher writes it. */
export function StopFields(props: Props) {
  const { stop, seconds, onChange, onRemove, onFile } = props
  return (
    <div className="my-2 flex flex-col gap-3 border-s-4 border-pale ps-4">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-32">
          <TimeField
            label={say('video_time')}
            at={stop.at}
            most={seconds}
            onChange={at => onChange({ ...stop, at })}
          />
        </div>
        <Button onClick={onRemove}>
          <X size={16} aria-hidden="true" />
          {say('video_stop_remove')}
        </Button>
      </div>
      {stop.kind === 'questions' ? (
        <Questions {...props} stop={stop} />
      ) : (
        <FormattedField
          label={say(stop.kind === 'note' ? 'video_note_text' : 'video_choice_text')}
          html={stop.html}
          onPicture={onFile}
          onChange={html => onChange({ ...stop, html })}
        />
      )}
      {stop.kind === 'choice' && (
        <Ways ways={stop.ways} seconds={seconds} onChange={ways => onChange({ ...stop, ways })} />
      )}
    </div>
  )
}

type QuestionsProps = Omit<Props, 'stop'> & { readonly stop: Extract<VideoStop, { kind: 'questions' }> }

function Questions({
  stop,
  questions,
  problemOf,
  onChange,
  onFile,
  onQuestion,
  onAddQuestion,
  onRemoveQuestion,
  pictureAt,
}: QuestionsProps) {
  const [opened, setOpened] = useState<string | null>(stop.questions[0] ?? null)
  const [problem, setProblem] = useState<string>()
  const here = stop.questions.flatMap(id => questions.find(one => one.id === id) ?? [])
  const move = (at: number, by: number) => {
    const ids = [...stop.questions]
    ids.splice(at + by, 0, ...ids.splice(at, 1))
    onChange({ ...stop, questions: ids })
  }
  const takePicture = async (question: Question) => {
    setProblem(undefined)
    try {
      const picture = await pictureAt(stop.at)
      onQuestion({ ...question, ask: { ...question.ask, picture } } as Question)
    } catch (error) {
      setProblem((error as Error).message)
    }
  }
  return (
    <>
      <ol>
        {here.map((question, at) => (
          <li key={question.id} className="border-b border-rule py-1.5">
            <QuestionLine
              number={at + 1}
              question={question}
              open={opened === question.id}
              first={at === 0}
              last={at === here.length - 1}
              onOpen={() => setOpened(opened === question.id ? null : question.id)}
              onMove={by => move(at, by)}
              onRemove={() => onRemoveQuestion(question.id)}
            />
            {opened === question.id && (
              <>
                {(question.kind === 'place' || question.kind === 'drawing') && (
                  <Button onClick={() => void takePicture(question)}>
                    <Camera size={17} aria-hidden="true" />
                    {say('video_take_picture')}
                  </Button>
                )}
                {problem && <Problem words={problem} />}
                <QuestionEditor
                  // the picture of the moment comes from without
                  key={`${question.id} ${'picture' in question.ask ? question.ask.picture : ''}`}
                  question={question}
                  problem={problemOf(question.id)}
                  onFile={onFile}
                  onChange={onQuestion}
                />
              </>
            )}
          </li>
        ))}
      </ol>
      {here.length < VIDEO_LIMITS.questions && (
        <div className="max-w-xs">
          <Choice
            label={say('video_question_add')}
            value=""
            onChange={kind => kind && onAddQuestion(kind as QuestionKind)}
            options={[
              { value: '', label: say('video_question_kind') },
              ...WRITTEN.map(value => ({ value, label: say(`asked_${value}_kind`) })),
            ]}
          />
        </div>
      )}
    </>
  )
}

type WaysProps = {
  readonly ways: readonly Way[]
  readonly seconds: number
  readonly onChange: (ways: readonly Way[]) => void
}

/** Where a choice leads: what is pressed, and the moment that it goes to. */
function Ways({ ways, seconds, onChange }: WaysProps) {
  const change = (at: number, part: Partial<Way>) =>
    onChange(ways.map((way, index) => (index === at ? { ...way, ...part } : way)))
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say('video_ways')}</legend>
      {ways.map((way, at) => (
        <div key={way.id} className="flex items-end gap-2">
          <div className="min-w-0 flex-1">
            <Field
              label={say('video_way', { number: at + 1 })}
              value={way.text}
              onChange={event => change(at, { text: event.target.value })}
            />
          </div>
          <div className="w-28">
            <TimeField
              label={say('video_way_to')}
              at={way.to}
              most={seconds}
              onChange={to => change(at, { to })}
            />
          </div>
          <button
            type="button"
            aria-label={say('take_off', { name: way.text || say('video_way', { number: at + 1 }) })}
            disabled={ways.length <= 2}
            onClick={() => onChange(ways.filter(one => one !== way))}
            className="mb-1 rounded p-2 hover:bg-pale disabled:opacity-40"
          >
            <X size={16} aria-hidden="true" />
          </button>
        </div>
      ))}
      {ways.length < VIDEO_LIMITS.ways && (
        <div>
          <Button onClick={() => onChange([...ways, { id: newPartId(), text: '', to: 0 }])}>
            {say('video_way_add')}
          </Button>
        </div>
      )}
    </fieldset>
  )
}
