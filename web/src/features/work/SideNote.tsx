import type { SubmissionPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useTie } from '../../app/session.js'
import { useArrival } from '../../app/useArrival.js'
import { NewMark } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import { isFresh, Notes } from './Notes.js'

type Props = { readonly params: SubmissionParams; readonly page: SubmissionPage; readonly who: string }

/** The private thread of one pupil and the teachers on one work. */
export function SideNote({ params, page, who }: Props) {
  const client = useQueryClient()
  const { place } = useArrival<HTMLElement>('note')
  // as it was when the page was opened: what was new then stays marked while it is read
  const [seenAt] = useState(page.readAt)
  const fresh = page.notes.filter(note => isFresh(note, seenAt)).length
  const again = () => client.invalidateQueries({ queryKey: reads.submission(params).queryKey })
  return (
    <section ref={place}>
      <h2 className="flex flex-wrap items-baseline gap-2 text-lg">
        {say('work_note')}
        {fresh > 0 && <NewMark>{say('note_fresh', { count: fresh })}</NewMark>}
      </h2>
      <p className="mb-2 text-sm text-soft">{who}</p>
      <Notes
        notes={page.notes}
        seenAt={seenAt}
        field={say('work_note_field')}
        write={text => call(routes.writeNote, params, { text }).then(again)}
        remove={noteId => call(routes.removeNote, { ...params, noteId }).then(again)}
        mayRemove={note => note.mine}
        shut={useTie()?.archived ?? false}
      />
    </section>
  )
}
