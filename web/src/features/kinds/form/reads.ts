import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import type { SubmissionParams } from '../../../app/queries.js'

/** A form as a pupil or a family has it. */
export const readForm = (params: SubmissionParams) =>
  queryOptions({
    queryKey: ['form', params.classId, params.workId, params.placeId],
    queryFn: ({ signal }) => call(routes.seeForm, params, undefined, { signal }),
  })

/** All answers to a form; told anew with every answer that is given. */
export const readFormResults = (classId: ClassId, workId: WorkId) =>
  queryOptions({
    queryKey: ['answers', classId, workId, 'form'],
    queryFn: ({ signal }) => call(routes.seeFormResults, { classId, workId }, undefined, { signal }),
  })
