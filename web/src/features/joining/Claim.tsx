import type { Me, OpenDoor } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call, Refusal } from '../../app/api.js'
import { useAsk } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'
import type { Chosen } from './FreeNames.js'
import { OwnSecretField } from './OwnSecretField.js'

type Props = {
  readonly door: OpenDoor
  readonly chosen: Chosen
  readonly onIn: (me: Me) => void
  readonly onOther: () => void
}

/** The chosen name with the own secret of the class's kind, or with the account that is signed in here. */
export function Claim({ door, chosen, onIn, onOther }: Props) {
  const client = useQueryClient()
  const asSelf = useOwnPupil()
  const asking = useAsk()
  const [secret, setSecret] = useState('')
  const claim = async () => {
    const body = { code: door.code, placeId: chosen.id, secret: asSelf ? null : secret }
    try {
      onIn(await call(routes.claim, {}, body))
    } catch (error) {
      if (error instanceof Refusal && error.code === 'place_taken')
        void client.invalidateQueries({ queryKey: ['lookUpCode'] })
      throw error
    }
  }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    void asking.ask(claim)
  }
  const other = asking.other('secret')
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      {other && <Problem words={other} />}
      {!asSelf && (
        <>
          <OwnSecretField
            kind={door.ownSecret}
            value={secret}
            onChange={setSecret}
            choose
            problem={asking.at('secret')}
          />
          {door.ownSecret === 'none' && <p>{say('own_none_hint')}</p>}
        </>
      )}
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {asSelf ? say('door_join_as', { name: asSelf.shownName }) : say('door_in')}
      </Button>
      <Button variant="quiet" onClick={onOther}>
        {say('door_not_you')}
      </Button>
    </form>
  )
}

/** The pupil's account that is signed in here already, unless it is a guest's. */
export function useOwnPupil(): Me['account'] | undefined {
  const { data } = useQuery(reads.me())
  const account = data?.account
  return account?.kind === 'pupil' && !account.guest ? account : undefined
}
