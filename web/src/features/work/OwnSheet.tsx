import type { SubmissionPage } from '@oppen/contract'
import type { ReactNode } from 'react'
import type { SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Empty } from '../../parts/Feedback.js'
import { Row, Sheet } from '../../parts/Sheet.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { WithNotes } from '../marking/LazyVerdict.js'
import { ClassThread } from './ClassThread.js'
import { MaterialList } from './Materials.js'
import { SideNote } from './SideNote.js'
import { SubmissionHead } from './SubmissionHead.js'
import { TeacherSays } from './TeacherSays.js'
import { useSubmissionState } from './useSubmissionState.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: SubmissionPage
  /** What there is to do, over the whole width; while it is not open, when it will be stands in its place. */
  readonly children: ReactNode
}

/** A piece of work that needs the whole width, as its pupil has it: with its directions above and what is said about it below. */
export function OwnSheet({ params, page, children }: Props) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  // the video of it, or a picture of its passage, is on the page, and no file beside it
  const shown = `${work.directions ?? ''} ${JSON.stringify(work.details).replaceAll('\\"', '"')}`
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
              <div className="flex min-w-0 flex-col gap-6">
                <TeacherSays page={page} />
                <WithNotes params={params} page={page} />
                {work.directions && (
                  <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
                )}
                <MaterialList materials={work.materials} html={shown} />
                {children}
                <div className="grid gap-6 border-t border-rule pt-5 lg:grid-cols-2">
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
