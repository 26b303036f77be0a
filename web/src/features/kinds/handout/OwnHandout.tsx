import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { call } from '../../../app/api.js'
import { reads } from '../../../app/queries.js'
import { useNow } from '../../../app/session.js'
import { Empty } from '../../../parts/Feedback.js'
import { Row, Sheet } from '../../../parts/Sheet.js'
import { Written } from '../../../parts/Written.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'
import { MaterialList } from '../../work/Materials.js'
import { SubmissionHead } from '../../work/SubmissionHead.js'
import { useSubmissionState } from '../../work/useSubmissionState.js'
import type { OwnProps } from '../ownProps.js'

/** Something to read or watch: opening it is all that is asked. */
export function OwnHandout({ params, page }: OwnProps) {
  const time = useNow()
  const client = useQueryClient()
  const { work, status } = page
  const { state } = useSubmissionState(work, status)
  const { classId, workId, placeId } = params
  const fresh = status.phase === 'untouched' && state.is !== 'opens'
  useEffect(() => {
    if (!fresh) return
    const submission = { classId, workId, placeId }
    void call(routes.readHandout, submission)
      .then(() => client.invalidateQueries({ queryKey: reads.submission(submission).queryKey }))
      .catch(() => undefined)
  }, [fresh, classId, workId, placeId, client])
  return (
    <Sheet title={work.title}>
      <SubmissionHead page={page} />
      <Row>
        {state.is === 'opens' ? (
          <Empty>{say('work_locked', { at: when(state.at, time) })}</Empty>
        ) : (
          <>
            <Written html={work.directions} className="max-w-prose text-[1.0625rem]" />
            <MaterialList materials={work.materials} html={work.directions} />
          </>
        )}
      </Row>
    </Sheet>
  )
}
