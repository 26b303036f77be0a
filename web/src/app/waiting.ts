import type { Me } from '@oppen/contract'
import { agendaOf } from '@oppen/core/today'
import { stateOfWork } from '@oppen/core/work'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { reads } from './queries.js'
import { useMe, useNow } from './session.js'

/** How much waits in all, in a class or with a child, and of that in Talk. */
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
  const { data } = useQuery(reads.today())
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
    const keys = keysOfClass(me)
    for (const { classId, newMessages, waiting } of data?.talk ?? [])
      for (const key of keys(classId)) {
        add(key, newMessages + waiting)
        talks.set(key, (talks.get(key) ?? 0) + newMessages + waiting)
      }
    const classes = new Set(
      [...(data?.teaching ?? []), ...(data?.submissions ?? []), ...(data?.talk ?? [])].map(
        one => one.classId,
      ),
    )
    const inClasses = [...classes].reduce((sum, key) => sum + (counts.get(key) ?? 0), 0)
    const all = inClasses + (data?.invitations.length ?? 0)
    return {
      all,
      of: (key: string) => counts.get(key) ?? 0,
      inTalk: (key: string) => talks.get(key) ?? 0,
    }
  }, [data, now, me])
}

/** Where what is new in a class is counted: for the class itself, and for each child that is in it. */
const keysOfClass =
  ({ ties }: Me) =>
  (classId: string): readonly string[] => [
    classId,
    ...new Set(ties.flatMap(tie => (tie.classId === classId && tie.child ? [tie.child] : []))),
  ]
