import { type CorrespondentsPage, routes } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import type { Hours } from '@oppen/core/talk'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { FieldProblem, Problem, Waiting } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Tick } from '../../parts/Tick.js'
import { Window } from '../../parts/Window.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { HoursFields } from './HoursFields.js'

type Props = { readonly spaceId: SpaceId; readonly onClose: () => void }
type Own = NonNullable<CorrespondentsPage['own']>

const SCHOOL_HOURS: Hours = { days: [1, 2, 3, 4, 5], from: '08:00', until: '17:00' }

/** When a teacher reads letters, and what others read at other times. */
export function LetterHoursWindow({ spaceId, onClose }: Props) {
  const time = useNow()
  const { data, error } = useQuery(reads.correspondents(spaceId))
  return (
    <Window open onClose={onClose} title={say('letter_hours')}>
      {data?.own ? (
        <Fields own={data.own} onClose={onClose} />
      ) : error ? (
        <Problem words={problemWords(error, time)} />
      ) : (
        <Waiting />
      )}
    </Window>
  )
}

function Fields({ own, onClose }: { readonly own: Own; readonly onClose: () => void }) {
  const [{ hours, word }, set] = useState<Own>(own)
  const save = useCommand({
    do: () => call(routes.setLetterHours, {}, { hours, word }),
    again: [['correspondents'], ['talk']],
    done: onClose,
  })
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={event => {
        event.preventDefault()
        save.go()
      }}
    >
      <p>{say('letter_hours_lead')}</p>
      <Tick on={hours !== null} onChange={on => set({ word, hours: on ? SCHOOL_HOURS : null })}>
        {say('letter_hours_on')}
      </Tick>
      {hours && (
        <HoursFields
          hours={hours}
          onChange={next => set({ word, hours: { ...next, days: [...next.days] } })}
        />
      )}
      <FieldProblem words={save.at('hours')} />
      {hours && (
        <Field
          label={say('letter_hours_word')}
          value={word}
          maxLength={160}
          onChange={event => set({ hours, word: event.target.value })}
          problem={save.at('word')}
        />
      )}
      {save.words && !['hours', 'word'].includes(save.path ?? '') && <Problem words={save.words} />}
      <div className="flex gap-2">
        <Button type="submit" variant="primary" disabled={save.busy}>
          {say('rules_save')}
        </Button>
        <Button onClick={onClose}>{say('cancel')}</Button>
      </div>
    </form>
  )
}
