import { mayTakeBack, mayWrite } from '@oppen/core/work'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { reads, type SubmissionParams } from '../../../app/queries.js'
import { useNow, useTie } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Empty } from '../../../parts/Feedback.js'
import { Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { WithNotes } from '../../marking/LazyVerdict.js'
import { ClassThread } from '../../work/ClassThread.js'
import { MaterialList } from '../../work/Materials.js'
import { SideNote } from '../../work/SideNote.js'
import { SubmissionHead } from '../../work/SubmissionHead.js'
import { TeacherSays } from '../../work/TeacherSays.js'
import { useSubmissionState } from '../../work/useSubmissionState.js'
import type { OwnProps } from '../ownProps.js'
import { AnswerForm } from './AnswerForm.js'
import { AnswerList, Said } from './AnswerList.js'

/** An open question as its pupil has it: what is asked, the own answer, and what the others say. */
export function OwnQuestion({ params, page }: OwnProps) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  return (
    <Sheet title={work.title}>
      <SubmissionHead page={page} own={{ params, handIns: page.handIns }} />
      {state.is === 'opens' ? (
        <Row>
          <Empty>{say('work_locked', { at: when(state.at, time) })}</Empty>
        </Row>
      ) : (
        <>
          <Row>
            <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
              <div className="flex min-w-0 flex-col gap-5">
                <TeacherSays page={page} />
                <WithNotes params={params} page={page} />
                <div>
                  <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
                  <MaterialList materials={work.materials} html={work.directions} />
                </div>
                <Own params={params} page={page} />
              </div>
              <div className="flex flex-col gap-6 lg:border-s lg:border-rule lg:ps-6">
                <SideNote params={params} who={say('work_note_who')} />
                <ClassThread address={params} thread={page.thread} />
              </div>
            </div>
          </Row>
          <Others params={params} />
        </>
      )}
    </Sheet>
  )
}

function Own({ params, page }: OwnProps) {
  const { data } = useSuspenseQuery(reads.answers(params.classId, params.workId))
  const time = useNow()
  const { now } = time
  const tie = useTie()
  const archived = tie?.archived ?? false
  const lets = tie?.lets.takeBack
  const [writing, setWriting] = useState(false)
  const { status, work } = page
  const open = !archived && (mayWrite(status, work, now).ok || mayTakeBack(status, work, now, lets).ok)
  if (data.mine && !writing)
    return (
      <section aria-label={say('answer_own')} className="flex flex-col items-start gap-2">
        <div className="border-s-4 border-blue/40 ps-3">
          <h2 className="text-base font-semibold">
            {say('answer_own')}{' '}
            <span className="text-sm font-normal text-soft">{when(data.mine.at, time)}</span>
          </h2>
          <Said answer={data.mine} />
        </div>
        {open ? (
          <Button onClick={() => setWriting(true)}>{say('answer_change')}</Button>
        ) : (
          <p className="text-soft">{say('answer_closed')}</p>
        )}
      </section>
    )
  if (!open) return <Empty>{say('answer_closed')}</Empty>
  return <AnswerForm params={params} page={data} onDone={() => setWriting(false)} />
}

function Others({ params }: { readonly params: SubmissionParams }) {
  const { data } = useSuspenseQuery(reads.answers(params.classId, params.workId))
  const archived = useTie()?.archived ?? false
  if (!data.shown)
    return (
      <Row className="pt-5">
        <p className="text-soft">{say(`answers_hidden_${data.question.shown}`)}</p>
      </Row>
    )
  return <AnswerList page={data} writes={!archived} />
}
