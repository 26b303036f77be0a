import { routes } from '@oppen/contract'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../app/api.js'

/** What an open class code shows. */
export const knockQuery = (code: string) =>
  queryOptions({
    queryKey: ['knock', code],
    queryFn: ({ signal }) => call(routes.knock, {}, { code }, { signal }),
    retry: false,
    staleTime: 5_000,
  })
