import { routes } from '@oppen/contract'
import { addDays, localAt } from '@oppen/core/zone'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { firstName } from '../../app/places.js'
import { reads, type SubmissionParams } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { LazyMomentField } from '../../parts/dates/LazyMomentField.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import type { MarkingRow } from './rows.js'

type Props = { readonly params: SubmissionParams; readonly row: MarkingRow }

/** A deadline of one pupil alone, given or taken back; it opens nothing to anybody else. */
export function OwnDeadline({ params, row }: Props) {
  const time = useNow()
  const { dueAt } = row.timing
  const name = firstName(row.name)
  // two days on, at the same time of day, is what most ask for; common practice
  const later = Math.max(dueAt ?? 0, time.now)
  const clock = localAt(dueAt ?? time.now, time.zone).slice(11)
  const [due, setDue] = useState(
    `${addDays(localAt(later, time.zone).slice(0, 10), 2)}T${dueAt === null ? '17:00' : clock}`,
  )
  const set = useCommand({
    do: (to: string | null) => call(routes.setExtension, params, { due: to }),
    again: [reads.marking(params.classId, params.workId).queryKey, reads.submission(params).queryKey],
    done: (_, to) => showToast(say(to === null ? 'own_due_ended' : 'own_due_given', { name })),
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    set.go(due)
  }
  return (
    <Disclosure
      look="link"
      open={row.extended}
      title={
        row.extended && dueAt !== null
          ? say('own_due_has', { name, at: when(dueAt, time) })
          : say('own_due', { name })
      }
    >
      <form onSubmit={submit} noValidate className="mt-2 flex flex-col gap-2">
        <LazyMomentField label={say('own_due_until')} value={due} onChange={setDue} problem={set.words} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" disabled={set.busy}>
            {say('own_due_give')}
          </Button>
          {row.extended && (
            <Button variant="quiet" disabled={set.busy} onClick={() => set.go(null)}>
              {say('own_due_end')}
            </Button>
          )}
        </div>
      </form>
    </Disclosure>
  )
}
