import type { Me } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { call } from '../../app/api.js'
import { fieldOf } from '../../app/outside.js'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'

/** User name and secret, inside of a form that goes on with something else. */
export function SignInFields() {
  return (
    <>
      <Field
        label={say('door_user_name')}
        name="userName"
        autoComplete="username"
        autoCapitalize="off"
        spellCheck={false}
        autoFocus
      />
      <Field label={say('secret_field')} name="secret" type="password" autoComplete="current-password" />
    </>
  )
}

/** Signs in with what stands in the fields of a form. */
export const signInFrom = (form: HTMLFormElement): Promise<Me> =>
  call(routes.signIn, {}, { userName: fieldOf(form, 'userName'), secret: fieldOf(form, 'secret') })
