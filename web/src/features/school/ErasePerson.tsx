import { type PersonPage, routes } from '@oppen/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

type Props = { readonly person: PersonPage; readonly onClose: () => void }

/** The last question before somebody is erased: what goes, what stays, and the name typed once more. */
export function ErasePerson({ person: { personId, name, kind }, onClose }: Props) {
  const navigate = useNavigate()
  const client = useQueryClient()
  const { data } = useQuery(reads.school())
  const [typed, setTyped] = useState('')
  const erase = useCommand({
    do: () => call(routes.erasePerson, { personId }, { name: typed }),
    done: () => {
      showToast(say('person_erased', { name }))
      client.removeQueries({ queryKey: ['school', 'person', personId] })
      void client.invalidateQueries({ queryKey: ['school'] })
      navigate('/school/people')
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    erase.go()
  }
  const days = data?.backups.days
  const stays = [
    say('person_stays_audit'),
    say('person_stays_others'),
    days ? say('person_stays_backups', { days }) : say('person_stays_backups_off'),
  ]
  return (
    <Window open onClose={onClose} title={say('person_erase_title', { name })}>
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        <p>{say(kind === 'teacher' ? 'person_erase_says_teacher' : 'person_erase_says')}</p>
        <div>
          <h3 className="text-base font-semibold">{say('person_stays_title')}</h3>
          <ul className="list-disc ps-5 text-[0.9375rem]">
            {stays.map(words => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </div>
        <Field
          label={say('person_erase_type', { name })}
          value={typed}
          onChange={event => {
            setTyped(event.target.value)
            erase.forget()
          }}
          autoComplete="off"
          problem={erase.at('name')}
        />
        {erase.words && !erase.path && <Problem words={erase.words} />}
        <div className="flex flex-wrap gap-2">
          <Button type="submit" variant="primary" disabled={erase.busy || !typed.trim()}>
            {say('person_erase_go')}
          </Button>
          <Button variant="quiet" onClick={onClose}>
            {say('cancel')}
          </Button>
        </div>
      </form>
    </Window>
  )
}
