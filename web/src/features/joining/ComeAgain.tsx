import { routes } from '@oppen/contract'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'

/** Comes in by the door with the user name and secret from before; a pin or pictures open here too. */
export function ComeAgain({ code, onBack }: { readonly code: string; readonly onBack: () => void }) {
  const comeIn = useComeIn()
  const asking = useAsk()
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const body = { code, userName: fieldOf(form, 'userName'), secret: fieldOf(form, 'secret') }
    void asking.ask(async () => comeIn(await call(routes.enterAsSelf, {}, body)))
  }
  return (
    <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
      <Field
        label={say('door_user_name')}
        name="userName"
        autoComplete="username"
        autoCapitalize="off"
        spellCheck={false}
        autoFocus
      />
      <Field
        label={say('secret_field')}
        hint={say('door_secret_hint')}
        name="secret"
        type="password"
        autoComplete="current-password"
        problem={asking.words}
      />
      <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
        {say('secret_go')}
      </Button>
      <Button variant="quiet" onClick={onBack}>
        {say('back')}
      </Button>
    </form>
  )
}
