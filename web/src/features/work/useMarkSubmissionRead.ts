import { routes } from '@oppen/contract'
import { markerOf } from '@oppen/core/readMarkers'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { call } from '../../app/api.js'
import { reads, type SubmissionParams } from '../../app/queries.js'

/** Remembers that the submission was looked at, whenever something new has come. */
export function useMarkSubmissionRead({ workId, placeId }: SubmissionParams, news: number): void {
  const client = useQueryClient()
  // biome-ignore lint/correctness/useExhaustiveDependencies: `news` is what makes it look again
  useEffect(() => {
    void call(routes.markRead, {}, { what: markerOf('submission', workId, placeId) })
      .then(() => client.invalidateQueries(reads.news()))
      .catch(() => undefined)
  }, [workId, placeId, news, client])
}
