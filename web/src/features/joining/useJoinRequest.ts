import type { JoinRequestStatus } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { call } from '../../app/api.js'

const AGAIN = 2_000

/** Asks every two seconds how a waiting stands, until it is answered. */
export function useJoinRequest(token: string | undefined) {
  return useQuery<JoinRequestStatus>({
    queryKey: ['seeJoinRequest', token],
    queryFn: () => call(routes.seeJoinRequest, {}, { token: token ?? '' }),
    enabled: token !== undefined,
    retry: false,
    gcTime: 0,
    refetchInterval: query => (query.state.data && query.state.data.is !== 'waiting' ? false : AGAIN),
  })
}
