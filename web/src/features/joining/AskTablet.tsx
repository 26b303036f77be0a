import type { JoinRequestStatus, OpenDoor } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useCallback, useState } from 'react'
import { useNavigate } from 'react-router'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { AwaitAnswer } from './AwaitAnswer.js'

/** Asks that this device become a shared tablet of the class. */
export function AskTablet({ door, onBack }: { readonly door: OpenDoor; readonly onBack: () => void }) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const asking = useAsk()
  const [waiting, setWaiting] = useState<{ token: string; name: string }>()
  const answered = useCallback(
    (answer: JoinRequestStatus) => {
      if (answer.is !== 'tablet') return
      client.clear()
      navigate('/tablet', { replace: true })
    },
    [client, navigate],
  )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const name = fieldOf(event.currentTarget, 'name')
    void asking.ask(async () => {
      const { token } = await call(routes.askTablet, {}, { code: door.code, name })
      setWaiting({ token, name })
    })
  }
  if (waiting) {
    return (
      <AwaitAnswer
        token={waiting.token}
        words={say('door_wait_tablet', { name: waiting.name })}
        onAnswer={answered}
        onStop={() => setWaiting(undefined)}
      />
    )
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p>{say('door_tablet_lead', { className: door.className })}</p>
      <Field
        label={say('door_tablet_name')}
        hint={say('door_tablet_hint')}
        name="name"
        autoFocus
        problem={asking.words}
      />
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('door_tablet_go')}
      </Button>
      <Button variant="quiet" onClick={onBack}>
        {say('back')}
      </Button>
    </form>
  )
}
