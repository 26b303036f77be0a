import { addressOf, type QuizResults, type ReplyOf, routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { showHundredths } from '@oppen/core/marks'
import { type Answer, Drawing, pointsOf } from '@oppen/core/questions'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../../../app/api.js'
import { useCommand } from '../../../../app/command.js'
import { useIds, useTie } from '../../../../app/session.js'
import { Button } from '../../../../parts/Button.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Field } from '../../../../parts/Field.js'
import { Sound } from '../../../../parts/Sound.js'
import { say } from '../../../../words/say.js'
import { DrawingShown } from '../../../questions/Strokes.js'
import { CountReading } from '../../reading/CountReading.js'
import { readAnswersTo, readResults } from '../reads.js'

type Given = ReplyOf<typeof routes.seeAnswersTo>['answers'][number] & { readonly name: string }
type Question = QuizResults['questions'][number]
type Props = { readonly question: Question; readonly pupils: QuizResults['pupils'] }

/**
 * The answers to one question that a teacher marks, of all attempts, side by side, each with its points and words to it. With names
 * hidden they stand in an order that says nothing of whose they are.
 */
export function MarkAnswers({ question, pupils }: Props) {
  const { classId, workId } = useIds()
  const [hidden, setHidden] = useState(false)
  const { data } = useQuery(readAnswersTo(classId, workId, question.id))
  const given = pupils.flatMap(({ placeId, name }) =>
    (data?.answers ?? []).flatMap(one => (one.placeId === placeId ? [{ ...one, name }] : [])),
  )
  const shown = hidden ? new Drawing(`${workId} ${question.id}`).mixed(given) : given
  return (
    <>
      <label className="mb-3 flex items-center gap-1.5 text-[0.9375rem]">
        <input type="checkbox" checked={hidden} onChange={event => setHidden(event.target.checked)} />
        {say('quiz_hide_names')}
      </label>
      <ul className="grid gap-6 lg:grid-cols-2">
        {shown.map((one, index) => (
          <MarkOne
            key={`${one.placeId} ${one.attempt}`}
            name={hidden ? say('quiz_somebody', { number: index + 1 }) : one.name}
            {...{ classId, workId, question, given: one }}
          />
        ))}
      </ul>
    </>
  )
}

type OneProps = {
  readonly classId: ClassId
  readonly workId: WorkId
  readonly question: Question
  readonly given: Given
  /** Whose it is, as far as that is shown. */
  readonly name: string
}

function MarkOne({ classId, workId, question, given, name }: OneProps) {
  const archived = useTie()?.archived ?? false
  const stored = given.share === null ? '' : showHundredths(pointsOf(question.points, given.share))
  const [points, setPoints] = useState(stored)
  const [note, setNote] = useState(given.note)
  const { placeId, attempt } = given
  const [length, setLength] = useState<number | null>(null)
  const mark = useCommand({
    do: () =>
      call(
        routes.setAnswerMark,
        { classId, workId, placeId },
        { attempt, questionId: question.id, points, note },
      ),
    again: [readResults(classId, workId).queryKey, readAnswersTo(classId, workId, question.id).queryKey],
  })
  const changed = points !== stored || note !== given.note
  return (
    <li className="flex flex-col gap-2">
      <h3 className="text-base font-semibold">
        {name}
        {attempt > 1 && (
          <span className="ms-2 text-sm font-normal text-soft">
            {say('quiz_attempt', { number: attempt })}
          </span>
        )}
      </h3>
      <Shown
        answer={given.answer}
        file={
          given.fileId === null
            ? undefined
            : addressOf(routes.seeFile, { classId, workId, placeId, fileId: given.fileId })
        }
        picture={question.picture}
        name={name}
        onLength={setLength}
      />
      {given.answer.kind === 'recording' && given.fileId !== null && (
        <CountReading {...{ classId, workId, placeId, attempt, name, length }} questionId={question.id} />
      )}
      <form
        className="grid items-end gap-2 sm:grid-cols-[7rem_1fr_auto]"
        onSubmit={event => {
          event.preventDefault()
          mark.go()
        }}
      >
        <Field
          label={say('quiz_points_of', { points: showHundredths(question.points) })}
          value={points}
          inputMode="decimal"
          disabled={archived}
          onChange={event => setPoints(event.target.value)}
        />
        <Field
          label={say('quiz_note', { name })}
          value={note}
          disabled={archived}
          onChange={event => setNote(event.target.value)}
        />
        <Button type="submit" variant="primary" disabled={archived || mark.busy || !changed}>
          {say(changed || given.share === null ? 'quiz_mark_save' : 'quiz_mark_saved')}
        </Button>
      </form>
      {mark.words && <Problem words={mark.words} />}
    </li>
  )
}

type ShownProps = {
  readonly answer: Answer
  readonly file: string | undefined
  readonly picture: string | null
  readonly name: string
  /** Told how long a recording is, in seconds. */
  readonly onLength: (seconds: number) => void
}

/** What was answered: a text, a drawing, something spoken. */
function Shown({ answer, file, picture, name, onLength }: ShownProps) {
  if (answer.kind === 'drawing')
    return (
      <DrawingShown picture={picture} strokes={answer.strokes} label={say('quiz_drawing_by', { name })} />
    )
  if (answer.kind === 'recording')
    return file ? (
      <Sound address={file} label={say('quiz_recording_by', { name })} onLength={onLength} />
    ) : (
      <p className="text-soft">{say('quiz_recording_waits')}</p>
    )
  const text = answer.kind === 'long' ? answer.text : ''
  return <p className="max-w-prose border-s-4 border-rule ps-3 whitespace-pre-wrap">{text || '–'}</p>
}
