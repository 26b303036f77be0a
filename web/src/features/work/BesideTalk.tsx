import type { BodyOf, routes } from '@oppen/contract'
import { type QueryKey, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type Beside, reads } from '../../app/queries.js'
import { isTeacher, useNow, useTie } from '../../app/session.js'
import { NewMark, Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Conversation } from '../talk/Conversation.js'

type Props = {
  readonly beside: Beside
  /** Nothing where the title stands elsewhere. */
  readonly title?: string
  readonly who: string
  readonly none?: string
  readonly label: string
  readonly write: (body: BodyOf<typeof routes.writeMessage>) => Promise<unknown>
  readonly reports?: boolean
  readonly counted: readonly QueryKey[]
}

/** What is said beside a piece of work. */
export function BesideTalk({ beside, title, who, ...rest }: Props) {
  const { classId, workId, placeId } = beside
  const time = useNow()
  const tie = useTie()
  const { data, error, refetch } = useQuery(reads.beside({ classId, workId, placeId }))
  // as it was when it was opened: what was new then stays marked while it is read
  const [position, setPosition] = useState<number>()
  if (data && position === undefined) setPosition(data.position)
  const fresh = (data?.stretch.messages ?? []).filter(
    one => !one.mine && one.removedBy === null && one.at > (position ?? Number.MAX_SAFE_INTEGER),
  ).length
  return (
    <>
      {title && (
        <h2 className="flex flex-wrap items-baseline gap-2 text-lg">
          {title}
          {fresh > 0 && <NewMark>{say('note_fresh', { count: fresh })}</NewMark>}
        </h2>
      )}
      <p className="mb-2 text-sm text-soft">{who}</p>
      {data ? (
        <Conversation
          {...rest}
          beside
          spaceId={classId}
          page={data}
          moderates={isTeacher(tie) && !tie?.archived}
          archived={tie?.archived ?? false}
          draft={`${workId} ${placeId ?? 'class'}`}
        />
      ) : error ? (
        <Problem words={problemWords(error, time)} again={() => void refetch()} />
      ) : (
        <Waiting />
      )}
    </>
  )
}
