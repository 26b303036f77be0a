import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Navigate } from 'react-router'
import { useChangesAt } from '../../app/changesAt.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useIds, useNow, useTie } from '../../app/session.js'
import { OWN } from '../kinds/own.js'
import { useMarkSubmissionRead } from './useMarkSubmissionRead.js'

/** A pupil's work: what to do, the draft, what the teacher says, and handing in. */
export function Screen() {
  const tie = useTie()
  const { classId, workId } = useIds()
  if (tie && tie.role !== 'pupil') {
    const to = tie.role === 'family' ? `outcome/${tie.placeId}` : 'marking'
    return <Navigate to={`/c/${classId}/work/${workId}/${to}`} replace />
  }
  return <Mine key={workId} params={{ classId, workId, placeId: tie?.placeId ?? '' } as SubmissionParams} />
}

function Mine({ params }: { readonly params: SubmissionParams }) {
  const { data: page } = useSuspenseQuery(reads.submission(params))
  useOpening(page.work.opensAt, params)
  useMarkSubmissionRead(params, page.moves.length)
  const Own = OWN[page.work.kind]
  return <Own params={params} page={page} />
}

/** What is locked is read again at the moment at which it opens. */
function useOpening(opensAt: number | null, params: SubmissionParams): void {
  const { now } = useNow()
  const [shut] = useState(opensAt !== null && now < opensAt)
  useChangesAt(shut ? opensAt : null, reads.submission(params).queryKey)
}
