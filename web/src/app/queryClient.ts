import { QueryCache, QueryClient } from '@tanstack/react-query'
import { Refusal } from './api.js'

/**
 * What the server says holds until it says that it changed; refusals are answers and are not asked again. What was read
 * and is refused when it is read anew is no longer shown: who was removed sees nothing more of it.
 */
export const makeQueryClient = (): QueryClient => {
  const client = new QueryClient({
    queryCache: new QueryCache({
      onError: (error, { queryKey, state }) => {
        if (!(error instanceof Refusal) || error.code !== 'not_found' || state.data === undefined) return
        void client.resetQueries({ queryKey, exact: true })
      },
    }),
    defaultOptions: {
      queries: {
        staleTime: 30_000,
        retry: (count, error) => !(error instanceof Refusal) && count < 3,
      },
    },
  })
  return client
}

export const queryClient = makeQueryClient()
