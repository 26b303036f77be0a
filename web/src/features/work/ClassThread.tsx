import type { SubmissionPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { markerOf } from '@oppen/core/readMarkers'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useNow, useTie } from '../../app/session.js'
import { useArrival } from '../../app/useArrival.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { NewMark, Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Notes } from './Notes.js'

type Address = { readonly classId: ClassId; readonly workId: WorkId }
type Props = { readonly address: Address; readonly thread: SubmissionPage['thread'] }

/** The thread that everybody in the class sees beside one work; opened with a press. */
export function ClassThread({ address, thread }: Props) {
  const { here, place } = useArrival<HTMLDetailsElement>('thread')
  const [fresh] = useState(thread.fresh)
  return (
    <Disclosure
      place={place}
      open={here}
      title={
        <>
          <h2 className="inline text-lg">{say('thread_title')}</h2>{' '}
          <span className="text-sm text-soft tabular-nums">{thread.count > 0 && thread.count}</span>{' '}
          {fresh > 0 && <NewMark>{say('note_fresh', { count: fresh })}</NewMark>}
        </>
      }
    >
      <Thread address={address} />
    </Disclosure>
  )
}

function Thread({ address }: { readonly address: Address }) {
  const { classId, workId } = address
  const client = useQueryClient()
  const time = useNow()
  const tie = useTie()
  const { data, error, refetch } = useQuery(reads.thread(classId, workId))
  const [seenAt, setSeenAt] = useState<number | null>()
  if (data && seenAt === undefined) setSeenAt(data.readAt)
  const count = data?.notes.length
  useEffect(() => {
    if (count !== undefined)
      void call(routes.markRead, {}, { what: markerOf('thread', workId) }).catch(() => undefined)
  }, [count, workId])
  if (error) return <Problem words={problemWords(error, time)} again={() => void refetch()} />
  if (!data) return <Waiting />
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: reads.thread(classId, workId).queryKey }),
      client.invalidateQueries({ queryKey: ['submission', classId, workId] }),
    ])
  return (
    <div className="pt-1">
      <p className="mb-2 text-sm text-soft">{say('thread_who')}</p>
      {!data.notes.length && <p className="mb-2 text-[15px] text-soft">{say('thread_none')}</p>}
      <Notes
        notes={data.notes}
        seenAt={seenAt ?? null}
        field={say('thread_field')}
        write={text => call(routes.writeInThread, address, { text }).then(again)}
        remove={noteId => call(routes.removeFromThread, { ...address, noteId }).then(again)}
        mayRemove={note => note.mine || isTeacher(tie)}
        shut={tie?.archived ?? false}
      />
    </div>
  )
}
