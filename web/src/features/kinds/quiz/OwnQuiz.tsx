import { useSuspenseQuery } from '@tanstack/react-query'
import { useNow } from '../../../app/session.js'
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
import { Attempt } from './Attempt.js'
import { Between } from './Between.js'
import { readQuiz } from './reads.js'

/** A quiz as its pupil has it: what it asks, the attempt that is open, or how the last one went. */
export default function OwnQuiz({ params, page }: OwnProps) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  const { data } = useSuspenseQuery(readQuiz(params))
  const newest = data.attempts.at(-1)
  const open = newest && newest.handedInAt === null
  return (
    <div className="flex min-h-full flex-col">
      <div className="flex-1">
        <Sheet title={work.title}>
          <SubmissionHead page={page} own={{ params, handIns: page.handIns }} />
          {state.is === 'opens' ? (
            <Row>
              <Empty>{say('work_locked', { at: when(state.at, time) })}</Empty>
            </Row>
          ) : (
            <Row>
              <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
                <div className="flex min-w-0 flex-col gap-6">
                  <TeacherSays page={page} />
                  <WithNotes params={params} page={page} />
                  {work.directions && (
                    <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
                  )}
                  <MaterialList materials={work.materials} html={work.directions} />
                  {open ? (
                    <Attempt key={newest.number} params={params} page={page} quiz={data} attempt={newest} />
                  ) : (
                    <Between params={params} page={page} quiz={data} />
                  )}
                </div>
                <div className="flex flex-col gap-6 lg:border-s lg:border-rule lg:ps-6">
                  <SideNote params={params} who={say('work_note_who')} />
                  <ClassThread address={params} thread={page.thread} />
                </div>
              </div>
            </Row>
          )}
        </Sheet>
      </div>
    </div>
  )
}
