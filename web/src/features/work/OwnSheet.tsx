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
  /** What there is to do; while it is not open, when it will be stands in its place. */
  readonly children: ReactNode
  /** Whether it needs the whole width: then what is said about it stands below. */
  readonly wide?: boolean
}

/** A piece of work as its pupil has it: its directions, what there is to do, and what is said about it. */
export function OwnSheet({ params, page, children, wide = false }: Props) {
  const time = useNow()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
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
              <div
                className={
                  wide ? 'flex flex-col gap-6' : 'grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_19rem]'
                }
              >
                <div className="flex min-w-0 flex-col gap-6">
                  <TeacherSays page={page} />
                  <WithNotes params={params} page={page} />
                  {work.directions && (
                    <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
                  )}
                  <MaterialList materials={work.materials} html={work.directions} />
                  {children}
                </div>
                <div
                  className={
                    wide
                      ? 'grid gap-6 border-t border-rule pt-5 lg:grid-cols-2'
                      : 'flex flex-col gap-6 lg:border-s lg:border-rule lg:ps-6'
                  }
                >
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
