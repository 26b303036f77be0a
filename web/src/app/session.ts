import type { Me, Tie } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { call } from './api.js'
import { reads } from './queries.js'

/** Who is signed in; only under the shell, which sees to it that somebody is. */
export function useMe(): Me {
  return useSuspenseQuery(reads.me()).data
}

/** The time of the school as it goes on, and its zone. Looks again every ten seconds. */
export function useNow(): { now: number; zone: string } {
  const { now, zone } = useMe()
  return { now: useTicking(now), zone }
}

/** A moment of the server, going on by this machine's clock. */
export function useTicking(from: number, every = 10_000): number {
  const [began, setBegan] = useState(() => ({ from, at: Date.now() }))
  const [, tick] = useState(0)
  if (began.from !== from) setBegan({ from, at: Date.now() })
  useEffect(() => {
    const timer = setInterval(() => tick(n => n + 1), every)
    return () => clearInterval(timer)
  }, [every])
  return from + Math.max(0, Date.now() - began.at)
}

/** The tie to the class in the address; undefined where there is none. */
export function useTie(): Tie | undefined {
  const { classId } = useParams()
  return useMe().ties.find(tie => tie.classId === classId)
}

export const isTeacher = (tie: Tie | undefined): boolean => tie?.role === 'owner' || tie?.role === 'coTeacher'

/** The ids in the address, as the contract names them. */
export function useIds(): { classId: ClassId; placeId: PlaceId; workId: WorkId } {
  return useParams() as { classId: ClassId; placeId: PlaceId; workId: WorkId }
}

/** Signs out: nothing of this person stays on the device's screens. */
export function useSignOut(): () => Promise<void> {
  const client = useQueryClient()
  const navigate = useNavigate()
  return async () => {
    await call(routes.signOut, {})
    client.clear()
    navigate('/', { replace: true })
  }
}

/** Takes in whoever has just come in, and goes to Today or where they were going. */
export function useComeIn(): (me: Me, to?: string) => void {
  const client = useQueryClient()
  const navigate = useNavigate()
  return (me, to = '/today') => {
    client.clear()
    client.setQueryData(reads.me().queryKey, me)
    navigate(to, { replace: true })
  }
}
