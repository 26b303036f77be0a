import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../../app/api.js'
import type { SubmissionParams } from '../../../app/queries.js'

/** A quiz as one pupil has it. */
export const readQuiz = (params: SubmissionParams) =>
  queryOptions({
    queryKey: ['quiz', params.classId, params.workId, params.placeId],
    queryFn: ({ signal }) => call(routes.seeQuiz, params, undefined, { signal }),
  })

/** All attempts at a quiz; told anew with every answer that is given. */
export const readResults = (classId: ClassId, workId: WorkId) =>
  queryOptions({
    queryKey: ['answers', classId, workId, 'results'],
    queryFn: ({ signal }) => call(routes.seeQuizResults, { classId, workId }, undefined, { signal }),
  })

/** What everybody answered to one question, as it was given. */
export const readAnswersTo = (classId: ClassId, workId: WorkId, questionId: string) =>
  queryOptions({
    queryKey: ['answers', classId, workId, 'question', questionId],
    queryFn: ({ signal }) =>
      call(routes.seeAnswersTo, { classId, workId, questionId }, undefined, { signal }),
  })
