import { routes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { queryOptions } from '@tanstack/react-query'
import { call } from './api.js'

export type PieceParams = { readonly classId: ClassId; readonly workId: WorkId; readonly placeId: PlaceId }

/** Every read of the server, with the key under which live changes find it. */
export const reads = {
  me: () =>
    queryOptions({
      queryKey: ['me'],
      queryFn: ({ signal }) => call(routes.me, {}, undefined, { signal }),
      retry: false,
    }),
  today: () =>
    queryOptions({
      queryKey: ['today'],
      queryFn: ({ signal }) => call(routes.seeToday, {}, undefined, { signal }),
    }),
  topics: (classId: ClassId) =>
    queryOptions({
      queryKey: ['topics', classId],
      queryFn: ({ signal }) => call(routes.seeTopics, { classId }, undefined, { signal }),
    }),
  talk: (classId: ClassId) =>
    queryOptions({
      queryKey: ['talk', classId],
      queryFn: ({ signal }) => call(routes.seeTalk, { classId }, undefined, { signal }),
    }),
  register: (classId: ClassId) =>
    queryOptions({
      queryKey: ['register', classId],
      queryFn: ({ signal }) => call(routes.seeRegister, { classId }, undefined, { signal }),
    }),
  door: (classId: ClassId) =>
    queryOptions({
      queryKey: ['door', classId],
      queryFn: ({ signal }) => call(routes.seeDoor, { classId }, undefined, { signal }),
    }),
  marking: (classId: ClassId, workId: WorkId) =>
    queryOptions({
      queryKey: ['marking', classId, workId],
      queryFn: ({ signal }) => call(routes.seeMarking, { classId, workId }, undefined, { signal }),
    }),
  piece: (params: PieceParams) =>
    queryOptions({
      queryKey: ['piece', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) => call(routes.seePiece, params, undefined, { signal }),
    }),
  outcome: (params: PieceParams) =>
    queryOptions({
      queryKey: ['outcome', params.classId, params.workId, params.placeId],
      queryFn: ({ signal }) => call(routes.seeOutcome, params, undefined, { signal }),
    }),
  progress: (classId: ClassId, placeId: PlaceId) =>
    queryOptions({
      queryKey: ['progress', classId, placeId],
      queryFn: ({ signal }) => call(routes.seeProgress, { classId, placeId }, undefined, { signal }),
    }),
  overview: (classId: ClassId) =>
    queryOptions({
      queryKey: ['overview', classId],
      queryFn: ({ signal }) => call(routes.seeOverview, { classId }, undefined, { signal }),
    }),
}
