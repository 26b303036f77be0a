import type { Answer, AnswersPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId, NoteId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { Check } from 'lucide-react'
import { type FormEvent, useState } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { reads } from '../../../app/queries.js'
import { isTeacher, useIds, useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { TextBox } from '../../../parts/Field.js'
import { Row, Section } from '../../../parts/Sheet.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { SaidNote } from './SaidNote.js'

/** What was answered, how often each choice was taken, and what others said to it. */
export function AnswerList({ page, writes }: { readonly page: AnswersPage; readonly writes: boolean }) {
  const teaches = isTeacher(useTie())
  if (!page.shown) return null
  const everybody = page.mine ? [page.mine, ...page.answers] : page.answers
  return (
    <Section
      title={say(teaches ? 'answers_all' : 'answers_title')}
      aside={
        <span className="text-[0.9375rem] text-soft tabular-nums">
          {say('answers_count', { in: page.answered, of: page.of })}
        </span>
      }
    >
      {page.question.choices.length > 0 && everybody.length > 0 && (
        <Row className="pb-2">
          <Counts page={page} answers={everybody} />
        </Row>
      )}
      {!page.answers.length && (
        <Row>
          <p className="text-soft">{say('answers_none')}</p>
        </Row>
      )}
      <ul>
        {page.answers.map(answer => (
          <OneAnswer key={answer.placeId} answer={answer} writes={writes} />
        ))}
      </ul>
    </Section>
  )
}

function Counts({ page, answers }: { readonly page: AnswersPage; readonly answers: readonly Answer[] }) {
  const most = Math.max(1, answers.length)
  return (
    <ul className="max-w-xl">
      {page.question.choices.map(choice => {
        const count = answers.filter(one => one.choices.includes(choice)).length
        return (
          <li
            key={choice}
            className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)_2.5rem] items-center gap-3 py-0.5"
          >
            <span>
              {choice}
              {page.question.key?.right.includes(choice) && (
                <span className="ms-2 inline-flex items-center gap-1 text-sm font-semibold text-leaf">
                  <Check size={14} aria-hidden="true" />
                  {say('answers_right')}
                </span>
              )}
            </span>
            <span aria-hidden="true" className="h-2.5 bg-pale">
              <span className="block h-full bg-blue/70" style={{ width: `${(100 * count) / most}%` }} />
            </span>
            <span className="text-end tabular-nums">{count}</span>
          </li>
        )
      })}
    </ul>
  )
}

function OneAnswer({ answer, writes }: { readonly answer: Answer; readonly writes: boolean }) {
  const time = useNow()
  return (
    <Row as="li" margin={when(answer.at, time)} className="py-2">
      <p className="font-semibold">{answer.name}</p>
      <Said answer={answer} />
      {writes && <Reply answer={answer} />}
    </Row>
  )
}

/** An answer and what was said to it. */
export function Said({ answer }: { readonly answer: Answer }) {
  const { classId, workId } = useIds()
  const client = useQueryClient()
  const tie = useTie()
  const remove = async (noteId: NoteId) => {
    await call(routes.removeReply, { classId, workId, answerOf: answer.placeId, noteId })
    await client.invalidateQueries({ queryKey: reads.answers(classId, workId).queryKey })
  }
  return (
    <>
      {answer.choices.length > 0 && <p>{answer.choices.join(' · ')}</p>}
      {answer.text && <p className="max-w-prose whitespace-pre-line">{answer.text}</p>}
      <ul className="mt-1 flex max-w-prose flex-col items-start gap-1">
        {answer.replies.map(reply => (
          <li key={reply.id} className="border-s-2 border-rule ps-3 text-[0.9375rem]">
            <SaidNote
              note={reply}
              remove={!tie?.archived && (reply.mine || isTeacher(tie)) ? () => remove(reply.id) : undefined}
            />
          </li>
        ))}
      </ul>
    </>
  )
}

function Reply({ answer }: { readonly answer: Answer }) {
  const { classId, workId } = useIds()
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const reply = useCommand({
    do: () =>
      call(
        routes.replyToAnswer,
        { classId: classId as ClassId, workId: workId as WorkId, answerOf: answer.placeId },
        { text },
      ),
    again: [reads.answers(classId, workId).queryKey],
    done: () => {
      setText('')
      setOpen(false)
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    reply.go()
  }
  if (!open)
    return (
      <button
        type="button"
        onClick={() => setOpen(true)}
        aria-label={say('answer_reply_to', { name: answer.name })}
        className="mt-0.5 text-[0.9375rem] text-blue underline underline-offset-2"
      >
        {say('answer_reply')}
      </button>
    )
  return (
    <form onSubmit={submit} noValidate className="mt-1 flex max-w-prose flex-col gap-2">
      <TextBox
        label={say('answer_reply_to', { name: answer.name })}
        value={text}
        rows={2}
        onChange={event => setText(event.target.value)}
        autoFocus
      />
      {reply.words && <Problem words={reply.words} />}
      <div className="flex gap-3">
        <Button type="submit" variant="primary" disabled={reply.busy}>
          {say('answer_reply_go')}
        </Button>
        <Button onClick={() => setOpen(false)}>{say('cancel')}</Button>
      </div>
    </form>
  )
}
