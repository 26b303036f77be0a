import { routes } from '@oppen/contract'
import type { ClassId, PlaceId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import type { SubmissionParams } from '../../../app/queries.js'

/** What a pupil marked in a passage. */
export const readMarks = (params: SubmissionParams) =>
  queryOptions({
    queryKey: ['submission', params.classId, params.workId, params.placeId, 'marks'],
    queryFn: ({ signal }) => call(routes.seeReadingMarks, params, undefined, { signal }),
  })

/** How reading aloud was counted of one pupil in a class. */
export const readFluency = (classId: ClassId, placeId: PlaceId) =>
  queryOptions({
    queryKey: ['answers', classId, 'fluency', placeId],
    queryFn: ({ signal }) => call(routes.seeFluency, { classId, placeId }, undefined, { signal }),
  })
