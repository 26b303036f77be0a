import type { JoinRequestStatus, Me, OpenDoor } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type FormEvent, useCallback, useState } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { AwaitAnswer } from './AwaitAnswer.js'
import { useOwnPupil } from './Claim.js'
import { OwnSecretField } from './OwnSecretField.js'

type Props = { readonly door: OpenDoor; readonly onIn: (me: Me) => void; readonly onBack: () => void }

/** Somebody whose name is not on the register: waits for the nod, or comes in as a guest where the door is open to all. */
export function Newcomer({ door, onIn, onBack }: Props) {
  const guest = door.admits === 'anyone'
  const asSelf = useOwnPupil()
  const asking = useAsk()
  const [secret, setSecret] = useState('')
  const [waiting, setWaiting] = useState<{ token: string; name: string }>()
  const answered = useCallback(
    (answer: JoinRequestStatus) => {
      if (answer.is === 'in') onIn(answer.me)
    },
    [onIn],
  )
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const [firstName, lastName] = [fieldOf(form, 'firstName'), fieldOf(form, 'lastName')]
    const own = asSelf && !guest ? null : guest ? null : secret
    const body = { code: door.code, firstName, lastName, secret: own }
    void asking.ask(async () => {
      if (guest) return onIn(await call(routes.comeAsGuest, {}, body))
      const { token } = await call(routes.askIn, {}, body)
      setWaiting({ token, name: firstName.trim() })
    })
  }
  if (waiting) {
    return (
      <AwaitAnswer
        token={waiting.token}
        words={say('door_wait_newcomer', { name: waiting.name })}
        onAnswer={answered}
        onStop={() => setWaiting(undefined)}
      />
    )
  }
  const other = asking.other('firstName', 'lastName', 'secret')
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p>{say(guest ? 'door_guest_lead' : 'door_unlisted_lead')}</p>
      {other && <Problem words={other} />}
      <Field label={say('door_first_name')} name="firstName" autoFocus problem={asking.at('firstName')} />
      <Field label={say('door_last_name')} name="lastName" problem={asking.at('lastName')} />
      {!guest && !asSelf && (
        <OwnSecretField
          kind={door.ownSecret}
          value={secret}
          onChange={setSecret}
          choose
          first={false}
          problem={asking.at('secret')}
        />
      )}
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say(guest ? 'door_guest_go' : 'door_ask')}
      </Button>
      <Button variant="quiet" onClick={onBack}>
        {say(guest ? 'door_on_register' : 'back')}
      </Button>
    </form>
  )
}
