import { routes } from '@oppen/contract'
import { ADULT_SECRET_LENGTH } from '@oppen/core/joining'
import type { FormEvent } from 'react'
import { call } from '../../app/api.js'
import { fieldOf, useAsk } from '../../app/outside.js'
import { useComeIn } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { Doorstep } from './Doorstep.js'
import { useHash } from './useHash.js'

/** Behind the address in the letter to somebody who forgot the secret. */
export function Screen() {
  const token = useHash()
  const comeIn = useComeIn()
  const asking = useAsk()
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const secret = fieldOf(event.currentTarget, 'secret')
    void asking.ask(async () => comeIn(await call(routes.resetSecret, {}, { token, secret })))
  }
  return (
    <Doorstep title={say('reset_title')}>
      <form onSubmit={submit} className="flex flex-col gap-4" noValidate>
        <Field
          label={say('own_password')}
          hint={say('family_secret', { least: ADULT_SECRET_LENGTH })}
          name="secret"
          type="password"
          autoComplete="new-password"
          autoFocus
          problem={asking.words}
          className="!py-3 text-xl"
        />
        <Button type="submit" variant="primary" className="min-h-12 text-lg" disabled={asking.busy}>
          {say('reset_done_go')}
        </Button>
      </form>
    </Doorstep>
  )
}
