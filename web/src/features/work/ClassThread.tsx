import { routes, type SubmissionPage } from '@oppen/contract'
import type { ClassId, WorkId } from '@oppen/core/ids'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { submissionNumbers } from '../../app/queries.js'
import { useArrival } from '../../app/useArrival.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { NewMark } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { BesideTalk } from './BesideTalk.js'

type Address = { readonly classId: ClassId; readonly workId: WorkId }
type Props = { readonly address: Address; readonly thread: SubmissionPage['thread'] }

/** The thread that everybody in the class sees beside one work; opened with a press. */
export function ClassThread({ address: { classId, workId }, thread }: Props) {
  const address = { classId, workId }
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
      <div className="pt-1">
        <BesideTalk
          beside={{ ...address, placeId: null }}
          who={say('thread_who')}
          none={say('thread_none')}
          label={say('thread_field')}
          write={body => call(routes.writeInThread, address, body)}
          counted={submissionNumbers(address)}
        />
      </div>
    </Disclosure>
  )
}
