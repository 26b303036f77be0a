import { routes } from '@oppen/contract'
import { queryOptions } from '@tanstack/react-query'
import { call } from '../../app/api.js'

/** What an open class code shows. */
export const codeQuery = (code: string) =>
  queryOptions({
    queryKey: ['lookUpCode', code],
    queryFn: ({ signal }) => call(routes.lookUpCode, {}, { code }, { signal }),
    retry: false,
    staleTime: 5_000,
  })
