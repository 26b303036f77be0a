import { routes } from '@oppen/contract'
import type { FormAnswers } from '@oppen/core/work/kinds/form'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import { reads, type SubmissionParams } from '../../../app/queries.js'
import { useMe, useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { FormQuestions } from './FormQuestions.js'
import { readForm } from './reads.js'
import { dropReceipt, type FormReceipt, readReceipt, saveReceipt } from './receipts.js'

type Props = { readonly params: SubmissionParams }

/** A form where it is answered, by a pupil or by a family: in one go, and changed until it closes. */
export default function FormAnswer({ params }: Props) {
  const { account, tablet } = useMe()
  const time = useNow()
  const archived = useTie()?.archived ?? false
  const { data } = useSuspenseQuery(readForm(params))
  const { form, side, closesAt, answered } = data
  const [kept, setKept] = useState(() => readReceipt(account.id, params))
  // what is being written, else what has arrived
  const unsent = !kept.sent && Object.keys(kept.answers).length > 0
  const [answers, setAnswers] = useState<FormAnswers>(() =>
    unsent ? kept.answers : (data.answers ?? kept.answers),
  )
  const [full, setFull] = useState(false)
  const keepNow = (part: Partial<FormReceipt>) => {
    const receipt = { ...kept, ...part }
    setKept(receipt)
    setFull(!saveReceipt(account.id, params, receipt))
  }
  const arrived = () => {
    // somebody else may be next at a shared tablet: the receipt opens the answer, and says nothing of it
    keepNow({ answers: tablet ? {} : answers, sent: true, given: true })
    if (form.named) dropReceipt(account.id, params)
  }
  const send = useCommand({
    do: async () => {
      // the receipt is on the device before the answer goes: what is cut off can be sent again
      keepNow({ answers, sent: false, given: true })
      await call(routes.answerForm, params, { answers, receipt: kept.receipt })
      arrived()
    },
    again: [
      readForm(params).queryKey,
      reads.submission(params).queryKey,
      reads.outcome(params).queryKey,
      ['today'],
    ],
  })
  const question = /^answers\.(.+)$/.exec(send.path ?? '')?.[1]
  const problem =
    question !== undefined && send.words !== undefined ? { question, words: send.words } : undefined
  const asked = side === 'pupil' ? form.answeredBy !== 'families' : form.answeredBy !== 'pupils'
  if (side !== null && !asked)
    return (
      <p className="max-w-prose">{say(side === 'pupil' ? 'form_family_answers' : 'form_pupil_answers')}</p>
    )
  const closed = closesAt !== null && closesAt <= time.now
  const elsewhere = !form.named && answered && !kept.given
  const locked = archived || closed || side === null || elsewhere
  const change = (id: string, answer: FormAnswers[string]) => {
    const next = { ...answers, [id]: answer }
    setAnswers(next)
    keepNow({ answers: next, sent: false })
  }
  const done = answered && !unsent
  return (
    <section aria-labelledby="form-answer" className="flex max-w-prose flex-col gap-6">
      <div>
        <h2 id="form-answer" className="text-lg">
          {say(side === 'family' ? 'form_for_family' : 'form_questions')}
        </h2>
        <p className="text-[0.9375rem] text-soft">
          {say(form.named ? 'form_with_name' : 'form_without_name')}
        </p>
      </div>
      {elsewhere ? (
        <p>{say('form_elsewhere')}</p>
      ) : (
        <FormQuestions {...{ questions: form.questions, answers, locked, problem }} onChange={change} />
      )}
      {full && <Problem words={say('device_full')} />}
      {send.words && !problem && <Problem words={send.words} />}
      <div className="flex flex-wrap items-center gap-4">
        {!locked && (
          <Button variant="primary" onClick={() => send.go()} disabled={send.busy || done}>
            {say(answered ? 'form_change' : 'form_send')}
          </Button>
        )}
        <p role="status" className={done ? 'text-leaf' : 'text-soft'}>
          {closed
            ? say(answered ? 'form_closed_answered' : 'form_closed')
            : done
              ? data.answeredAt === null
                ? say('form_sent')
                : say('form_sent_at', { at: when(data.answeredAt, time) })
              : send.busy && !navigator.onLine
                ? say('form_waits')
                : !locked && unsent
                  ? say(answered ? 'form_not_sent' : 'form_on_device')
                  : ''}{' '}
          {!closed && answered && closesAt !== null && say('form_until', { at: when(closesAt, time) })}
        </p>
      </div>
    </section>
  )
}
