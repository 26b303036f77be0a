import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import type { SubmissionParams } from '../../../app/queries.js'

/** How far one pupil is with a video. */
export const readVideo = (params: SubmissionParams) =>
  queryOptions({
    queryKey: ['submission', params.classId, params.workId, params.placeId, 'video'],
    queryFn: ({ signal }) => call(routes.seeVideo, params, undefined, { signal }),
  })

/** So often it is looked at anew while a class watches, in milliseconds. */
const ANEW = 15_000

/** How a class has watched a video. */
export const readWatching = (classId: ClassId, workId: WorkId) =>
  queryOptions({
    queryKey: ['answers', classId, workId, 'watching'],
    queryFn: ({ signal }) => call(routes.seeWatching, { classId, workId }, undefined, { signal }),
    refetchInterval: ANEW,
  })
