import { routes } from '@oppen/contract'
import { markerOf } from '@oppen/core/readMarkers'
import { useEffect } from 'react'
import { call } from '../../app/api.js'
import type { SubmissionParams } from '../../app/queries.js'

/** Remembers that the submission was looked at, whenever something new has come. */
export function useMarkSubmissionRead({ workId, placeId }: SubmissionParams, news: number): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: `news` is what makes it look again
  useEffect(() => {
    void call(routes.markRead, {}, { what: markerOf('submission', workId, placeId) }).catch(() => undefined)
  }, [workId, placeId, news])
}
