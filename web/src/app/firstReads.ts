import { everydayRoutes } from '@oppen/contract'
import { queryOptions } from '@tanstack/react-query'
import { call } from './api.js'
import { keepMe } from './keptReads.js'

/** What is read for every page, and for the page that most begin with. */
export const firstReads = {
  me: () =>
    queryOptions({
      queryKey: ['me'],
      networkMode: 'always',
      queryFn: ({ signal }) => keepMe(() => call(everydayRoutes.me, {}, undefined, { signal })),
      retry: false,
      // that nobody is signed in is an answer, not a failure to be asked about by every part anew
      retryOnMount: false,
    }),
  today: () =>
    queryOptions({
      queryKey: ['today'],
      queryFn: ({ signal }) => call(everydayRoutes.seeToday, {}, undefined, { signal }),
    }),
}
