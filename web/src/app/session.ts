import type { Me, Tie } from '@oppen/contract'
import { everydayRoutes } from '@oppen/contract'
import type { ClassId, PlaceId, WorkId } from '@oppen/core/ids'
import { useQueryClient } from '@tanstack/react-query'
import { createContext, use, useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { takeInLanguage } from '../words/language.js'
import { call } from './api.js'
import { forgetConfirmed } from './device.js'
import { firstReads } from './firstReads.js'
import { forgetReads, keepMe } from './keptReads.js'
import { forgetSeenAs } from './seeAs.js'

/** What the shell knows for everything in it: asked for once, not by each line of a list. */
export const MeContext = createContext<Me | null>(null)
export const TimeContext = createContext<Time | null>(null)

export type Time = { readonly now: number; readonly zone: string }

/** Who is signed in; only under the shell, which sees to it that somebody is. */
export function useMe(): Me {
  const me = use(MeContext)
  if (!me) throw new Error('only under the shell is somebody signed in')
  return me
}

/** The time of the school as it goes on, and its zone. Looks again every ten seconds. Only under the shell. */
export function useNow(): Time {
  const time = use(TimeContext)
  if (!time) throw new Error('only under the shell is there a time')
  return time
}

/** A moment of the server, going on by this machine's clock since it came (`at`, in milliseconds of that clock). */
export function useTicking(from: number, every = 10_000, at = Date.now()): number {
  const [began, setBegan] = useState(() => ({ from, at }))
  const [, tick] = useState(0)
  if (began.from !== from) setBegan({ from, at })
  useEffect(() => {
    const timer = setInterval(() => tick(n => n + 1), every)
    return () => clearInterval(timer)
  }, [every])
  return from + Math.max(0, Date.now() - began.at)
}

/** Somebody else is in on this device now: takes in whose screens these are, and nothing of who was here before. */
export function useTakeIn(): (me: Me) => void {
  const client = useQueryClient()
  return me => {
    client.clear()
    client.setQueryData(firstReads.me().queryKey, me)
    void keepMe(async () => me)
  }
}

/** What somebody is in a class; undefined where they are not in it. */
export const tieTo = ({ ties }: Me, classId: string | undefined): Tie | undefined =>
  ties.find(tie => tie.classId === classId)

/** The words by which a class shows marks, the highest first; none where it shows points. */
export function useMarkWords(): (classId: string | undefined) => Tie['markWords'] | undefined {
  const me = useMe()
  return classId => tieTo(me, classId)?.markWords
}

/** The tie to the class in the address; undefined where there is none. */
export function useTie(): Tie | undefined {
  const { classId } = useParams()
  return tieTo(useMe(), classId)
}

export const isTeacher = (tie: Tie | undefined): boolean => tie?.role === 'owner' || tie?.role === 'coTeacher'

/** The ids in the address, as the contract names them. */
export function useIds(): { classId: ClassId; placeId: PlaceId; workId: WorkId } {
  return useParams() as { classId: ClassId; placeId: PlaceId; workId: WorkId }
}

const leaving = new Set<() => Promise<void>>()

/** Does something before the person signs out, such as sending what is not saved yet. Gives the way to call it off. */
export function beforeLeaving(task: () => Promise<void>): () => void {
  leaving.add(task)
  return () => void leaving.delete(task)
}

/** Signing out does not wait longer for it than this, in milliseconds: the next child stands there. */
const PATIENCE = 2_000

/** Signs out: nothing of this person stays on the device's screens. A shared tablet goes back to its faces. */
export function useSignOut(): () => Promise<void> {
  const client = useQueryClient()
  const navigate = useNavigate()
  return async () => {
    const me = client.getQueryData(firstReads.me().queryKey)
    await Promise.race([
      Promise.allSettled([...leaving].map(task => task())),
      new Promise(done => setTimeout(done, PATIENCE)),
    ])
    await call(everydayRoutes.signOut, {})
    forgetSeenAs()
    if (me) forgetConfirmed(me.account.id)
    await forgetReads()
    client.clear()
    const next = me?.tablet ? '/tablet' : '/'
    // whoever comes next did not choose the language
    if (takeInLanguage(null)) location.replace(next)
    else navigate(next, { replace: true })
  }
}

/** Takes in whoever has just come in, and goes to Today or where they were going. */
export function useComeIn(): (me: Me, to?: string) => void {
  const takeIn = useTakeIn()
  const navigate = useNavigate()
  return (me, to = '/today') => {
    takeIn(me)
    navigate(to, { replace: true })
  }
}
