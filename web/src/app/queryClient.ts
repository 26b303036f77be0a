import { QueryClient } from '@tanstack/react-query'
import { Refusal } from './api.js'

/** What the server says holds until it says that it changed; refusals are answers and are not asked again. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (count, error) => !(error instanceof Refusal) && count < 3,
    },
  },
})
