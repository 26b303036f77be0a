import type { Waited } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'

const AGAIN = 2_000

/** Asks every two seconds how a waiting stands, until it is answered. */
export function useWaited(token: string | undefined) {
  return useQuery<Waited>({
    queryKey: ['waited', token],
    queryFn: () => call(routes.waited, {}, { token: token ?? '' }),
    enabled: token !== undefined,
    retry: false,
    gcTime: 0,
    refetchInterval: query => (query.state.data && query.state.data.is !== 'waiting' ? false : AGAIN),
  })
}
