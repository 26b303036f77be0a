import type { Me } from '@oppen/contract'
import { agendaOf } from '@oppen/core/today'
import { stateOfWork } from '@oppen/core/work'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { firstReads } from './firstReads.js'
import { useMe, useNow } from './session.js'

/** How much waits in all, in a class, in a circle or with a child, and of that in Talk. */
export type Waiting = {
  readonly all: number
  readonly of: (key: string) => number
  readonly inTalk: (key: string) => number
}

/**
 * How much waits in each class (or with each child) and in all: to do for pupils, to mark, asks and people at the
 * door for teachers, invitations for everybody.
 */
export function useWaiting(): Waiting {
  const { data } = useQuery(firstReads.today())
  const me = useMe()
  const { now } = useNow()
  return useMemo(() => {
    const counts = new Map<string, number>()
    const talks = new Map<string, number>()
    const add = (key: string, count: number) => counts.set(key, (counts.get(key) ?? 0) + count)
    for (const one of data?.teaching ?? []) {
      add(one.classId, one.waiting)
      for (const work of one.works) add(one.classId, work.toMark + work.newNotes)
    }
    for (const submission of data?.submissions ?? []) {
      const agenda = agendaOf([
        {
          kind: submission.work.kind,
          state: stateOfWork(submission.work, submission.status, now),
          minutes: null,
          minutesToday: 0,
        },
      ])
      const count = agenda.needsAHand.length + agenda.next.length
      add(submission.classId, count)
      add(submission.child, count)
    }
    const keys = keysOf(me)
    for (const { spaceId, newMessages, waiting } of data?.talk ?? [])
      for (const key of keys(spaceId)) {
        add(key, newMessages + waiting)
        talks.set(key, (talks.get(key) ?? 0) + newMessages + waiting)
      }
    const spaces = new Set<string>([
      ...[...(data?.teaching ?? []), ...(data?.submissions ?? [])].map(one => one.classId),
      ...(data?.talk ?? []).map(one => one.spaceId),
    ])
    const inSpaces = [...spaces].reduce((sum, key) => sum + (counts.get(key) ?? 0), 0)
    const all = inSpaces + (data?.invitations.length ?? 0)
    return {
      all,
      of: (key: string) => counts.get(key) ?? 0,
      inTalk: (key: string) => talks.get(key) ?? 0,
    }
  }, [data, now, me])
}

/** Where what is new in a class or a circle is counted: for itself, and for each child that is in it. */
const keysOf =
  ({ ties }: Me) =>
  (spaceId: string): readonly string[] => [
    spaceId,
    ...new Set(ties.flatMap(tie => (tie.classId === spaceId && tie.child ? [tie.child] : []))),
  ]
