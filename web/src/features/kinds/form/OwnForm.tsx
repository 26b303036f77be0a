import { useNow } from '../../../app/session.js'
import { Empty } from '../../../parts/Feedback.js'
import { Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { ClassThread } from '../../work/ClassThread.js'
import { MaterialList } from '../../work/Materials.js'
import { SideNote } from '../../work/SideNote.js'
import { SubmissionHead } from '../../work/SubmissionHead.js'
import { useSubmissionState } from '../../work/useSubmissionState.js'
import type { OwnProps } from '../ownProps.js'
import FormAnswer from './FormAnswer.js'

/** A form as a pupil has it. */
export default function OwnForm({ params, page }: OwnProps) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  return (
    <Sheet title={work.title}>
      <SubmissionHead page={page} />
      <Row>
        {state.is === 'opens' ? (
          <Empty>{say('work_locked', { at: when(state.at, time) })}</Empty>
        ) : (
          <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
            <div className="flex min-w-0 flex-col gap-6">
              {work.directions && <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />}
              <MaterialList materials={work.materials} html={work.directions} />
              <FormAnswer params={params} />
            </div>
            <div className="flex flex-col gap-6 lg:border-s lg:border-rule lg:ps-6">
              <SideNote params={params} who={say('work_note_who')} />
              <ClassThread address={params} thread={page.thread} />
            </div>
          </div>
        )}
      </Row>
    </Sheet>
  )
}
