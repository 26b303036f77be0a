import type { OpenDoor } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { NewFamilyFields } from './NewFamilyFields.js'

/** "I am family of …": asks the teacher, who says yes or no. */
export function AskFamily({ door, onBack }: { readonly door: OpenDoor; readonly onBack: () => void }) {
  const me = useQuery(reads.me())
  const comeIn = useComeIn()
  const asking = useAsk()
  const own = me.data?.account.kind === 'family' ? me.data.account : undefined
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const fresh = own
      ? { shownName: null, secret: null }
      : { shownName: fieldOf(form, 'name'), secret: fieldOf(form, 'secret') }
    const body = { code: door.code, childName: fieldOf(form, 'childName'), ...fresh }
    void asking.ask(async () => comeIn(await call(routes.askFamily, {}, body)))
  }
  const other = asking.other('childName', 'shownName', 'secret')
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <p>{say('door_family_lead')}</p>
      {other && <Problem words={other} />}
      <Field
        label={say('door_family_child')}
        name="childName"
        autoComplete="off"
        autoFocus
        problem={asking.at('childName')}
      />
      {own ? (
        <p className="text-soft">{say('door_family_as', { name: own.shownName })}</p>
      ) : (
        <NewFamilyFields at={asking.at} />
      )}
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('door_family_go')}
      </Button>
      <p className="text-[0.9375rem] text-soft">{say('door_family_key')}</p>
      <Button variant="quiet" onClick={onBack}>
        {say('back')}
      </Button>
    </form>
  )
}
