import { routes } from '@oppen/contract'
import { queryOptions } from '@tanstack/react-query'
import { call } from './api.js'

/** The words that whoever is in looked up and keeps. */
export const readOwnWords = () =>
  queryOptions({
    queryKey: ['account', 'ownWords'],
    queryFn: ({ signal }) => call(routes.seeOwnWords, {}, undefined, { signal }),
  })
